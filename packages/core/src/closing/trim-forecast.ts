/**
 * What a little wood off the closed box does to its two lowest notes: off the rim of the top, or off the edge of its
 * hole. SI.
 */
import { type Estimate, requireWithin } from '../base';
import { factorTop, topModes } from '../shell';
import { thickerBy, topOfPlan, type TopPlan } from '../top';
import { aloneOf, airSpring, pairOf, type Alone } from './air-and-top';
import { airResonance, ellipseOf, widened, type Opening } from './air-resonance';

export interface Trim {
  what: 'rim' | 'hole';
  /** The rim thinner by so much, or the hole wider all round [m]. */
  depth: number;
}

export interface ClosedBox {
  top: TopPlan;
  /** Of air [m3]. */
  volume: number;
  /** Since it was closed. */
  trims: readonly Trim[];
  /** The pair as it was heard after so many of the trims; null if not yet [Hz]. */
  heard: { air: number; top: number; after: number } | null;
}

export interface BoxNotes {
  /** Top and air alone, and the air's spring on the top [Hz]. */
  alone: Alone;
  spring: number;
  /** The pair that is heard. */
  air: Estimate;
  top: Estimate;
}

/**
 * Back, sides and neck give, and the model is a model: the pair lies so far off until it was heard [share]; a hearing;
 * a change is foretold as surely as this (1).
 */
const UNHEARD = { air: 0.05, top: 0.09 };
const HEARD = 0.006;
const OF_CHANGE = 0.3;
const MODES = 6;
const STEPS = 16;
const DEEPEST = { rim: 1e-3, hole: 0.01 } as const;

export interface TopPiston {
  frequency: number;
  /** Air that it moves for each metre of its largest deflection [m2]. */
  area: number;
  modalMass: number;
}

/** The glued top's mode that pumps most. */
export function topPiston(top: TopPlan): TopPiston {
  const { shape } = top;
  const factored = factorTop({ ...topOfPlan(top, 'glued'), meshSize: Math.sqrt(shape.length * shape.width) / STEPS });
  const { plate, mesh } = factored.model;
  const share = new Float64Array(mesh.x.length);
  for (let i = 0; i < 3 * plate.count; i++) share[plate.nodes[i]] += plate.facets[Math.floor(i / 3)].area / 3;
  const found = topModes(factored, MODES).modes.map(({ frequency, modalMass, shape: w }): TopPiston => ({
    frequency,
    modalMass,
    area: Math.abs(w.reduce((sum, value, i) => sum + value * share[i], 0)),
  }));
  const pumps = ({ area, modalMass }: TopPiston) => area ** 2 / modalMass;
  return found.reduce((best, one) => (pumps(one) > pumps(best) ? one : best));
}

/** @throws InvalidInput naming the field */
export function checkTrim({ what, depth }: Trim): void {
  requireWithin('depth', depth, 1e-6, DEEPEST[what]);
}

/** As the box sounds now, and after one more trim each. @throws InvalidInput naming the field */
export function boxNotes(box: ClosedBox, more: readonly Trim[] = []): { now: BoxNotes; then: BoxNotes | null } {
  more.forEach(checkTrim);
  const after = (count: number) => modelled(box, box.trims.slice(0, count));
  const [first, last] = [after(box.heard?.after ?? box.trims.length), after(box.trims.length)];
  const factor = heardFactor(box, first);
  const now = notesOf(last, first, factor);
  return { now, then: more.length === 0 ? null : notesOf(modelled(box, [...box.trims, ...more]), first, factor) };
}

interface Modelled {
  alone: Alone;
  spring: number;
}

function modelled({ top, volume }: ClosedBox, trims: readonly Trim[]): Modelled {
  const off = (what: Trim['what']) =>
    trims.filter((trim) => trim.what === what).reduce((sum, { depth }) => sum + depth, 0);
  const piston = topPiston({ ...top, thicker: thickerBy(top.thicker ?? {}, { rim: -off('rim') }) });
  const openings = top.shape.holes.map((hole): Opening => widened(ellipseOf(hole), off('hole')));
  const air = airResonance({ volume, openings, thickness: thicknessAtHole(top) });
  return { alone: { top: piston.frequency, air }, spring: airSpring({ ...piston, volume }) };
}

function thicknessAtHole({ thickness }: TopPlan): number {
  if (typeof thickness === 'number') return thickness;
  return thickness.reduce((sum, place) => sum + place.thickness, 0) / thickness.length;
}

interface HeardFactor {
  top: number;
  air: number;
  spring: number;
  heard: boolean;
}

/** How far what was heard may lie from the model in each [log]: a back that gives softens the air's spring. */
const SPREAD = { top: 0.12, air: 0.12, spring: 0.15 };
const SPRINGS = { least: -0.9, most: 0.4, steps: 260 };

/**
 * What was heard sets both notes, by the least changes of the model that give them; the model only says how they move
 * from there.
 */
function heardFactor({ heard }: ClosedBox, { alone, spring }: Modelled): HeardFactor {
  if (!heard) return { top: 1, air: 1, spring: 1, heard: false };
  let best: { cost: number; factor: HeardFactor } | null = null;
  let refused: unknown = null;
  for (let i = 0; i <= SPRINGS.steps; i++) {
    const log = SPRINGS.least + ((SPRINGS.most - SPRINGS.least) * i) / SPRINGS.steps;
    try {
      const real = aloneOf({ low: heard.air, high: heard.top }, spring * Math.exp(log));
      const factor = { top: real.top / alone.top, air: real.air / alone.air, spring: Math.exp(log), heard: true };
      const cost =
        (Math.log(factor.top) / SPREAD.top) ** 2 +
        (Math.log(factor.air) / SPREAD.air) ** 2 +
        (log / SPREAD.spring) ** 2;
      if (!best || cost < best.cost) best = { cost, factor };
    } catch (failure) {
      refused = failure; // too stiff a spring for so near a pair: softer ones are tried too
    }
  }
  if (!best) throw refused;
  return best.factor;
}

function notesOf({ alone, spring }: Modelled, first: Modelled, factor: HeardFactor): BoxNotes {
  const scaled = (from: Alone): Alone => ({ top: factor.top * from.top, air: factor.air * from.air });
  const pair = pairOf(scaled(alone), factor.spring * spring);
  const before = pairOf(scaled(first.alone), factor.spring * first.spring);
  const doubt = (value: number, was: number, unheard: number): Estimate => ({
    value,
    sd: Math.hypot((factor.heard ? HEARD : unheard) * value, OF_CHANGE * (value - was)),
  });
  return {
    alone: scaled(alone),
    spring: factor.spring * spring,
    air: doubt(pair.low, before.low, UNHEARD.air),
    top: doubt(pair.high, before.high, UNHEARD.top),
  };
}
