/** What shavings are likely to do, from where everything stands now; and what they leave for the strings. SI. */
import type { Estimate } from '../base';
import { kindOf, NO_CORRECTION, type ForecastCorrection, type Hand } from '../ledger';
import { sizeUpTop, type TopPlan } from '../top';
import type { Standing } from './current-estimate';
import { applyShavings, type Shaving } from './shaving';
import { effectOf, figuresOnBench, type QuantityKey, type VoicingModel } from './voicing-model';
import { withFactors } from './wood-factors';

/** Shop air and the next bench's rests move figures that nobody touched by so much [log]. */
const DRIFT: Record<string, number> = { mode: 0.002, flex: 0.008, mass: 0.002, ring: 0.05 };

export interface SafetyMargin {
  /** What it bears over what is asked (1), and what nine of ten such tops bear. */
  reserve: number;
  low: number;
  /** Of the bridge [rad], or how far it sinks [m]. */
  movement: number;
}

/** The model's word stands where no hand moves a quantity: weight and ring. */
export function handOn(learned: ForecastCorrection, key: QuantityKey, place: Shaving['place']): Hand {
  const kind = kindOf(key);
  return kind === null ? MODEL_ALONE : learned[place.kind === 'brace' ? 'brace' : 'plate'][kind];
}

const MODEL_ALONE: Hand = { gain: 1, spread: NO_CORRECTION.brace.bend.spread };

/**
 * Each quantity after shavings of any kind, from where it stands now. What each place does is taken from the slopes, and
 * what all of it does from a top solved anew: a deep stroke does more or less than its slope says.
 * @throws InvalidInput for shavings that go through a brace
 */
export function forecastChange(
  model: VoicingModel,
  standing: Standing,
  shavings: readonly Shaving[],
  learned: ForecastCorrection,
): Partial<Record<QuantityKey, Estimate>> {
  const exact = changesAnew(model, shavings);
  const after = model.quantities.flatMap((quantity): [QuantityKey, Estimate][] => {
    const { key } = quantity;
    const now = standing[key];
    if (!now) return [];
    let [bySlopes, change, doubt] = [0, 0, 0];
    for (const { place, depth } of shavings) {
      const { gain, spread } = handOn(learned, key, place);
      const own = depth * effectOf(quantity, model, [place]);
      bySlopes += own;
      change += gain * own;
      doubt += spread * gain * own;
    }
    const further = furtherThan(bySlopes, exact.get(key));
    const value = now.value * Math.exp(further * change);
    const sd = value * Math.hypot(now.sd / now.value, further * doubt, DRIFT[key.split(':')[0]]);
    return [[key, { value, sd }]];
  });
  return Object.fromEntries(after);
}

/** Smaller changes are as their slopes say [log]; beyond these shares another shape was taken for the same (1). */
const BY_SLOPES = 1e-3;
const SAME_SHAPE = [0.4, 2.5] as const;

function furtherThan(bySlopes: number, exact: number | undefined): number {
  if (exact === undefined || Math.abs(bySlopes) < BY_SLOPES) return 1;
  const share = exact / bySlopes;
  return share >= SAME_SHAPE[0] && share <= SAME_SHAPE[1] ? share : 1;
}

/** Of logarithms, by the model's mesh and wood, its top as it stands; the ring as its notes fall. */
function changesAnew(model: VoicingModel, shavings: readonly Shaving[]): Map<QuantityKey, number> {
  if (shavings.length === 0) return new Map();
  const before = new Map(figuresNow(model).map(({ key, value }) => [key, value]));
  const changes = new Map(
    solvedAs(model, applyShavings(model.top, shavings)).flatMap(({ key, value }): [QuantityKey, number][] => {
      const was = before.get(key);
      return was ? [[key, Math.log(value / was)]] : [];
    }),
  );
  const notes = [...changes].filter(([key]) => key.startsWith('mode'));
  if (notes.length > 0) changes.set('ring', -notes.reduce((sum, [, change]) => sum + change, 0) / notes.length);
  return changes;
}

const known = new WeakMap<VoicingModel, ReturnType<typeof solvedAs>>();

function figuresNow(model: VoicingModel): readonly { key: QuantityKey; value: number }[] {
  if (model.solved === model.top) return model.quantities;
  const found = known.get(model) ?? solvedAs(model, model.top);
  known.set(model, found);
  return found;
}

/** The model's own figures of another top: same mesh, wood and names of notes. */
export function solvedAs(
  { closed, factors, meshSize, modes }: VoicingModel,
  top: TopPlan,
): { key: QuantityKey; value: number }[] {
  const settings = { closed, named: modes, modeCount: modes.length, ...(meshSize && { meshSize }) };
  return figuresOnBench(top, settings, factors).values;
}

/** A back carries no strings: nothing limits it but the least thickness. */
const UNSTRUNG: SafetyMargin = { reserve: Infinity, low: Infinity, movement: 0 };

/**
 * What the top bears and how far its bridge moves, glued and strung, after shavings. On the mesh of the whole top's
 * page where none is asked for: peaks of stress differ by a tenth from mesh to mesh, and both places shall say the
 * same.
 */
export function safetyMarginOf(
  { top, factors }: Pick<VoicingModel, 'top' | 'factors'>,
  shavings: readonly Shaving[],
  meshSize?: number,
): SafetyMargin {
  if (!top.bridge) return UNSTRUNG;
  const strung: TopPlan = withFactors({ ...applyShavings(top, shavings), bridge: true }, factors);
  const { reserve, movement } = sizeUpTop(strung, {
    hold: 'glued',
    modeCount: 0,
    meshSize,
  });
  return { reserve: reserve?.factor ?? Infinity, low: reserve?.low ?? Infinity, movement: movement ?? 0 };
}
