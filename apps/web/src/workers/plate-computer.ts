/** What the thickness screen shows of a plate, computed away from the page: verdict, plan, forecast, and the map as ready paths. */
import {
  assessThickness, cellAt, contourAreas, createMapGrid, judgeTearOut, mapThickness, plateContext, plateShape, removalBetween, roundLevels, summarizeAssessment, woodEstimate,
  type Assessment, type AssessmentSummary, type BuildWood, type HoleSpec, type OutlineSpec, type PassTool, type PlateContext, type Removal, type StationReading,
  type TargetSpec, type TearOut, type UnitChoice, fillTarget,
} from '@nimble/core'; // prettier-ignore
import { ringsPath } from '../plate/plate-paths';

export type MapView = 'thickness' | 'deviation' | 'mirror' | 'removed';

export interface PlateSpec {
  outline: OutlineSpec;
  holes: HoleSpec[];
  leftHanded: boolean;
}

export interface PictureRequest {
  plate: PlateSpec;
  readings: readonly StationReading[];
  /** Stations to be read, in any order: their places. */
  stations: readonly { x: number; y: number }[];
  target: TargetSpec;
  tool: PassTool;
  wood: BuildWood;
  mass: number | null;
  removalSpread: number;
  units: UnitChoice;
  view: MapView;
  /** While a target is dragged: only the map follows, verdict and plan wait until it is let go. */
  dragging: boolean;
  /** The survey to compare with in view `removed`. */
  earlier: { readings: readonly StationReading[]; mass: number | null } | null;
}

/** One step of the map: everything at or above `level`, painted over the step below. */
export interface Band {
  /** null for the lowest, which covers the whole plate. */
  level: number | null;
  /** -1 … 1: how far into lake or ember; 0 is plain wood. In plain thickness and removal 0 … 1 of one hue. */
  tone: number;
  path: string;
}

export interface PlatePicture {
  summary: AssessmentSummary | null;
  bands: Band[];
  hue: 'diverging' | 'spruce' | 'ember';
  /** Hatched: what is under its band, and what no reading reaches. */
  underPath: string;
  unreadPath: string;
  /** Target thickness at each requested station [m]. */
  targetAt: number[];
  /** What the map shows at each requested station [m], where that is not the reading itself: views `mirror` and `removed`. */
  shownAt: number[] | null;
  /** In view `removed`: what came off. */
  removed: Omit<Removal, 'depth'> | null;
}

const FINE_LEVELS = 8;
const UNREAD_LEVEL = 0.5;

export class PlateComputer {
  private plate: { key: string; context: PlateContext } | null = null;
  private last: { assessment: Assessment; target: TargetSpec; summary: AssessmentSummary } | null = null;

  picture(request: PictureRequest): PlatePicture {
    const context = this.contextOf(request.plate);
    const targetAt = targetsAt(context, request);
    if (request.readings.length === 0) {
      this.last = null;
      return {
        summary: null,
        bands: [],
        hue: 'spruce',
        underPath: '',
        unreadPath: '',
        targetAt,
        shownAt: null,
        removed: null,
      };
    }
    if (request.dragging && this.last) return this.follow(context, request, this.last, targetAt);
    const assessment = assessThickness(context, {
      ...request,
      wanted: request.stations.length,
      wood: woodEstimate(request.wood),
    });
    const summary = summarizeAssessment(assessment, context, request.target, request.units);
    this.last = { assessment, target: request.target, summary };
    return { summary, targetAt, ...paint(context, assessment, request) };
  }

  /** The same plate against a target under the hand: a new deviation, everything else as it was. */
  private follow(
    context: PlateContext,
    request: PictureRequest,
    { assessment, summary }: NonNullable<PlateComputer['last']>,
    targetAt: number[],
  ): PlatePicture {
    const target = new Float64Array(assessment.target.length);
    fillTarget(request.target, context, target);
    const deviation = assessment.map.thickness.map((h, cell) => h - target[cell]!);
    return { summary, targetAt, ...paint(context, { ...assessment, target, deviation }, request) };
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

function targetsAt(context: PlateContext, { target, stations }: PictureRequest): number[] {
  const wanted = new Float64Array(context.grid.nx * context.grid.ny);
  fillTarget(target, context, wanted);
  return stations.map(({ x, y }) => wanted[Math.max(0, cellAt(context.grid, x, y))]!);
}

function paint({ grid }: PlateContext, assessment: Assessment, request: PictureRequest) {
  const { map, deviation, mirror } = assessment;
  const tolerance = request.target.tolerance;
  const unread = Float64Array.from(map.unread);
  const unreadPath = ringsPath(contourAreas(grid, unread, [UNREAD_LEVEL])[0]!.rings);
  const plain = { underPath: '', unreadPath, shownAt: null, removed: null };
  const atStations = (field: Float64Array) =>
    request.stations.map(({ x, y }) => field[Math.max(0, cellAt(grid, x, y))]!);
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
        after: request.mass,
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

/** Plain wood within the band, then even steps to either side of it. */
function diverging(grid: Grid, field: Float64Array, band: number): Band[] {
  const [low, high] = rangeOnWood(grid, field);
  const far = Math.max(band * 2, Math.abs(low), Math.abs(high));
  const outside = roundLevels(0, far, STEPS_EACH_WAY).filter((level) => level > band * 1.2);
  const steps = [band, ...outside];
  const levels = [...steps.map((level) => -level).reverse(), ...steps];
  const areas = contourAreas(grid, field, levels);
  const strongest = steps.length;
  const toneAbove = (i: number) => (i < strongest ? -(strongest - 1 - i) : i - strongest + 1) / strongest;
  return [
    { level: null, tone: -1, path: '' },
    ...areas.map(({ level, rings }, i) => ({ level, tone: toneAbove(i), path: ringsPath(rings) })),
  ];
}
