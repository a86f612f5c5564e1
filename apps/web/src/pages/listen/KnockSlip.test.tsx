import { choose, optionsOf } from '../../test/choose';
import { keptAnalysis, type HeardPartial, type KeptAnalysis } from '@nimble/core/sound';
import { fireEvent, screen, within } from '@testing-library/react';
import type { KnockView, useKnockWrites } from '../../api/knocks';
import { setPreferences } from '../../ui/preferences';
import type { KnockListener } from '../../listening/use-knock-listener';
import { open, serve } from '../../test/test-bench';
import { KnockSlip } from './KnockSlip';

const ear = { state: 'off', listen: jest.fn(), stop: jest.fn(), take: jest.fn() } as unknown as KnockListener;
const partial = (frequency: number, level: number, q = 50): HeardPartial => ({
  frequency,
  level,
  frequencySd: 0.02,
  q,
  qSd: 0.5,
  polarity: 1,
  heard: 1,
  note: 'A',
  octave: 3,
  cents: 0,
  ring: 0.5,
});
const analysis = (partials: readonly HeardPartial[], change: Partial<KeptAnalysis> = {}): KeptAnalysis => ({
  ...keptAnalysis({
    sampleRate: 48000,
    duration: 1.7,
    onsets: [{ time: 0.3, accepted: true }],
    partials: [...partials],
    ringTime: 0.5,
    rattle: 0,
    loudness: -10,
    brightness: 300,
    warnings: [],
  }),
  ...change,
});
const knock = (id: string, heard: KeptAnalysis, minute: number, change: Partial<KnockView> = {}): KnockView => ({
  id,
  about: 'plate',
  round: 1,
  at: `2026-11-20T09:${String(minute).padStart(2, '0')}:00Z`,
  buildId: 'b',
  person: '',
  source: 'file',
  retracted: false,
  options: {},
  place: {},
  analysis: heard,
  ...change,
});

function show(knocks: readonly KnockView[]) {
  serve({});
  const keep = { retract: jest.fn(), hearAgain: jest.fn(() => Promise.resolve()) };
  open(
    <KnockSlip
      ear={ear}
      last={null}
      knocks={knocks}
      keep={keep as unknown as ReturnType<typeof useKnockWrites>}
      onUndo={() => undefined}
      doubt={{ doubted: null, offer: jest.fn(), keep: jest.fn(), drop: jest.fn() }}
    />,
  );
  return keep;
}

describe('knocks on a whole plate', () => {
  afterEach(() => setPreferences({ pitch: 'note' }));
  it('tell how to hold it before there is one', () => {
    show([]);
    expect(screen.getByText(/Hold the plate at a node/)).toBeVisible();
    expect(screen.queryByLabelText('Together')).toBeNull();
  });
  it('show the newest very large, with what moved since the one before: 200 to 198 Hz is 17 cents down', () => {
    show([knock('1', analysis([partial(200, 0), partial(310, -8)]), 1), knock('2', analysis([partial(198, 0)]), 2)]);
    const [large] = screen.getAllByText(/198\.0 Hz/);
    expect(large).toHaveTextContent('−17 ¢ since');
    // T60 = 2.199 Q / f = 0.555 s.
    expect(screen.getByText('rings 0.56 s, Q 50')).toBeVisible();
  });
  it('can be set against any earlier one', () => {
    const station = knock('0', analysis([partial(199, 0)]), 0, { about: 'station', round: 2, place: { name: 'B3' } });
    show([station, knock('1', analysis([partial(200, 0)]), 1), knock('2', analysis([partial(198, 0)]), 2)]);
    const choice = screen.getByLabelText('Compared with (dashed)');
    expect(optionsOf(choice).at(-1)).toMatch(/B3, round 2$/);
    choose(choice, '0');
    // 1200 log2(198 / 199)
    expect(screen.getAllByText(/198\.0 Hz/)[0]).toHaveTextContent('−9 ¢ since');
  });
  it('are put together for the day, in so many of them, with their spread', () => {
    const heard = [200, 200.4, 199.8].map((frequency, i) => knock(`${i}`, analysis([partial(frequency, 0)]), i));
    show([knock('old', analysis([partial(240, 0)]), 0, { at: '2026-11-12T09:00:00Z' }), ...heard]);
    const together = within(screen.getByLabelText('Together'));
    expect(together.getByText('3 knocks on 20 Nov')).toBeVisible();
    const cells = together.getAllByRole('cell').map((cell) => cell.textContent);
    expect(cells.at(-1)).toBe('3/3');
    expect(Number(cells[1])).toBeGreaterThan(199.8);
    expect(Number(cells[1])).toBeLessThan(200.4);
  });
  it('are heard again from another lowest note, or taken back, one by one', () => {
    const keep = show([knock('1', analysis([partial(200, 0)]), 1)]);
    fireEvent.click(screen.getByText('Take back'));
    expect(keep.retract).toHaveBeenCalledWith('1', true);
    choose(screen.getByLabelText(/^Lowest note of the knock/), '100');
    expect(keep.hearAgain).toHaveBeenCalledWith('1', 100);
    expect(screen.getByText('Take back')).toBeDisabled();
  });
  it('name no pitch where none is wanted, and say what is wrong with a sound', () => {
    setPreferences({ pitch: 'none' });
    show([knock('1', analysis([partial(200, 0, 60)], { rattle: 0.6, warnings: ['hum'] }), 1)]);
    expect(screen.getByText('alive')).toBeVisible();
    expect(screen.getByText(/Something rattles/)).toBeVisible();
    expect(screen.getByText('Mains hum is in it; it was kept out of the notes.')).toBeVisible();
  });
});
