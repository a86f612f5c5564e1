import type { TargetSpec } from '@nimble/core/graduation';
import { act, renderHook } from '@testing-library/react';
import { useTargetDraft } from './use-target-draft';

const even = (thickness: number): TargetSpec => ({
  base: { kind: 'even', thickness },
  rim: null,
  tolerance: 6e-5,
  limit: 2e-3,
});

describe('a target under the hand', () => {
  it('is kept as it was let go, also where it was moved and let go at once', () => {
    const store = jest.fn();
    const { result } = renderHook(() => useTargetDraft(even(2.7e-3), store));
    act(() => {
      result.current.show(even(2.8e-3));
      result.current.show(even(2.9e-3));
      result.current.drop();
    });
    expect(store.mock.calls).toEqual([[even(2.9e-3)]]);
    // Nothing is held any more: another letting go keeps nothing.
    act(() => void result.current.drop());
    expect(store).toHaveBeenCalledTimes(1);
  });
});
