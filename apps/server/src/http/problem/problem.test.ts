import { InvalidInput } from '@nimble/core/base';
import type { ValidationError } from 'class-validator';
import { flattenErrors, ProblemException, refusing } from './problem';

const error = (property: string, change: Partial<ValidationError> = {}): ValidationError =>
  ({ property, ...change }) as ValidationError;

describe('problems', () => {
  it('name a field by its whole path, places in lists in brackets', () => {
    const tree = [
      error('readings', {
        children: [
          error('3', { children: [error('thickness', { constraints: { isPositive: 'must be above zero' } })] }),
        ],
      }),
    ];
    expect(flattenErrors(tree)).toEqual([{ field: 'readings[3].thickness', message: 'must be above zero' }]);
  });
  it('tell every fault of a field', () =>
    expect(
      flattenErrors([error('name', { constraints: { a: 'one', b: 'two' } })]).map(({ message }) => message),
    ).toEqual(['one', 'two']));
  it('turn what the core refuses into a 400 at the path it was sent in', () => {
    const refuse = () =>
      refusing('wood', () => {
        throw new InvalidInput('rho', 4000, 'must lie between 80 and 1500');
      });
    expect(refuse).toThrow(ProblemException);
    try {
      refuse();
    } catch (failure) {
      expect((failure as ProblemException).problem).toMatchObject({
        status: 400,
        errors: [{ field: 'wood.rho', message: 'must lie between 80 and 1500' }],
      });
    }
  });
  it('let any other error pass: it is a fault of ours', () =>
    expect(() =>
      refusing('wood', () => {
        throw new TypeError('x is undefined');
      }),
    ).toThrow(TypeError));
});
