/**
 * A top while it is voiced, as a model: the notes it has on the bench, how far it bends over its rests, its weight; and
 * what a little wood off anywhere, or other wood, would make of each. Logarithms throughout: a slope of one means one
 * per cent for one per cent. SI.
 */
import { dot } from '../linalg';
import type { Point } from '../outline';
import { bridgeAt } from '../bracing';
import {
  factorTop,
  otherWood,
  topModes,
  underForces,
  valueAt,
  woodSlopes,
  type FactoredTop,
  type SlopePair,
  type TopModel,
  type TopInput,
  type TopModeKind,
  type WoodSlopes,
} from '../shell';
import { trackModes, partOfPlace, risen, shapeTracer, topOfPlan, type TopPart, type TopPlan } from '../top';
import { flexSetups, forcesOf, type FlexPlace } from './flex-place';
import { strokeShape, type ShavedPlace } from './shaving';
import { AS_TAKEN, withFactors, WOOD_FACTORS, type WoodFactors } from './wood-factors';

/** Modes count from the lowest of the top as it was when its voicing began, followed by shape from there. */
export type QuantityKey = `mode:${number}` | `flex:${FlexPlace}` | 'mass' | 'ring';

export interface VoicedQuantity {
  key: QuantityKey;
  /** [Hz], [m/N], [kg] or [s] */
  value: number;
  /** Of its logarithm by thickness at the mesh's nodes and height at the braces' stations [1/m]. */
  slopes: WoodSlopes;
  /** Of its logarithm by that of each wood factor, in their order (1). */
  byWood: number[];
}

export interface VoicedMode {
  key: QuantityKey;
  kind: TopModeKind;
  frequency: number;
  trace: number[];
  shapeAt: (place: Point) => number;
}

export interface VoicingModel {
  /** With its wood as taken: `factors` are in the figures only. */
  top: TopPlan;
  factors: WoodFactors;
  closed: boolean;
  /** What its figures are of; `top` may have been shaved since. */
  solved: TopPlan;
  /** Of its own where it was asked for [m]. */
  meshSize?: number;
  modes: VoicedMode[];
  quantities: VoicedQuantity[];
  nodeParts: TopPart[];
}

export interface VoicingSettings {
  /** Glued to its sides; else it lies on the bench with no bridge on. */
  closed: boolean;
  modeCount?: number;
  meshSize?: number;
  /** Shapes of the modes when the voicing began: `mode:0` is the first of them. */
  named?: readonly { trace: readonly number[] }[];
  /** Effects of the wood factors on the same quantities, where they are known of wood a little different. */
  byWood?: (key: QuantityKey) => number[];
}

const USUAL_MODES = 5;
/** Coarser than the whole top's: what it errs by is fitted away, and a shaving's effect is a difference. */
const STEPS = 18;
/** By so much a factor is changed to see what it does. */
const NUDGE = 0.02;

interface OnTheBench {
  input: TopInput;
  factored: FactoredTop;
  terms: Term[];
  modes: VoicedMode[];
}

const inputOf = (top: TopPlan, by: WoodFactors, { closed, meshSize }: VoicingSettings): TopInput => ({
  ...topOfPlan(withFactors({ ...top, bridge: closed && top.bridge }, by), closed ? 'glued' : 'free'),
  meshSize: meshSize ?? Math.sqrt(top.shape.length * top.shape.width) / STEPS,
  anchors: setupsOf(top, closed).flatMap(({ load, rests }) => [load, ...(rests ?? [])]),
});

const setupsOf = (top: TopPlan, closed: boolean) =>
  flexSetups(top.shape, bridgeAt(top.plan.bridge, top.scale), top.trebleSign, closed);

function solveOnBench(top: TopPlan, factors: WoodFactors, settings: VoicingSettings): OnTheBench {
  const { closed, modeCount = USUAL_MODES, named } = settings;
  const input = inputOf(top, factors, settings);
  const factored = factorTop(input);
  const { model } = factored;
  const trace = shapeTracer(factored, top.shape);
  const found = topModes(factored, modeCount).modes.map((mode) => ({ ...mode, trace: trace(mode.shape) }));
  const modes = named ? trackModes(named, found) : found;
  const rise = risen(factored);
  const bends = setupsOf(top, closed).map((setup): Term => {
    const { force, x } = underForces(factored, forcesOf(setup));
    const compliance = dot(force, x);
    return { key: `flex:${setup.place}`, value: compliance, pair: { x, y: x, lambda: 0 }, over: -compliance };
  });
  return {
    input,
    factored,
    terms: [
      ...modes.map(({ frequency, vector, lambda }, m): Term => ({
        key: `mode:${m}`,
        value: frequency,
        pair: { x: vector, y: vector, lambda },
        over: 2 * lambda,
      })),
      ...bends,
      { key: 'mass', value: model.mass, pair: { x: rise, y: rise, lambda: -1, massOnly: true }, over: model.mass },
    ],
    modes: modes.map(({ frequency, kind, shape, trace: own }, m) => ({
      key: `mode:${m}`,
      kind,
      frequency,
      trace: own,
      shapeAt: (place) => valueAt(model, shape, place),
    })),
  };
}

/**
 * Notes, bends and weight of a top without what would change them.
 * @throws InvalidInput naming the field that can't be
 */
export function figuresOnBench(
  top: TopPlan,
  settings: VoicingSettings,
  factors: WoodFactors = AS_TAKEN,
): { modes: VoicedMode[]; values: { key: QuantityKey; value: number }[] } {
  const { modes, terms } = solveOnBench(top, factors, settings);
  return { modes, values: terms.map(({ key, value }) => ({ key, value })) };
}

/** The last ones stay at hand: a voicing is looked at again and again from where it began. */
const begun = new Map<string, VoicedMode[]>();
const MOST_BEGUN = 4;

/**
 * The modes of a top as its voicing begins, which all later ones are named by.
 * @throws InvalidInput naming the field that can't be
 */
export function modesAtStart(top: TopPlan, settings: VoicingSettings): VoicedMode[] {
  const key = JSON.stringify([top, settings]);
  const known = begun.get(key);
  if (known) return known;
  const { modes } = figuresOnBench(top, settings);
  if (begun.size >= MOST_BEGUN) begun.delete(begun.keys().next().value!);
  begun.set(key, modes);
  return modes;
}

/** @throws InvalidInput naming the field that can't be */
export function openVoicingModel(top: TopPlan, factors: WoodFactors, settings: VoicingSettings): VoicingModel {
  const { input, factored, terms, modes } = solveOnBench(top, factors, settings);
  const { model } = factored;
  const pairs = terms.map(({ pair }) => pair);
  let slopes: WoodSlopes[] | null = null;
  const slopesOf = () => (slopes ??= woodSlopes(model, input.braces ?? [], pairs));
  const byWood = settings.byWood ?? woodEffects(model, terms, (by) => inputOf(top, timesOf(factors, by), settings));
  return {
    top,
    factors,
    closed: settings.closed,
    solved: top,
    ...(settings.meshSize !== undefined && { meshSize: settings.meshSize }),
    modes,
    quantities: terms.map(({ key, value, over }, q): VoicedQuantity => {
      let own: WoodSlopes | null = null;
      return {
        key,
        value,
        get slopes() {
          return (own ??= divided(slopesOf()[q], over));
        },
        byWood: byWood(key),
      };
    }),
    nodeParts: Array.from(model.mesh.x, (x, n) => partOfPlace(top.shape, top.trebleSign, x, model.mesh.y[n])),
  };
}

interface Term {
  key: QuantityKey;
  value: number;
  pair: SlopePair;
  /** What turns the pair's change of the matrices into one of the logarithm. */
  over: number;
}

const timesOf = (factors: WoodFactors, by: Partial<WoodFactors>): WoodFactors => ({
  ...factors,
  ...Object.fromEntries(WOOD_FACTORS.flatMap((name) => (by[name] ? [[name, factors[name] * by[name]]] : []))),
});

/** Changes of the logarithm of a quantity for those of the factors, in their order. */
function woodEffects(
  model: TopModel,
  terms: readonly Term[],
  inputBy: (by: Partial<WoodFactors>) => TopInput,
): (key: QuantityKey) => number[] {
  const changeTo = otherWood(
    model,
    terms.map(({ pair }) => pair),
  );
  const changes = WOOD_FACTORS.map((name) => changeTo(inputBy({ [name]: 1 + NUDGE })));
  return (key) => {
    const q = terms.findIndex((term) => term.key === key);
    return changes.map((change) => change[q] / terms[q].over / Math.log(1 + NUDGE));
  };
}

/** What a metre's depth of strokes at places makes of the logarithm of a quantity, by its slopes. */
export function effectOf(
  { slopes }: Pick<VoicedQuantity, 'slopes'>,
  model: Pick<VoicingModel, 'top' | 'nodeParts'>,
  places: readonly ShavedPlace[],
): number {
  let sum = 0;
  for (const place of places) {
    if (place.kind === 'plate')
      model.nodeParts.forEach((part, n) => (sum -= part === place.part ? slopes.thickness[n] : 0));
    else {
      const b = model.top.plan.braces.findIndex(({ id }) => id === place.id);
      strokeShape(model.top.plan.braces[b], place.from, place.to).forEach(
        (share, s) => (sum -= share * slopes.heights[b][s]),
      );
    }
  }
  return sum;
}

const divided = ({ thickness, heights }: WoodSlopes, by: number): WoodSlopes => ({
  thickness: thickness.map((value) => value / by),
  heights: heights.map((brace) => brace.map((value) => value / by)),
});
