import { METRIC } from '@nimble/core/units';
import type { BatchSpec } from '@nimble/core/explore';
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
  const start = jest.fn<void, [BatchSpec]>();
  const { result } = renderHook(() => useExploreForm({ ...facts, ...change }, start));
  const type = (name: Parameters<(typeof result.current)['text']>[0], value: string) =>
    act(() => result.current.text(name).onChange({ target: { value } }));
  /** Null where nothing was started. */
  const ask = async () => {
    start.mockClear();
    await act(() => result.current.submit());
    return start.mock.calls[0]?.[0] ?? null;
  };
  return { form: () => result.current, type, ask };
};

describe('the request of an exploration', () => {
  it('never lets a tallest be under the lowest, and says so at its field', async () => {
    const { form, type, ask } = open();
    type('lowest', '9 mm');
    type('tallest', '8 mm');
    expect(await ask()).toBeNull();
    expect(form().text('tallest').error).toMatch(/more than the lowest/);
    expect(form().text('lowest').error).toBeNull();
    type('tallest', '10 mm');
    expect(await ask()).toMatchObject({
      limits: { lowest: expect.closeTo(9e-3, 9) as number, tallest: expect.closeTo(1e-2, 9) as number },
    });
  });
  it('trades two goals, never one against itself', () => {
    const { form } = open();
    expect(form().draft.goals).toEqual(['mass', 'movement']);
    act(() => form().setGoal(0, 'movement'));
    expect(form().draft.goals).toEqual(['movement', 'mass']);
  });
  it('asks for the note only where a goal is one, and refuses it out of hearing', async () => {
    const { form, type, ask } = open();
    type('note', 'low');
    expect(await ask()).toMatchObject({ note: null });
    act(() => form().setGoal(1, 'note'));
    expect(await ask()).toBeNull();
    expect(form().text('note').error).toMatch(/from 20 to 2000/);
    type('note', '187,5');
    expect(await ask()).toMatchObject({ note: 187.5 });
  });
  it('limits no neck where none is on', async () => {
    expect(await open({ now: { ...facts.now, neckTurn: null } }).ask()).toMatchObject({ limits: { neck: null } });
  });
  it('wants something left to vary', async () => {
    const { form, ask } = open();
    const all = form().quick.map(({ group }) => group);
    expect(all.length).toBeGreaterThan(1);
    all.forEach((group) => act(() => form().vary(group, false)));
    expect(await ask()).toBeNull();
    expect(form().at('variables')).toMatch(/at least one/);
    act(() => form().vary(all[0]!, true));
    const request = (await ask()) as { variables: unknown[] } | null;
    expect(request?.variables).toHaveLength(1);
  });
  it('varies one thing as far either way, an opening in degrees', async () => {
    const { form, ask } = open();
    act(() => form().set({ kind: 'sweep' }));
    act(() => form().set({ span: '0' }));
    expect(await ask()).toMatchObject({ kind: 'sweep', from: -5e-4, to: 5e-4 });
    act(() => form().set({ group: 'opening' }));
    expect(await ask()).toMatchObject({
      variable: { of: 'opening' },
      to: expect.closeTo((2 * Math.PI) / 180, 9) as number,
    });
  });
});
