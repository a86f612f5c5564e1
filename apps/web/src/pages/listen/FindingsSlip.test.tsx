import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { knockPlaces, type PlacedKnock } from '@nimble/core/knock-map';
import type { KnockPartial } from '@nimble/core/sound';
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { setPreferences } from '../../ui/preferences';
import { KnockComputer } from '../../compute/knock-computer';
import { FindingsSlip } from './FindingsSlip';
import type { Walk } from './use-walk';

const [outline, holes] = [defaultOutline('steel-string'), defaultHoles('steel-string')];
const partial = (frequency: number, a: number, q = 50): KnockPartial => ({
  frequency,
  frequencySd: 0.01,
  q,
  qSd: 0.01,
  level: 20 * Math.log10(Math.abs(a)),
  polarity: a < 0 ? -1 : 1,
});
/** C3, C4 and two that beat; one place dies twice as fast and rattles. */
const knocks = knockPlaces(plateShape(outline, holes), 'few', []).map((place, i): PlacedKnock => {
  const q = i === 4 ? 25 : 50;
  const partials = [partial(130.81, 1, q), partial(261.63, 0.7, q), partial(311, 0.5, q), partial(314.4, 0.4, q)];
  return {
    id: place.name,
    place,
    partials,
    loudness: -10,
    brightness: 300,
    ringTime: q / 60,
    rattle: i === 4 ? 0.5 : 0,
  };
});
const picture = new KnockComputer().picture({ outline, holes, trebleSide: -1, knocks, a4: 440, beatRange: 5 });
const walk = { picture, rounds: [1, 2], round: 2, ofRound: [{}] } as unknown as Walk;

function show(of: Walk = walk) {
  const done = { onPlace: jest.fn(), onPartial: jest.fn(), onRound: jest.fn() };
  render(<FindingsSlip walk={of} change={null} {...done} />);
  return done;
}

describe('findings of a walk round', () => {
  beforeAll(() => (window.matchMedia = jest.fn().mockReturnValue({ matches: false })));
  afterEach(() => act(() => setPreferences({ pitch: 'note' })));

  it('point at the place that may be loose, with where to knock again', () => {
    const { onPlace } = show();
    const name = knocks[4]!.place.name;
    const loose = within(screen.getByLabelText('Loose?'));
    expect(
      loose.getByText(new RegExp(`loose near ${name}: it rattles after the blow, and it dies 50 % sooner`)),
    ).toBeInTheDocument();
    fireEvent.click(loose.getAllByRole('button')[0]!);
    expect(onPlace).toHaveBeenCalledWith(name);
  });
  it('count notes and names, repeats and beats, each leading to its place or shape', () => {
    const { onPartial } = show();
    const census = within(screen.getByLabelText('Census of notes'));
    expect(census.getByText(/notes of/).textContent).toBe('4 notes of 2 different names: C D♯');
    expect(census.getByText(/C comes 2 times/)).toBeInTheDocument();
    expect(census.getByText('3.4')).toBeInTheDocument(); // 314.4 - 311 in a second
    fireEvent.click(census.getAllByText('D♯4')[0]!);
    expect((onPartial.mock.calls[0] as [number])[0]).toBeCloseTo(311, 3);
  });
  it('say nothing of names to who wants none, and still how even it is', () => {
    setPreferences({ pitch: 'none' });
    show();
    expect(screen.queryByLabelText('Census of notes')).not.toBeInTheDocument();
    expect(screen.getByText(/Both sides sound alike/)).toBeInTheDocument();
    expect(screen.getByText(/^Rings 0\.42 to 0\.83 s over the plate/)).toBeInTheDocument();
  });
  it('ask for a walk where there was none, and start the next round', () => {
    const { onRound } = show({ ...walk, picture: null });
    expect(screen.getByText(/Nothing to report yet/)).toBeInTheDocument();
    fireEvent.click(screen.getByText('Start round 3'));
    expect(onRound).toHaveBeenCalledWith(3);
  });
});
