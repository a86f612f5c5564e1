import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { defaultTarget } from '@nimble/core/graduation';
import { layStations, type StationReading } from '@nimble/core/survey';
import { NO_BUILD_CHOICES } from '@nimble/core/project';
import type { SurveyFacts } from '@nimble/core/verdict';
import { aBuild, surveyFacts } from '../test/test-bench';
import { PlateComputer, type PictureRequest } from './plate-computer';
import type { MapView } from '../plate/pictures';

const plate = { outline: defaultOutline('steel-string'), holes: defaultHoles('steel-string'), leftHanded: false };
const stations = layStations(plateShape(plate.outline, plate.holes));
const read = (thickness: (x: number) => number): StationReading[] =>
  stations.map(({ name, x, y }) => ({
    station: name,
    x,
    y,
    thickness: thickness(x),
    count: 1,
    spread: 0,
    kept: false,
  }));

// By number the target itself is the line.
const build = aBuild({ choices: { ...NO_BUILD_CHOICES, rules: { ...NO_BUILD_CHOICES.rules, leader: 'number' } } });
const request = (
  view: MapView,
  change: Partial<PictureRequest> = {},
  facts: Partial<SurveyFacts> = {},
): PictureRequest => ({
  plate,
  stations,
  view,
  facts: surveyFacts(
    build,
    read((x) => 2.7e-3 + 4e-4 * x),
    { wanted: stations.length, ...facts },
  ),
  earlier: null,
  dragging: false,
  ...change,
});

describe('plate picture', () => {
  const computer = new PlateComputer();
  it('paints plain wood within the band and steps away from it on both sides', () => {
    const { bands } = computer.picture(request('deviation'));
    const levels = bands.map((band) => band.level ?? -Infinity);
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
    const within = bands.find(({ level }) => level !== null && Math.abs(level + 6e-5) < 1e-9);
    expect(within?.tone).toBeCloseTo(0, 12);
    expect(bands.at(-1)!.tone).toBeGreaterThan(0.5);
    expect(bands[0]!.tone).toBe(-1);
  });
  it('shows what came off between two surveys', () => {
    const { bands, hue } = computer.picture(
      request('removed', { earlier: { readings: read((x) => 2.75e-3 + 5e-4 * x), mass: 0.2 } }),
    );
    expect(hue).toBe('ember');
    const levels = bands.flatMap(({ level }) => (level === null ? [] : [level]));
    expect(Math.min(...levels)).toBeGreaterThan(4e-5); // 0.05 mm at the neck end
    expect(Math.max(...levels)).toBeLessThan(1.01e-4); // 0.05 + 0.1 x 0.49 mm at the tail
  });
  it('tells the target at every station, with or without readings', () => {
    const empty = computer.picture(request('thickness', {}, { readings: [] }));
    expect(empty.summary).toBeNull();
    expect(empty.targetAt).toEqual(stations.map(() => 2.75e-3));
  });
  it('lets the map follow a dragged target exactly, with the verdict as it was', () => {
    const start = computer.picture(request('deviation'));
    const moved = { ...defaultTarget('steel-string', 'top'), base: { kind: 'even', thickness: 2.85e-3 } } as const;
    const dragged = computer.picture(request('deviation', { dragging: true }, { target: moved }));
    const settled = computer.picture(request('deviation', {}, { target: moved }));
    expect(dragged.bands).toEqual(settled.bands);
    expect(dragged.summary).toEqual(start.summary);
    expect(settled.summary).not.toEqual(start.summary);
  });
  it('judges a tear in the plate last pictured', () => {
    computer.picture(request('thickness'));
    expect(computer.tearOut({ x: 0.4, y: 0, depth: 1e-4 })?.left).toBeCloseTo(2.76e-3, 5);
  });
});
