import { METRIC } from '@nimble/core/units';
import { woodOfSpecies } from '@nimble/core/project';
import { act, renderHook } from '@testing-library/react';
import { aPlan } from '../../test/test-bench';
import { useExploreForm, type ExploreFacts } from './use-explore-form';

const facts: ExploreFacts = {
  plan: aPlan(),
  wood: woodOfSpecies('sitka-spruce'),
  units: METRIC,
  now: { note: 185, reserve: 2, neckTurn: 0.002 },
};
const open = (change: Partial<ExploreFacts> = {}) => {
  const { result } = renderHook(() => useExploreForm({ ...facts, ...change }));
  const type = (name: Parameters<(typeof result.current)['field']>[0], value: string) =>
    act(() => result.current.field(name).onChange({ target: { value } }));
  const ask = () => {
    let request: ReturnType<(typeof result.current)['request']> = null;
    act(() => {
      request = result.current.request();
    });
    return request;
  };
  return { form: () => result.current, type, ask };
};

describe('the request of an exploration', () => {
  it('never lets a tallest be under the lowest, and says so at its field', () => {
    const { form, type, ask } = open();
    type('lowest', '9 mm');
    type('tallest', '8 mm');
    expect(ask()).toBeNull();
    expect(form().field('tallest').error).toMatch(/more than the lowest/);
    expect(form().field('lowest').error).toBeNull();
    type('tallest', '10 mm');
    expect(ask()).toMatchObject({
      limits: { lowest: expect.closeTo(9e-3, 9) as number, tallest: expect.closeTo(1e-2, 9) as number },
    });
  });
  it('trades two goals, never one against itself', () => {
    const { form } = open();
    expect(form().goals).toEqual(['mass', 'movement']);
    act(() => form().setGoal(0, 'movement'));
    expect(form().goals).toEqual(['movement', 'mass']);
  });
  it('asks for the note only where a goal is one, and refuses it out of hearing', () => {
    const { form, type, ask } = open();
    type('note', 'low');
    expect(ask()).toMatchObject({ note: null });
    act(() => form().setGoal(1, 'note'));
    expect(ask()).toBeNull();
    expect(form().field('note').error).toMatch(/from 20 to 2000/);
    type('note', '187,5');
    expect(ask()).toMatchObject({ note: 187.5 });
  });
  it('limits no neck where none is on', () => {
    expect(open({ now: { ...facts.now, neckTurn: null } }).ask()).toMatchObject({ limits: { neck: null } });
  });
  it('wants something left to vary', () => {
    const { form, ask } = open();
    const all = form().quick.map(({ group }) => group);
    expect(all.length).toBeGreaterThan(1);
    all.forEach((group) => act(() => form().vary(group, false)));
    expect(ask()).toBeNull();
    expect(form().errors.variables).toMatch(/at least one/);
    act(() => form().vary(all[0]!, true));
    const request = ask() as { variables: unknown[] } | null;
    expect(request?.variables).toHaveLength(1);
  });
  it('varies one thing as far either way, an opening in degrees', () => {
    const { form, ask } = open();
    act(() => form().setKind('sweep'));
    act(() => form().setSpan(0));
    expect(ask()).toMatchObject({ kind: 'sweep', from: -5e-4, to: 5e-4 });
    act(() => form().setGroup('opening'));
    expect(ask()).toMatchObject({ variable: { of: 'opening' }, to: expect.closeTo((2 * Math.PI) / 180, 9) as number });
  });
});
