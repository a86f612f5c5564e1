/**
 * A build's whole top looked at once: modes, what strings and a weight do, what it bears, and what a little wood off
 * anywhere would change. SI.
 */
import { BLOCK } from '../linalg';
import {
  degreesOfFreedom,
  deflectionOf,
  factorTop,
  strainEnergies,
  topModes,
  underLoad,
  valueAt,
  woodSlopes,
  type EnergyShares,
  type FactoredTop,
  type StrainEnergy,
  type SlopePair,
  type TopModeKind,
  type TopStress,
  type WoodSlopes,
} from '../shell';
import { bridgeAt } from '../bracing';
import { reserveOf, type Reserve } from './reserve';
import { neckMass } from './neck';
import { stringsSize, testLoad, TEST_FORCE } from './strings-loads';
import { strung, type Strung } from './strung';
import { topOfPlan } from './top-of-plan';
import type { TopHold, TopPlan } from './top-plan';

export interface ExaminedMode {
  /** [Hz] */
  frequency: number;
  kind: TopModeKind;
  /** [kg] */
  modalMass: number;
  /** Air moved for each metre of its largest deflection, against a piston of the whole plate (0..1). */
  pumping: number;
  /** At each mesh node, largest 1. */
  shape: Float64Array;
  energy: EnergyShares;
  /** Of its frequency [Hz/m]. */
  slopes: WoodSlopes;
}

export interface ExaminedLoad {
  /** At each mesh node, inwards positive [m]. */
  field: Float64Array;
  energy: EnergyShares;
  /** Strain energy of the plate alone, by triangle [J/m2]. */
  density: Float64Array;
  slopes: WoodSlopes;
}

export interface ExaminedTop {
  hold: TopHold;
  x: Float64Array;
  y: Float64Array;
  triangles: Int32Array;
  /** Share of the plate that belongs to each node [m2], and its thickness there [m]. */
  nodeArea: Float64Array;
  nodeThickness: Float64Array;
  /** [kg] */
  mass: number;
  massSlopes: WoodSlopes;
  modes: ExaminedMode[];
  /** Under the test weight where the bridge stands; slopes of the sink there. Null where nothing holds the rim. */
  weight: (ExaminedLoad & { sink: number }) | null;
  /** Under the strings: how far a glued bridge turns [rad] or a floating one sinks [m], whose slopes these are. */
  strings: (ExaminedLoad & StringsFigures) | null;
  degreesOfFreedom: number;
  elapsedMs: number;
}

export interface StringsFigures {
  turns: boolean;
  /** [rad] or [m] */
  movement: number;
  /** In front of the bridge inwards, behind it outwards: each where it is most [m]. */
  sink: number;
  rise: number;
  stress: TopStress;
  /** Of the neck's block [rad]; null where no neck is on. */
  neckTurn: number | null;
  reserve: Reserve;
}

export interface ExamineSettings {
  hold: TopHold;
  modeCount?: number;
  meshSize?: number;
  /** [ms], only to say how long it took */
  clock?: () => number;
  onProgress?: (done: number) => void;
}

/** What stays in memory, for figures that follow the hand and for more questions. */
export interface OpenedTop {
  plan: TopPlan;
  factored: FactoredTop;
  examined: ExaminedTop;
  vectors: { modes: Float64Array[]; weight: Float64Array | null; strings: Float64Array | null };
  forces: { weight: Float64Array | null; strings: Float64Array | null };
}

const USUAL_MODES = 8;

/** @throws InvalidInput naming the field that can't be */
export function examineTop(plan: TopPlan, settings: ExamineSettings): OpenedTop {
  const { hold, modeCount = USUAL_MODES, meshSize, clock = () => 0, onProgress = () => undefined } = settings;
  const began = clock();
  const input = { ...topOfPlan(plan, hold), ...(meshSize !== undefined && { meshSize }) };
  const factored = factorTop(input);
  onProgress(0.45);
  const { modes } = topModes(factored, modeCount);
  onProgress(0.7);
  const weight = hold === 'free' ? null : underLoad(factored, testLoad(plan));
  const strings = hold === 'free' ? null : strung(factored, plan, hold);
  const { model } = factored;
  const loads = [weight, strings].flatMap((case_) => (case_ ? [case_.x] : []));
  const slopes = woodSlopes(model, input.braces ?? [], pairsOf(risen(factored), modes, loads));
  onProgress(0.95);
  const nodeArea = areasOf(factored);
  const whole = nodeArea.reduce((sum, area) => sum + area, 0);
  const energies = strainEnergies(model, [...modes.map(({ vector }) => vector), ...loads]);
  const examined: ExaminedTop = {
    hold,
    x: model.mesh.x,
    y: model.mesh.y,
    triangles: model.mesh.triangles,
    nodeArea,
    nodeThickness: model.plate.nodeThickness,
    mass: model.mass - neckMass(plan, hold),
    massSlopes: slopes[0],
    modes: modes.map(({ frequency, kind, modalMass, shape }, m) => ({
      frequency,
      kind,
      modalMass,
      shape,
      pumping: Math.abs(shape.reduce((sum, value, i) => sum + value * nodeArea[i], 0)) / whole,
      energy: energies[m].shares,
      slopes: times(slopes[1 + m], 1 / (8 * Math.PI ** 2 * frequency)),
    })),
    weight:
      weight &&
      weightCase(factored, plan, weight.x, { energy: energies[modes.length], slopes: slopes[1 + modes.length] }),
    strings:
      strings &&
      stringsCase(factored, plan, strings, { energy: energies[modes.length + 1], slopes: slopes[2 + modes.length] }),
    degreesOfFreedom: degreesOfFreedom(model),
    elapsedMs: clock() - began,
  };
  onProgress(1);
  return {
    plan,
    factored,
    examined,
    vectors: { modes: modes.map(({ vector }) => vector), weight: weight?.x ?? null, strings: strings?.x ?? null },
    forces: { weight: weight?.force ?? null, strings: strings?.force ?? null },
  };
}

/** Whose slopes are wanted: the mass, each mode, each load. */
const pairsOf = (
  rise: Float64Array,
  modes: readonly { vector: Float64Array; lambda: number }[],
  loads: readonly Float64Array[],
): SlopePair[] => [
  { x: rise, y: rise, lambda: -1, massOnly: true },
  ...modes.map(({ vector, lambda }) => ({ x: vector, y: vector, lambda })),
  ...loads.map((x) => ({ x, y: x, lambda: 0 })),
];

/** All nodes a metre up: its inertia is the mass. */
export function risen({ model }: FactoredTop): Float64Array {
  const x = new Float64Array(model.position.length * BLOCK);
  for (let i = 0; i < model.mesh.x.length; i++) x[BLOCK * model.position[i] + 2] = 1;
  return x;
}

function areasOf({ model: { plate, mesh } }: FactoredTop): Float64Array {
  const area = new Float64Array(mesh.x.length);
  for (let i = 0; i < 3 * plate.count; i++) area[plate.nodes[i]] += plate.facets[Math.floor(i / 3)].area / 3;
  return area;
}

const times = ({ thickness, heights }: WoodSlopes, factor: number): WoodSlopes => ({
  thickness: thickness.map((value) => factor * value),
  heights: heights.map((brace) => brace.map((value) => factor * value)),
});

interface Examined {
  energy: StrainEnergy;
  slopes: WoodSlopes;
}

function loadCase(
  { model }: FactoredTop,
  x: Float64Array,
  { shares, density }: StrainEnergy,
): Omit<ExaminedLoad, 'slopes'> {
  return { field: deflectionOf(model, x), energy: shares, density };
}

/** With K u = f and the sink f'u / |f|: its slope is - u' dK u / |f|. */
function weightCase(factored: FactoredTop, plan: TopPlan, x: Float64Array, { energy, slopes }: Examined) {
  const found = loadCase(factored, x, energy);
  const sink = valueAt(factored.model, found.field, [bridgeAt(plan.plan.bridge, plan.scale), 0]);
  return { ...found, sink, slopes: times(slopes, -1 / TEST_FORCE) };
}

/**
 * The movement that goes with the load: its work is half of load times movement, so its slope is - u' dK u over the
 * load.
 */
function stringsCase(
  factored: FactoredTop,
  plan: TopPlan,
  { force, x, stress, neckTurn }: Strung,
  { energy, slopes }: Examined,
): ExaminedLoad & StringsFigures {
  const found = loadCase(factored, x, energy);
  const size = stringsSize(plan);
  const work = force.reduce((sum, value, i) => sum + value * x[i], 0);
  return {
    ...found,
    turns: plan.plan.bridge.kind !== 'floating',
    movement: work / size,
    sink: found.field.reduce((most, value) => Math.max(most, value), 0),
    rise: -found.field.reduce((least, value) => Math.min(least, value), 0),
    stress,
    neckTurn,
    reserve: reserveOf(factored, plan, stress),
    slopes: times(slopes, -1 / size),
  };
}
