/**
 * Partials of a bar of any profile, and what wood taken off anywhere does to each of them, exactly:
 *   d(omega^2) = integral (dEI phi''^2 + dkGA gamma^2 - omega^2 (dm phi^2 + dJ theta^2)) dx  for unit modal mass.
 * Every bar shears, by its wood's modulus of rigidity or, where that is not known, by the usual one. As a solid, a
 * deeply scooped bar comes out some 4 to 5 % lower than any beam theory says.
 */
import { InvalidInput, requirePositive, requireWithin } from '../base';
import {
  lowestModes,
  addToBanded,
  createBanded,
  factorBanded,
  multiplyBanded,
  decoupleBanded,
  solveBanded,
  type Banded,
} from '../linalg';
import { checkSection, type SectionShape } from '../section';
import { barElements, type BarElements, type BarShape, type Four } from './bar-elements';

export interface BarStation {
  /** From one end [m]. */
  x: number;
  width: number;
  height: number;
  /** Of a trapezoid. */
  topWidth?: number;
}

/** A cantilever is clamped at its first station. */
export const BAR_ENDS = ['free', 'pinned', 'clamped', 'cantilever'] as const;
export type BarEnds = (typeof BAR_ENDS)[number];

export interface Bar {
  length: number;
  density: number;
  modulus: number;
  /**
   * [Pa]; if it is not given, spruce's share of the modulus counts. Infinite for thin-bar theory, as textbooks have it.
   */
  shearModulus?: number;
  ends: BarEnds;
  section: SectionShape;
  /** From one end to the other, rising; straight between them. */
  stations: readonly BarStation[];
  /** Stiffness of what it is stuck to, per length [N/m2]. */
  foundation?: number;
  notches?: readonly BarNotch[];
}

/** Cut across it from one face. */
export interface BarNotch {
  /** Middle, from the first end [m]. */
  at: number;
  length: number;
  /** Height of a whole bar that is as stiff as what is left, of its own there (1). */
  keeps: number;
}

export interface BarMode {
  /** [Hz] */
  frequency: number;
  /** Deflection at the stations for unit modal mass [1/sqrt(kg)]. */
  shape: Float64Array;
  /** Hz per metre of height removed at each station, the height between stations straight. */
  sensitivity: Float64Array;
}

export interface BarResult {
  modes: BarMode[];
  /** [kg] */
  mass: number;
  /** Every bar shears, but where it was asked for as infinitely stiff against that. */
  theory: 'with-shear' | 'thin';
  /**
   * Modulus of rigidity that was reckoned with [Pa], and whether it was given or is spruce's usual share of the
   * modulus.
   */
  shearModulus: number;
  shear: 'given' | 'usual';
}

const MOST_STATIONS = 2000;
const MOST_MODES = 12;
/** Modulus along the grain over modulus of rigidity of spruces (USDA Wood Handbook, table 5-1). */
const MODULUS_OVER_SHEAR = 17;
/** Elements at least: three partials then hold to a ten thousandth. */
const LEAST_ELEMENTS = 60;

/** @throws InvalidInput naming the field */
export function barModes(bar: Bar, count: number): BarResult {
  checkBar(bar, count);
  const shearModulus = bar.shearModulus ?? bar.modulus / MODULUS_OVER_SHEAR;
  const thin = shearModulus === Infinity;
  const nodes = nodesOf(bar);
  const along = (pick: (station: BarStation) => number) => (x: number) => straight(bar.stations, pick, x);
  const topWidthAt = bar.section === 'trapezoid' ? along(({ topWidth = 0 }) => topWidth) : undefined;
  const elements = barElements(
    nodes,
    {
      section: bar.section,
      widthAt: along(({ width }) => width),
      heightAt: along(({ height }) => height),
      topWidthAt,
      ...notched(bar),
    },
    { density: bar.density, modulus: bar.modulus, shearModulus: thin ? null : shearModulus },
    bar.foundation ?? 0,
  );
  const solved = modesOf(elements, bar.ends, count, (bar.foundation ?? 0) > 0);
  return {
    modes: solved.map(({ lambda, vector }) => modeOf(bar, nodes, elements, { lambda, vector })),
    mass: massOf(elements),
    theory: thin ? 'thin' : 'with-shear',
    shearModulus,
    shear: bar.shearModulus === undefined ? 'usual' : 'given',
  };
}

function checkBar(bar: Bar, count: number): void {
  const { length, density, modulus, shearModulus, section, stations, foundation = 0, notches = [] } = bar;
  requirePositive('length', length);
  requirePositive('density', density);
  requirePositive('modulus', modulus);
  if (shearModulus !== undefined && shearModulus !== Infinity) requirePositive('shearModulus', shearModulus);
  if (!(foundation >= 0)) throw new InvalidInput('foundation', foundation, 'must not be below zero');
  notches.forEach(({ at, length: cut, keeps }, i) => {
    requireWithin(`notches[${i}].at`, at, 0, length);
    requireWithin(`notches[${i}].keeps`, keeps, LEAST_KEPT, 1);
    if (!(cut >= 0)) throw new InvalidInput(`notches[${i}].length`, cut, 'must not be below zero');
  });
  if (!Number.isInteger(count) || count < 1 || count > MOST_MODES)
    throw new InvalidInput('count', count, `must be a whole number from 1 to ${MOST_MODES}`);
  if (stations.length < 2) throw new InvalidInput('stations', stations.length, 'must be two at least: both ends');
  if (stations.length > MOST_STATIONS)
    throw new InvalidInput('stations', stations.length, `must be ${MOST_STATIONS} at most`);
  stations.forEach(({ x, ...here }, i) => {
    const field = `stations[${i}]`;
    try {
      checkSection({ shape: section, ...here });
    } catch (error) {
      throw error instanceof InvalidInput ? error.under(field) : error;
    }
    if (!Number.isFinite(x)) throw new InvalidInput(`${field}.x`, x, 'must be a number');
    if (i > 0 && !(x > stations[i - 1].x))
      throw new InvalidInput(`${field}.x`, x, 'must lie beyond the station before');
    if (here.height > length)
      throw new InvalidInput(`${field}.height`, here.height, 'is more than the length: check the unit');
  });
  const slack = 1e-6 * length;
  if (Math.abs(stations[0].x) > slack)
    throw new InvalidInput('stations[0].x', stations[0].x, 'must be 0: the first end');
  const last = stations.length - 1;
  if (Math.abs(stations[last].x - length) > slack)
    throw new InvalidInput(`stations[${last}].x`, stations[last].x, 'must be the length: the other end');
}

/** The stations and the edges of notches, with so many more between them that the elements are short. */
function nodesOf(bar: Bar): Float64Array {
  const { stations, length } = bar;
  const longest = length / LEAST_ELEMENTS;
  const cut = (bar.notches ?? []).flatMap(({ at, length: over }) => [at - over / 2, at + over / 2]);
  const soft = softParts(bar).flatMap(({ from, to }) => [from, to]);
  const edges = [...cut, ...soft].filter((x) => x > 0 && x < length);
  const places = [...stations.map(({ x }) => x), ...edges].sort((a, b) => a - b);
  const nodes: number[] = [places[0]];
  for (const place of places.slice(1)) {
    const last = nodes[nodes.length - 1];
    const span = place - last;
    if (span < 1e-9 * length) continue;
    const pieces = Math.max(1, Math.ceil(span / longest - 1e-9));
    for (let p = 1; p <= pieces; p++) nodes.push(p === pieces ? place : last + (span * p) / pieces);
  }
  return Float64Array.from(nodes);
}

/** A bar that is cut deeper is two (1). */
const LEAST_KEPT = 0.01;

interface SoftPart {
  from: number;
  to: number;
  keeps: number;
}

/**
 * Where notches leave a bar softer: over their length, and beside them, where the wood that ends at the notch is not
 * yet taken along.
 */
function softParts(bar: Bar): SoftPart[] {
  return (bar.notches ?? []).map(({ at, length, keeps }) => {
    const reach = length / 2 + runOut(bar, at, keeps);
    return { from: at - reach, to: at + reach, keeps };
  });
}

/**
 * The wood beside a notch that does not carry yet, by half of the two for thin fibres that shear takes along
 * (Saint-Venant). Share and shape by own plane solids of bars of 10 to 20 mm height, notches of 15 to 70 % of it, shear
 * moduli a tenth to a thirtieth of the modulus: first notes then within 2 %.
 */
const RUN_OUT = 0.4;

function runOut(
  { stations, modulus, shearModulus = modulus / MODULUS_OVER_SHEAR }: Bar,
  at: number,
  keeps: number,
): number {
  const height = straight(stations, (station) => station.height, at);
  return RUN_OUT * keeps * Math.sqrt(1 - keeps) * height * Math.sqrt(modulus / shearModulus);
}

/** Softer as far as a notch reaches, lighter as far as it is cut. */
function notched(bar: Bar): Pick<BarShape, 'stiffAt' | 'heavyAt'> {
  if (!bar.notches?.length) return {};
  const leastOf = (parts: readonly SoftPart[]) => (x: number) =>
    parts.reduce((least, { from, to, keeps }) => (x > from && x < to ? Math.min(least, keeps) : least), 1);
  const cut = bar.notches.map(({ at, length, keeps }) => ({ from: at - length / 2, to: at + length / 2, keeps }));
  return { stiffAt: leastOf(softParts(bar)), heavyAt: leastOf(cut) };
}

/** Value between stations, straight. */
function straight(stations: readonly BarStation[], pick: (station: BarStation) => number, x: number): number {
  let [low, high] = [0, stations.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (stations[middle].x <= x) low = middle;
    else high = middle;
  }
  const share = (x - stations[low].x) / (stations[high].x - stations[low].x);
  return pick(stations[low]) * (1 - share) + pick(stations[high]) * share;
}

interface Solved {
  lambda: number;
  /** Deflection and rotation at every node, held ones zero; unit modal mass. */
  vector: Float64Array;
}

/** Of a mode: its frequency then holds to the square of it, what shaving does to it to the same share. */
const SETTLED = 1e-5;

/** Of the shifted chain: the rigid motions of a free bar come first and are left out. */
function modesOf(elements: BarElements, ends: BarEnds, count: number, founded: boolean): Solved[] {
  const size = 2 * (elements.count + 1);
  const held = heldBy(ends, size);
  const rigid = ends === 'free' && !founded ? 2 : 0;
  const K = assembled(elements, elements.stiffness, held, 1);
  const M = assembled(elements, elements.mass, held, 0);
  const shift = rigid > 0 ? shiftOf(elements) : 0;
  const A: Banded = { size, data: K.data.map((k, i) => k + shift * M.data[i]) };
  if (!factorBanded(A)) throw new RangeError('the bar’s stiffness can’t be factored');
  const wanted = Math.min(count + rigid, size - held.length);
  const { lambda, vectors } = lowestModes(
    {
      size,
      solve: (x) => solveBanded(A, x),
      multiplyMass: (x, out) => multiplyBanded(M, x, out),
      shift,
      blockWidth: 2,
      tolerance: SETTLED,
    },
    wanted,
    startAt(size, held),
  );
  return Array.from({ length: wanted - rigid }, (_, i) => ({ lambda: lambda[rigid + i], vector: vectors[rigid + i] }));
}

/** Deflections and rotations that the ends hold, of so many. */
function heldBy(ends: BarEnds, size: number): number[] {
  if (ends === 'free') return [];
  if (ends === 'pinned') return [0, size - 2];
  return ends === 'cantilever' ? [0, 1] : [0, 1, size - 2, size - 1];
}

/** Near the first partial of a free bar of the middle section [1/s2]. */
function shiftOf({ stiffness, mass, count, length }: BarElements): number {
  const e = count >> 1;
  const L = length / count;
  const rigidity = (stiffness[16 * e + 5] * L) / 4;
  const perLength = mass[16 * e] / (0.3714 * L);
  return (22.37 / length ** 2) ** 2 * (rigidity / perLength) * 0.3;
}

/** @param diagonal of held unknowns, so that they stay at rest */
function assembled({ count }: BarElements, entries: Float64Array, held: readonly number[], diagonal: number): Banded {
  const A = createBanded(2 * (count + 1));
  for (let e = 0; e < count; e++)
    for (let i = 0; i < 4; i++)
      for (let j = 0; j <= i; j++) addToBanded(A, 2 * e + i, 2 * e + j, entries[16 * e + 4 * i + j]);
  let largest = 0;
  for (const value of A.data) largest = Math.max(largest, Math.abs(value));
  held.forEach((i) => decoupleBanded(A, i, diagonal * largest));
  return A;
}

/** Every shape in some measure, none of them symmetric; held unknowns at rest. */
function startAt(size: number, held: readonly number[]): (i: number, column: number) => number {
  return (i, column) =>
    i % 2 === 1 || held.includes(i) ? 0 : Math.cos((2 + column) * (i / size) ** 2) + 0.01 * Math.sin(7 * i + column);
}

function modeOf(
  bar: Bar,
  nodes: Float64Array,
  elements: BarElements,
  { lambda, vector }: { lambda: number; vector: Float64Array },
): BarMode {
  const { stations } = bar;
  const frequency = Math.sqrt(Math.max(0, lambda)) / (2 * Math.PI);
  const sensitivity = new Float64Array(stations.length);
  const values = (at: Four, e: number) =>
    at[0] * vector[2 * e] + at[1] * vector[2 * e + 1] + at[2] * vector[2 * e + 2] + at[3] * vector[2 * e + 3];
  let station = 0;
  for (const { element, x, weight, slope, w, theta, kappa, gamma } of elements.points) {
    while (station < stations.length - 2 && stations[station + 1].x < x) station++;
    const share = (x - stations[station].x) / (stations[station + 1].x - stations[station].x);
    const [bend, slip, move, turn] = [
      values(kappa, element),
      values(gamma, element),
      values(w, element),
      values(theta, element),
    ];
    const growth =
      slope.rigidity * bend ** 2 +
      slope.shear * slip ** 2 -
      lambda * (slope.mass * move ** 2 + slope.rotary * turn ** 2);
    // Of height removed: the other way round.
    const perMetre = (-growth * weight) / (8 * Math.PI ** 2 * frequency);
    sensitivity[station] += perMetre * (1 - share);
    sensitivity[station + 1] += perMetre * share;
  }
  let n = 0;
  const shape = Float64Array.from(stations, ({ x }) => {
    while (n < nodes.length - 1 && nodes[n] < x - 1e-12) n++;
    return vector[2 * n];
  });
  return { frequency, shape, sensitivity };
}

/** Total mass: what a rigid rise moves. */
function massOf({ count, mass }: BarElements): number {
  let sum = 0;
  for (let e = 0; e < count; e++) sum += mass[16 * e] + 2 * mass[16 * e + 2] + mass[16 * e + 10];
  return sum;
}
