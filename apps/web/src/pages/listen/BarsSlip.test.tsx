import type { BarGoal } from '@nimble/core/project';
import { fireEvent, screen, within } from '@testing-library/react';
import type { KnockView, useKnockWrites } from '../../api/knocks';
import type { KnockListener } from '../../listening/use-knock-listener';
import { open, serve } from '../../test/test-bench';
import { BarsSlip } from './BarsSlip';

const ear = { state: 'off', listen: jest.fn(), stop: jest.fn(), take: jest.fn() } as unknown as KnockListener;
const UPPER: BarGoal = { name: 'upper tone bar', goal: 160 };
const LOWER: BarGoal = { name: 'lower tone bar', goal: null };

/** Notes with their levels [Hz, dB]. */
const over = (id: string, bar: BarGoal, ...notes: [number, number][]): KnockView => ({
  id,
  about: 'bar',
  round: 1,
  at: '2026-11-20T09:00:00Z',
  buildId: 'b',
  person: '',
  source: 'file',
  retracted: false,
  options: {},
  place: { name: bar.name },
  analysis: { partials: notes.map(([frequency, level]) => ({ frequency, level })) } as KnockView['analysis'],
});

function show(knocks: readonly KnockView[], bars: readonly BarGoal[] = [UPPER, LOWER], lit = UPPER.name) {
  serve({});
  const said = { lit: jest.fn(), bars: jest.fn() };
  const keep = { retract: jest.fn(), hearAgain: jest.fn() } as unknown as ReturnType<typeof useKnockWrites>;
  const { unmount } = open(
    <BarsSlip
      ear={ear}
      last={null}
      knocks={knocks}
      keep={keep}
      bars={bars}
      lit={lit}
      onLit={said.lit}
      onBars={said.bars}
      onUndo={() => undefined}
    />,
  );
  return { ...said, unmount };
}

describe('bars heard one at a time', () => {
  const both = [over('1', UPPER, [41.2, 0], [165, -20], [312, -5]), over('2', LOWER, [84, -9], [216, -9])];
  it('say by their strongest note until their own is named, then by that', () => {
    const { bars, unmount } = show(both);
    const own = within(screen.getByLabelText('Its own note'));
    expect(own.getAllByRole('button').map((button) => button.textContent)).toEqual([
      'E1 41 Hz',
      'E3 165 Hz',
      'D♯4 312 Hz',
    ]);
    expect(own.queryByRole('button', { pressed: true })).toBeNull();
    fireEvent.click(own.getByRole('button', { name: 'E3 165 Hz' }));
    expect(bars).toHaveBeenCalledWith([{ ...UPPER, about: 165 }, LOWER]);
    unmount();
    show(both, [{ ...UPPER, about: 165 }, LOWER]);
    expect(screen.getByRole('button', { name: 'E3 165 Hz', pressed: true })).toBeVisible();
    // 1200 log2(165 / 160) cents over its goal.
    expect(screen.getByText('53 ¢')).toBeVisible();
    // From 165 to the other bar’s 84 Hz, its strongest: 1200 log2(84 / 165).
    expect(screen.getByText(/From upper tone bar to lower tone bar/)).toHaveTextContent('−1169 ¢');
  });
  it('tell when their own note was not heard', () => {
    show([over('1', UPPER, [40, 0], [312, -5])], [{ ...UPPER, about: 165 }, LOWER]);
    expect(screen.getByRole('alert')).toHaveTextContent(
      'Its own note, about 165 Hz, was not heard in the newest knock',
    );
    expect(screen.getByRole('region', { name: UPPER.name })).toHaveTextContent('Not read yet.');
  });
  it('tell it also when an older knock had heard it', () => {
    const heard = [over('1', UPPER, [40, 0], [165, -20]), over('2', UPPER, [40, 0], [312, -5])];
    show(heard, [{ ...UPPER, about: 165 }, LOWER]);
    expect(screen.getByRole('alert')).toHaveTextContent('was not heard in the newest knock');
    expect(within(screen.getByLabelText('Its own note')).queryByRole('button', { pressed: true })).toBeNull();
  });
  it('take a goal as a note or in hertz, and refuse what is neither', () => {
    const { bars } = show(both);
    const goal = screen.getByLabelText('Goal of the lower tone bar, note or Hz');
    fireEvent.change(goal, { target: { value: 'H9' } });
    fireEvent.blur(goal);
    expect(screen.getByText(/Type a note with its octave/)).toBeVisible();
    expect(bars).not.toHaveBeenCalled();
    fireEvent.change(goal, { target: { value: 'A3' } });
    fireEvent.blur(goal);
    expect(bars).toHaveBeenCalledWith([UPPER, { ...LOWER, goal: expect.closeTo(220, 6) }]);
  });
  it('light the one that is tapped, and offer nothing to choose where one note was heard', () => {
    const { lit } = show([over('1', UPPER, [165, 0])]);
    fireEvent.click(screen.getByRole('button', { name: 'lower tone bar' }));
    expect(lit).toHaveBeenCalledWith(LOWER.name);
    expect(screen.queryByLabelText('Its own note')).toBeNull();
  });
});
