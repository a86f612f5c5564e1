import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { knockPlaces, type PlacedKnock } from '@nimble/core/knock-map';
import type { KnockPartial } from '@nimble/core/sound';
import { KnockComputer } from './knock-computer';

const [outline, holes] = [defaultOutline('steel-string'), defaultHoles('steel-string')];
const shape = plateShape(outline, holes);
const partial = (frequency: number, a: number): KnockPartial => ({
  frequency,
  frequencySd: 0.01,
  q: 50,
  qSd: 0.01,
  level: 20 * Math.log10(Math.abs(a)),
  polarity: a < 0 ? -1 : 1,
});

/** One partial pumps, one rocks across the centre line. */
const knocks = knockPlaces(shape, 'few', []).map((place): PlacedKnock => {
  const rock = place.y / (shape.width / 2);
  const partials = [partial(180, 1), ...(Math.abs(rock) > 0.02 ? [partial(250, rock)] : [])];
  return {
    id: place.name,
    place,
    partials,
    loudness: -10,
    brightness: 400 - 100 * Math.sign(place.y),
    ringTime: 0.8,
    rattle: 0,
  };
});
const request = { outline, holes, trebleSide: -1 as const, knocks, a4: 440, beatRange: 5 };

describe('the picture of a walk round', () => {
  const { map, shapes, mirror, census } = new KnockComputer().picture(request);
  it('has a shape for each partial, from all the way down to all the way up', () => {
    expect(map.partials.map(({ frequency }) => Math.round(frequency))).toEqual([180, 250]);
    expect(shapes).toHaveLength(2);
    const tones = shapes[1]!.bands.map(({ tone }) => tone);
    expect(tones).toEqual([...tones].sort((a, b) => a - b));
    expect(tones[0]).toBe(-1);
    expect(tones.at(-1)).toBe(1);
    expect(shapes[1]!.nodes).not.toBe('');
    expect(Math.abs(shapes[1]!.hold!.y)).toBeLessThan(0.02); // on the centre line, where it stands still
    expect(Math.abs(shapes[1]!.strike.y)).toBeGreaterThan(0.06);
  });
  it('hears the treble side brighter: 500 against 300 Hz', () => {
    expect(mirror.brightness).toBeCloseTo(5 / 3, 9);
    expect(census.counted).toEqual([0, 1]);
  });
  it('draws no shape from four places', () => {
    expect(new KnockComputer().picture({ ...request, knocks: knocks.slice(0, 4) }).shapes).toEqual([]);
  });
});
