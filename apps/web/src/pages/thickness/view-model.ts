/** Turns records into what the thickness screen draws. Pure: tested without React. */
import { averageByStation, type Station, type StationReading } from '@nimble/core/survey';
import { formatThickness, formatThicknessChange, inWords, type UnitChoice } from '@nimble/core/units';
import { overUnderWords, type AssessmentSummary, type StepSummary } from '@nimble/core/verdict';
import type { Build, SurveyReading } from '../../api/types';
import { MM, type StationView } from '../../plate';
import type { Preferences } from '../../ui/preferences';

export interface StationFacts {
  stations: readonly Station[];
  readings: readonly StationReading[];
  /** Target at each station [m], parallel to `stations`; empty while it is being computed. */
  targetAt: readonly number[];
  /** What to write instead of the reading [m], parallel to `stations`: a difference, with its sign. */
  shownAt?: readonly (number | null)[];
  /** Differences carry a plus; what came off does not need one. */
  signed?: boolean;
  tolerance: number;
  questioned: readonly string[];
  numbers: Preferences['numbers'];
  units: UnitChoice;
}

export function stationViews(facts: StationFacts): StationView[] {
  const readingOf = new Map(facts.readings.map((reading) => [reading.station, reading]));
  return facts.stations.map((station, i) => {
    const reading = readingOf.get(station.name);
    const target = facts.targetAt[i];
    const off = reading && target !== undefined ? reading.thickness - target : 0;
    const band = off > facts.tolerance ? 'over' : off < -facts.tolerance ? 'under' : 'within';
    const figure = reading
      ? stationFigure(reading, facts.shownAt?.[i] ?? null, facts.signed ?? true, facts.units)
      : null;
    return {
      name: station.name,
      x: station.x,
      y: station.y,
      skipped: station.skipped,
      figure,
      take:
        facts.numbers === 'depth' && band === 'over' && !facts.shownAt
          ? formatThicknessChange(-off, facts.units).figure
          : null,
      band: facts.shownAt ? 'within' : band,
      // What was only moved by a look is no reading and never written like one.
      shown: reading?.count !== 0 && facts.numbers !== 'none' && (facts.numbers !== 'out-of-band' || band !== 'within'),
      questioned: facts.questioned.includes(station.name),
      spoken: spokenStation(station, reading, target, facts.units),
    };
  });
}

function stationFigure(reading: StationReading, shown: number | null, signed: boolean, units: UnitChoice): string {
  return shown === null
    ? formatThickness(reading.thickness, units).figure
    : formatThicknessChange(shown, units).figure.replace(signed ? '' : '+', '');
}

function spokenStation(
  station: Station,
  reading: StationReading | undefined,
  target: number | undefined,
  units: UnitChoice,
): string {
  if (station.skipped) return `Station ${station.name}, skipped`;
  if (!reading || reading.count === 0) return `Station ${station.name}, not read`;
  const off = target === undefined ? '' : `, ${overUnderWords(reading.thickness - target, units)}`;
  return `Station ${station.name}: ${inWords(formatThickness(reading.thickness, units))}${off}`;
}

/** The last reading that still stands, for stepping back. */
export function lastStanding(readings: readonly SurveyReading[]): SurveyReading | null {
  const superseded = new Set(readings.map((reading) => reading.supersedes));
  return readings.findLast((reading) => reading.thickness !== null && !superseded.has(reading.id)) ?? null;
}

/** Where the maker stopped: the station of the last reading, or none. */
export function stoppedAt(readings: readonly SurveyReading[]): string | null {
  return lastStanding(readings)?.station ?? null;
}

export const averages = (readings: readonly SurveyReading[]): StationReading[] => averageByStation(readings);

/** How many places of the plan are marked on the plate; the slip lists the rest. */
const MARKED_STEPS = 4;
const MARK_REACH_PIXELS = 34;

export interface StepMark {
  x: number;
  y: number;
  label: string;
}

/** As a step of the advice is called that goes over all of it. */
export const WHOLE_PLATE = 'The whole plate';

/** Then it is read before the parts are worked. */
export const isByHandAllOver = ({ place, tool }: StepSummary): boolean =>
  place === WHOLE_PLATE && tool.kind !== 'sander';

/** What is to be done before one looks again, or the first few places. */
export function stepsShown(steps: readonly StepSummary[]): readonly StepSummary[] {
  const [first] = steps;
  return steps.slice(0, first && isByHandAllOver(first) ? 1 : MARKED_STEPS);
}

export function stepMarks(summary: AssessmentSummary | null): StepMark[] {
  if (!summary) return [];
  return stepsShown(summary.steps).map(({ centre, place }) => ({ ...centre, label: place }));
}

/** Stations under a mark keep a dot instead of a figure. */
export function clearOfMarks(
  stations: readonly StationView[],
  marks: readonly StepMark[],
  pixelsPerMm: number,
): StationView[] {
  const reach = MARK_REACH_PIXELS / (pixelsPerMm * MM);
  const isUnder = ({ x, y }: StationView) =>
    marks.some((mark) => Math.abs(mark.x - x) < reach && Math.abs(mark.y - y) < 0.75 * reach);
  return stations.map((station) => (isUnder(station) ? { ...station, shown: false } : station));
}

/** The plates that are being thinned before and after one, by number; round at the ends. */
export function besideOf<B extends Pick<Build, 'id' | 'number' | 'stage'>>(
  build: Pick<Build, 'id' | 'number'>,
  builds: readonly B[],
): { before: B | null; after: B | null } {
  const others = builds
    .filter(({ id, stage }) => stage === 'thickness' && id !== build.id)
    .sort((a, b) => a.number - b.number);
  const next = others.findIndex(({ number }) => number > build.number);
  const at = next < 0 ? others.length : next;
  return {
    before: others.at(at - 1) ?? null,
    after: others[at % others.length] ?? null,
  };
}
