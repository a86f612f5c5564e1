import { chosenAtFirst, sizeDoubt } from './outline-file-words';

const ring = (diameter: number, y = 0) => ({ kind: 'round' as const, x: 0.15, y, diameter });
const slots = { kind: 'f-holes' as const, x: 0.3, length: 0.14, spread: 0.18 };

describe('a drawing from a file', () => {
  it('is doubted where no plate is of that size', () => {
    expect(sizeDoubt({ length: 0.019, unit: { used: 'mm', told: false } })).toBe(
      'That is smaller than any plate: say what its figures are.',
    );
    expect(sizeDoubt({ length: 12.7, unit: { used: 'in', told: true } })).toMatch(/larger.*wrong unit/);
    expect(sizeDoubt({ length: 0.5, unit: { used: 'px', told: false } })).toBeNull();
  });
  it('opens its slots, or the ring inside a rosette, and no peg or side port unasked', () => {
    expect(chosenAtFirst([slots, ring(0.1)])).toEqual([0]);
    expect(chosenAtFirst([ring(0.012), ring(0.1), ring(0.12)])).toEqual([1]);
    expect(chosenAtFirst([ring(0.1, 0.09)])).toEqual([]);
  });
});
