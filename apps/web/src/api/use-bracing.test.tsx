import type { BracingPlan } from '@nimble/core/bracing';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { aBuild, aPlan, servePlan } from '../test/test-bench';
import { openOutbox, outbox } from './bench-outbox';
import { noteRevision } from './revisions';
import { useBracing } from './use-bracing';

const first = aPlan();
const wider: BracingPlan = { ...first, archRadius: 9 };
const theirs: BracingPlan = { ...wider, laps: [{ ...first.laps[0]!, capThickness: 0.0011 }] };

function onThePlate(kept: BracingPlan) {
  servePlan(aBuild(), kept);
  const client = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
  void outbox.lead();
  return renderHook(({ plan }) => useBracing('b', plan), { wrapper, initialProps: { plan: kept } });
}

/** Of each plan that was sent: the revision that it says it was drawn upon. */
const sentUpon = () =>
  (window.fetch as jest.Mock<unknown, [string, { method?: string; headers?: Record<string, string> }]>).mock.calls
    .filter(([, init]) => init?.method === 'PUT')
    .map(([, init]) => init.headers?.['if-match']);

describe('the way back of a plan', () => {
  beforeAll(() => openOutbox(new QueryClient()));

  it('is made upon what is seen, while nobody else drew', async () => {
    noteRevision('/builds/b/plan', '"7"');
    const { result, rerender } = onThePlate(first);
    act(() => result.current.keep(wider));
    rerender({ plan: JSON.parse(JSON.stringify(wider)) as BracingPlan });
    await waitFor(() => expect(sentUpon()).toEqual(['"7"']));
    act(() => result.current.undo!());
    await waitFor(() => expect(sentUpon()).toEqual(['"7"', '"7"']));
    rerender({ plan: first });
    act(() => result.current.redo!());
    await waitFor(() => expect(sentUpon()).toHaveLength(3));
    expect(sentUpon()[2]).toBe('"7"');
  });

  it('asks first where another page drew since, though this page has seen it', async () => {
    noteRevision('/builds/b/plan', '"9"');
    const { result, rerender } = onThePlate(first);
    act(() => result.current.keep(wider));
    await waitFor(() => expect(sentUpon()).toEqual(['"9"']));
    rerender({ plan: theirs });
    act(() => result.current.undo!());
    await waitFor(() => expect(sentUpon()).toEqual(['"9"', '"8"']));
  });
});
