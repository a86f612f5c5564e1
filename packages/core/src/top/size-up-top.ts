/** A top in a few figures, as batches of many tops need them: no slopes, no fields. SI. */
import { contains, distanceToLine, type PlateShape, type Point } from '../outline';
import { factorTop, topModes, underLoad, valueAt, type FactoredTop, type TopModeKind } from '../shell';
import type { ExamineSettings, OpenedTop } from './examine-top';
import { neckMass } from './neck';
import { reserveOf, type Reserve } from './reserve';
import { stringsSize, testLoad, TEST_FORCE } from './strings-loads';
import { strung } from './strung';
import { topOfPlan } from './top-of-plan';
import type { TopHold, TopPlan } from './top-plan';

export interface TopSummary {
  modes: {
    frequency: number;
    kind: TopModeKind;
    /** The shape at places that are the same on any mesh of the plate, so that it is known again. */
    trace: number[];
  }[];
  /** Under the test weight where the bridge stands [m]; null where nothing holds the rim. */
  sink: number | null;
  /** What the strings do: a glued bridge's turn [rad], a floating one's sink [m]. */
  movement: number | null;
  /**
   * Of the neck's block under the strings [rad]; null where no neck is on. Not there in what was kept before it was
   * known.
   */
  neckTurn?: number | null;
  reserve: Pick<Reserve, 'factor' | 'low' | 'high' | 'verdict'> | null;
  /** [kg] */
  mass: number;
}

/** What is kept of a top that was tried, beside the plan. */
export interface KeptFigures {
  modes: { frequency: number; kind: TopModeKind }[];
  sink: number | null;
  movement: number | null;
  /** The movement is a turn. */
  turns: boolean;
  reserve: number | null;
  mass: number;
}

export function keptFigures({ modes, sink, movement, reserve, mass }: TopSummary, turns: boolean): KeptFigures {
  return {
    modes: modes.map(({ frequency, kind }) => ({ frequency, kind })),
    sink,
    movement,
    turns,
    reserve: reserve?.factor ?? null,
    mass,
  };
}

const USUAL_MODES = 4;

/** @param meshSize the usual one if not given [m] @throws InvalidInput naming the field that can't be */
export function sizeUpTop(plan: TopPlan, { hold, modeCount = USUAL_MODES, meshSize }: ExamineSettings): TopSummary {
  const factored = factorTop({ ...topOfPlan(plan, hold), ...(meshSize !== undefined && { meshSize }) });
  const { modes } = topModes(factored, modeCount);
  const trace = shapeTracer(factored, plan.shape);
  const held = hold !== 'free';
  return {
    modes: modes.map(({ frequency, kind, shape }) => ({ frequency, kind, trace: trace(shape) })),
    ...(held ? underLoads(factored, plan, hold) : { sink: null, movement: null, neckTurn: null, reserve: null }),
    mass: factored.model.mass - neckMass(plan, hold),
  };
}

type UnderLoads = Pick<TopSummary, 'sink' | 'movement' | 'neckTurn' | 'reserve'>;

function underLoads(factored: FactoredTop, plan: TopPlan, hold: TopHold): UnderLoads {
  const weight = underLoad(factored, testLoad(plan));
  const strings = strung(factored, plan, hold);
  const { factor, low, high, verdict } = reserveOf(factored, plan, strings.stress);
  return {
    sink: work(weight) / TEST_FORCE,
    movement: work(strings) / stringsSize(plan),
    neckTurn: strings.neckTurn,
    reserve: { factor, low, high, verdict },
  };
}

const work = ({ force, x }: { force: Float64Array; x: Float64Array }) =>
  force.reduce((sum, value, i) => sum + value * x[i], 0);

/** The same figures of a top that is open already. */
export function summaryOf({ examined, factored, plan }: OpenedTop): TopSummary {
  const { modes, weight, strings, mass } = examined;
  const trace = shapeTracer(factored, plan.shape);
  const reserve = strings && (({ factor, low, high, verdict }) => ({ factor, low, high, verdict }))(strings.reserve);
  return {
    modes: modes.map(({ frequency, kind, shape }) => ({ frequency, kind, trace: trace(shape) })),
    sink: weight?.sink ?? null,
    movement: strings?.movement ?? null,
    neckTurn: strings?.neckTurn ?? null,
    reserve,
    mass,
  };
}

/** Places along the plate's length; at the rim hardly anything moves. */
const PLACES_ALONG = 11;
const OFF_RIM = 0.03;

/** @returns a function from a shape at the mesh's nodes to its values at places of the plate */
export function shapeTracer(
  { model }: Pick<FactoredTop, 'model'>,
  { bounds, length, outline, holes }: PlateShape,
): (shape: Float64Array) => number[] {
  const pitch = length / PLACES_ALONG;
  const rows = Math.ceil(Math.max(Math.abs(bounds.yMin), bounds.yMax) / pitch);
  const places: Point[] = [];
  for (let i = 0; i < PLACES_ALONG; i++)
    for (let j = -rows; j <= rows; j++) {
      const [x, y] = [bounds.xMin + (i + 0.5) * pitch, j * pitch];
      if (
        contains(outline, x, y) &&
        distanceToLine(outline, x, y) > OFF_RIM * length &&
        !holes.some((hole) => contains(hole, x, y))
      )
        places.push([x, y]);
    }
  return (shape) => places.map((place) => Number(valueAt(model, shape, place).toFixed(4)));
}
