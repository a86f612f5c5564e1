/**
 * The pieces that a plate is joined of, each measured by itself: what the joined plate is, how far the pieces differ,
 * in which order they make two sides alike, and which ones would make better pairs. SI.
 */
import { holds, type Estimate } from '../base';
import { acousticFigures } from './acoustic-figures';
import type { PieceMark } from './piece-mark';
import type { MeasuredBy, MeasuredQuantity } from './measured';
import { setProperties, type SetFacts, type SetProperties } from './rack';

type Quantity = 'density' | 'modulusAlong' | 'modulusAcross' | 'shearModulus';

/**
 * How far neighbouring pieces of one board differ, as a standard deviation (1). An assumption: about a third of the
 * scatter within a species; what a piece that was never measured is doubted by.
 */
const NEIGHBOURS: Record<Quantity, number> = {
  density: 0.02,
  modulusAlong: 0.05,
  modulusAcross: 0.08,
  shearModulus: 0.06,
};

/**
 * The plate joined of them and planed to one thickness. Side by side they bend along the grain and twist together: D =
 * sum of their shares, so the moduli along and of shear are means by width; across the grain the same moment goes
 * through one after the other: the mean of the inverses. What tests have in common (jig, caliper, scale) does not
 * become surer by a second piece, so their doubts add as they are.
 * @param pieces from bass to treble, one at least
 * @throws RangeError without pieces
 */
export function joinedProperties(pieces: readonly SetFacts[]): SetProperties {
  if (pieces.length === 0) throw new RangeError('a plate has one piece at least');
  const own = pieces.map(setProperties);
  if (own.length === 1) return own[0];
  const whole = pieces.reduce((sum, { width }) => sum + width, 0);
  const shares = pieces.map(({ width }) => width / whole);
  const join = (quantity: Quantity, mean: Mean) =>
    joinedQuantity(
      own.map((properties) => properties[quantity]),
      { shares, neighbours: NEIGHBOURS[quantity], mean },
    );
  const density = join('density', sideBySide);
  const modulusAlong = join('modulusAlong', sideBySide);
  const modulusAcross = join('modulusAcross', oneAfterTheOther);
  return {
    density,
    modulusAlong,
    modulusAcross,
    shearModulus: join('shearModulus', sideBySide),
    figures: acousticFigures(modulusAlong.value, density.value),
    ratio: modulusAcross.value / modulusAlong.value,
    damping: own.find(({ damping }) => damping !== null)?.damping ?? null,
    clash: own.flatMap(({ clash }) => clash),
    doubts: own.flatMap(({ doubts }) => doubts),
  };
}

type Mean = (values: readonly number[], shares: readonly number[]) => number;
const sideBySide: Mean = (values, shares) => values.reduce((sum, value, i) => sum + shares[i] * value, 0);
const oneAfterTheOther: Mean = (values, shares) =>
  1 /
  sideBySide(
    values.map((value) => 1 / value),
    shares,
  );

interface Joint {
  shares: readonly number[];
  neighbours: number;
  mean: Mean;
}

/** Pieces that were not measured are taken to be as the measured ones, within what neighbours differ by. */
function joinedQuantity(own: readonly MeasuredQuantity[], { shares, neighbours, mean }: Joint): MeasuredQuantity {
  const measured = own.map(({ by }) => by !== 'prior');
  if (!measured.includes(true)) return own[0];
  const known = own.filter((_, i) => measured[i]);
  const weights = shares.filter((_, i) => measured[i]);
  const sum = weights.reduce((a, b) => a + b, 0);
  const value = mean(
    known.map((one) => one.value),
    weights.map((weight) => weight / sum),
  );
  const common = known.reduce((total, one, i) => total + ((weights[i] / sum) * one.sd) / one.value, 0);
  const unseen = Math.hypot(...shares.map((share, i) => (measured[i] ? 0 : share * neighbours)));
  return { value, sd: value * Math.hypot(common, unseen), by: byOf(known.map(({ by }) => by)) };
}

const byOf = (all: readonly MeasuredBy[]): MeasuredBy => (all.every((by) => by === all[0]) ? all[0] : 'both');

export interface PieceDifference {
  quantity: Quantity;
  /** The second over the first, less one, with the doubt of both tests (1). */
  by: Estimate;
  /** More than their tests can err by? */
  told: boolean;
}

/** Quantities that both were measured for; of others there is nothing to say. */
export function pieceDifferences(one: SetProperties, other: SetProperties): PieceDifference[] {
  return (Object.keys(NEIGHBOURS) as Quantity[]).flatMap((quantity) => {
    const [a, b] = [one[quantity], other[quantity]];
    if (a.by === 'prior' || b.by === 'prior') return [];
    const by = { value: b.value / a.value - 1, sd: (b.value / a.value) * Math.hypot(a.sd / a.value, b.sd / b.value) };
    return [{ quantity, by, told: !holds(by, { value: 0, sd: 0 }) }];
  });
}

/** How much thinner the second is to bend along as the first does: 1 - (E1 / E2)^(1/3), negative for thicker (1). */
export function thinnerToBendAlike(one: SetProperties, other: SetProperties): Estimate {
  const [a, b] = [one.modulusAlong, other.modulusAlong];
  const ratio = Math.cbrt(a.value / b.value);
  return { value: 1 - ratio, sd: (ratio * Math.hypot(a.sd / a.value, b.sd / b.value)) / 3 };
}

/** Differences that count in a match, in what neighbours usually differ by; twist adds nothing that is heard alone. */
const MATCHED: readonly Quantity[] = ['density', 'modulusAlong', 'modulusAcross'];

/** Sum of squares of how far two pieces lie apart, each in what neighbours usually differ by (1). */
function apart(one: SetProperties, other: SetProperties): number {
  return MATCHED.reduce((sum, quantity) => {
    const [a, b] = [one[quantity], other[quantity]];
    if (a.by === 'prior' || b.by === 'prior') return sum;
    return sum + (Math.log(a.value / b.value) / NEIGHBOURS[quantity]) ** 2;
  }, 0);
}

/** Of pieces in their order: each against the one that lies as far from the other edge. */
export function mismatch(inOrder: readonly SetProperties[]): number {
  const half = Math.floor(inOrder.length / 2);
  return Array.from({ length: half }, (_, i) => apart(inOrder[i], inOrder.at(-1 - i)!)).reduce((a, b) => a + b, 0);
}

export interface PieceOrder {
  order: PieceMark[];
  /** What the two sides differ by then, squares of what neighbours usually do summed (1). */
  mismatch: number;
}

interface Lying {
  mark: PieceMark;
  properties: SetProperties;
}

/**
 * The order from bass to treble in which the two sides are most alike, the stiffer pair in the middle; an order that
 * is as good as the best stays.
 */
export function bestOrder(pieces: readonly Lying[]): PieceOrder {
  const now = mismatch(pieces.map(({ properties }) => properties));
  const all = permutations(pieces).map((order) => ({
    order,
    mismatch: mismatch(order.map(({ properties }) => properties)),
  }));
  const least = Math.min(...all.map((one) => one.mismatch));
  if (now <= least * (1 + 1e-9) + 1e-12) return { order: pieces.map(({ mark }) => mark), mismatch: now };
  const best = all
    .filter((one) => one.mismatch <= least * (1 + 1e-9))
    .reduce((a, b) => (innerStiffness(b.order) > innerStiffness(a.order) ? b : a));
  return { order: best.order.map(({ mark }) => mark), mismatch: best.mismatch };
}

function innerStiffness(order: readonly Lying[]): number {
  const half = order.length / 2;
  return order[half - 1].properties.modulusAlong.value + order[half].properties.modulusAlong.value;
}

function permutations<T>(items: readonly T[]): T[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((first, i) => permutations(items.filter((_, j) => j !== i)).map((rest) => [first, ...rest]));
}

export interface Trade<T> {
  mine: PieceMark;
  theirs: PieceMark;
  with: T;
  /** Of both sets together, before and after (1). */
  before: number;
  after: number;
}

/** Of what both together lie apart before, so much may be left for a trade to be worth the work (1). */
const WORTH = 0.5;
/** Two pieces that lie this far apart are as alike as neighbours usually are: one unit in each quantity (1). */
const ALIKE = MATCHED.length;

/** Trades of one half for another that make two clearly better pairs, and spoil neither, best first. */
export function betterPairs<T extends { pieces: readonly Lying[] }>(set: T, others: readonly T[]): Trade<T>[] {
  if (!isMeasuredPair(set)) return [];
  const [a, b] = set.pieces as [Lying, Lying];
  const found = others.filter(isMeasuredPair).flatMap((other): Trade<T>[] => {
    const [c, d] = other.pieces as [Lying, Lying];
    const was = [apart(a.properties, b.properties), apart(c.properties, d.properties)] as const;
    // A stays: which of theirs it is joined with says everything.
    const ways = [c, d].map((theirs) => {
      const left = theirs === c ? d : c;
      const pairs = [apart(a.properties, theirs.properties), apart(b.properties, left.properties)] as const;
      return { theirs: theirs.mark, pairs, after: pairs[0] + pairs[1] };
    });
    const best = ways.reduce((one, two) => (two.after < one.after ? two : one));
    const before = was[0] + was[1];
    const spoilt = best.pairs.some((pair, i) => pair > Math.max(was[i], ALIKE));
    if (before <= ALIKE || best.after >= WORTH * before || spoilt) return [];
    return [{ mine: b.mark, theirs: best.theirs, with: other, before, after: best.after }];
  });
  return found.sort((one, other) => one.after - other.after);
}

const isMeasuredPair = ({ pieces }: { pieces: readonly Lying[] }) =>
  pieces.length === 2 &&
  pieces.every(({ properties }) => MATCHED.every((quantity) => properties[quantity].by !== 'prior'));
