/**
 * What the thickness screen shows of a plate, computed away from the page: verdict, plan, forecast, and the map as
 * ready paths.
 */
import {
  cellAt,
  contourAreas,
  createMapGrid,
  mapThickness,
  removalBetween,
  roundLevels,
  type StationReading,
} from '@nimble/core/survey';
import {
  followLead,
  judgeSurvey,
  judgeTearOut,
  plateContext,
  rulesFor,
  tearStates,
  type Assessment,
  type AssessmentSummary,
  type PlateContext,
  type SurveyFacts,
  type TearOut,
} from '@nimble/core/verdict';
import { plateShape, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import type { TearMark } from '@nimble/core/project';
import type { TargetSpec } from '@nimble/core/graduation';
import type { MapView, Band, PlatePicture } from '../plate/pictures';
import { ringsPath } from '../plate/plate-paths';

export interface PlateSpec {
  outline: OutlineSpec;
  holes: HoleSpec[];
  leftHanded: boolean;
}

export interface PictureRequest {
  plate: PlateSpec;
  /** All that bears on the verdict, as the server judges by it. */
  facts: SurveyFacts;
  /** Stations to be read, in any order: their places. */
  stations: readonly { x: number; y: number }[];
  view: MapView;
  /** Marked on the plate and not gone yet. */
  tears?: readonly TearMark[];
  /** While a target is dragged: only the map follows, verdict and plan wait until it is let go. */
  dragging: boolean;
  /** The survey to compare with in view `removed`. */
  earlier: { readings: readonly StationReading[]; mass: number | null } | null;
}

const FINE_LEVELS = 8;
const UNREAD_LEVEL = 0.5;

export class PlateComputer {
  private plate: { key: string; context: PlateContext } | null = null;
  private last: {
    assessment: Assessment;
    target: TargetSpec;
    summary: AssessmentSummary;
    standing: StationReading[];
  } | null = null;

  picture(request: PictureRequest): PlatePicture {
    const context = this.contextOf(request.plate);
    const { thin, lead } = rulesFor(context, request.facts);
    const { followed, wanted } = followLead(context, request.facts.target, lead);
    const atStations = { thin, followed, targetAt: atPlaces(context, wanted, request.stations) };
    if (request.dragging && this.last) return { ...atStations, ...this.follow(context, request, this.last, wanted) };
    const judged = judgeSurvey(context, request.facts);
    if (!judged) {
      this.last = null;
      return { ...atStations, ...BLANK };
    }
    const { assessment, summary, stations: standing } = judged;
    this.last = { assessment, target: request.facts.target, summary, standing };
    const tears = tearStates(assessment, request.facts.target, request.tears ?? []);
    return { ...atStations, summary, standing, tears, ...paint(context, assessment, request) };
  }

  /** The same plate against a target under the hand: a new deviation, everything else as it was. */
  private follow(
    context: PlateContext,
    request: PictureRequest,
    { assessment, summary, standing }: NonNullable<PlateComputer['last']>,
    target: Float64Array,
  ) {
    const deviation = assessment.map.thickness.map((h, cell) => h - target[cell]!);
    const tears = tearStates({ ...assessment, target }, request.facts.target, request.tears ?? []);
    return { summary, standing, tears, ...paint(context, { ...assessment, target, deviation }, request) };
  }

  /** Judges a tear in the plate last pictured. @throws InvalidInput for a place off the wood */
  tearOut(place: { x: number; y: number; depth: number }): TearOut | null {
    return this.last && judgeTearOut(this.last.assessment, this.last.target, place);
  }

  private contextOf({ outline, holes, leftHanded }: PlateSpec): PlateContext {
    const key = JSON.stringify([outline, holes, leftHanded]);
    if (this.plate?.key !== key) {
      const shape = plateShape(outline, holes);
      this.plate = { key, context: plateContext(shape, createMapGrid(shape), leftHanded ? 1 : -1) };
    }
    return this.plate.context;
  }
}

/** A plate of which nothing was read. */
const BLANK = {
  summary: null,
  standing: [],
  bands: [],
  hue: 'spruce' as const,
  underPath: '',
  unreadPath: '',
  shownAt: null,
  tears: [],
  removed: null,
};

function atPlaces({ grid }: PlateContext, field: Float64Array, places: readonly { x: number; y: number }[]): number[] {
  return places.map(({ x, y }) => field[Math.max(0, cellAt(grid, x, y))]!);
}

function paint(context: PlateContext, assessment: Assessment, request: PictureRequest) {
  const { grid } = context;
  const { map, deviation, mirror } = assessment;
  const tolerance = request.facts.target.tolerance;
  const unread = Float64Array.from(map.unread);
  const unreadPath = ringsPath(contourAreas(grid, unread, [UNREAD_LEVEL])[0]!.rings);
  const plain = { underPath: '', unreadPath, shownAt: null, removed: null };
  const atStations = (field: Float64Array) => atPlaces(context, field, request.stations);
  switch (request.view) {
    case 'thickness':
      return { ...plain, bands: oneHue(grid, map.thickness), hue: 'spruce' as const };
    case 'mirror':
      return {
        ...plain,
        bands: diverging(grid, mirror.difference, tolerance),
        hue: 'diverging' as const,
        shownAt: atStations(mirror.difference),
      };
    case 'removed': {
      if (!request.earlier || request.earlier.readings.length === 0)
        return { ...plain, bands: [], hue: 'ember' as const };
      const { readings, mass } = request.earlier;
      const { depth, ...removed } = removalBetween(mapThickness(grid, readings), map, {
        before: mass,
        after: request.facts.mass,
      });
      return { ...plain, bands: oneHue(grid, depth), hue: 'ember' as const, removed, shownAt: atStations(depth) };
    }
    case 'deviation': {
      const shortfall = deviation.map((d) => -d);
      const underPath = ringsPath(contourAreas(grid, shortfall, [tolerance])[0]!.rings);
      return { ...plain, underPath, bands: diverging(grid, deviation, tolerance), hue: 'diverging' as const };
    }
  }
}

type Grid = PlateContext['grid'];

/** Least and greatest over the wood only: the map carries on beyond it. */
function rangeOnWood({ wood }: Grid, field: Float64Array): [number, number] {
  let low = Infinity;
  let high = -Infinity;
  for (let cell = 0; cell < field.length; cell++) {
    if (!(wood[cell]! > 0)) continue;
    low = Math.min(low, field[cell]!);
    high = Math.max(high, field[cell]!);
  }
  return [low, high];
}

function oneHue(grid: Grid, field: Float64Array): Band[] {
  const [low, high] = rangeOnWood(grid, field);
  const levels = roundLevels(low, high, FINE_LEVELS).filter((level) => level > low);
  const areas = contourAreas(grid, field, levels);
  const tone = (step: number) => (step + 1) / (levels.length + 1);
  return [
    { level: null, tone: tone(-0.5), path: '' },
    ...areas.map(({ level, rings }, i) => ({ level, tone: tone(i + 0.5), path: ringsPath(rings) })),
  ];
}

const STEPS_EACH_WAY = 4;
/** A plate that lies exactly on a level lies on one side of it, not in specks of round-off on both [m]. */
const justBelow = (level: number) => level - 1e-9;

/** Plain wood within the band, then even steps to either side of it. */
function diverging(grid: Grid, field: Float64Array, band: number): Band[] {
  const [low, high] = rangeOnWood(grid, field);
  const far = Math.max(band * 2, Math.abs(low), Math.abs(high));
  const outside = roundLevels(0, far, STEPS_EACH_WAY).filter((level) => level > band * 1.2);
  const steps = [band, ...outside];
  const levels = [...steps.map((level) => -level).reverse(), ...steps];
  const areas = contourAreas(grid, field, levels.map(justBelow));
  const strongest = steps.length;
  const toneAbove = (i: number) => (i < strongest ? -(strongest - 1 - i) : i - strongest + 1) / strongest;
  return [
    { level: null, tone: -1, path: '' },
    ...areas.map(({ rings }, i) => ({ level: levels[i]!, tone: toneAbove(i), path: ringsPath(rings) })),
  ];
}
