/**
 * Where wood helps a wish, where it is wasted, where it harms: what a tenth of a millimetre off does, place by place.
 * SI.
 */
import { CENTS } from '../units';
import type { WoodSlopes } from '../shell';
import type { ExaminedTop } from './examine-top';

/** A thumb's reach of a scraper or a finger plane [m2], and one light pass [m]. */
export const SCRAPED = 2e-3;
export const ONE_PASS = 1e-4;
/** On a brace one pass reaches so far along it [m]. */
export const PLANE_REACH = 0.03;

export type Wish = { kind: 'lower' | 'raise'; mode: number } | { kind: 'softer-across' } | { kind: 'less-weight' };

/** What one pass at a place changes. */
export interface PassEffect {
  /** Of each mode [cents]. */
  cents: number[];
  /**
   * Shares of what it is now: sink under the weight, the bridge's movement under the strings (1); null where nothing
   * holds the rim.
   */
  sink: number | null;
  movement: number | null;
  /** [kg], negative. */
  mass: number;
}

/** One pass off the plate over a scraper’s stroke around a node. */
export function passOnPlate(top: ExaminedTop, node: number): PassEffect {
  const share = (-ONE_PASS * SCRAPED) / top.nodeArea[node];
  return effectOf(top, ({ thickness }) => share * thickness[node]);
}

/** One pass off the top of a brace, as far along it as a plane reaches. @param spacing of its stations [m] */
export function passOnBrace(top: ExaminedTop, brace: number, station: number, spacing: number): PassEffect {
  return effectOf(top, ({ heights }) => {
    const all = heights[brace];
    const end = station === 0 || station === all.length - 1 ? 0.5 : 1;
    return (-ONE_PASS * all[station] * PLANE_REACH) / (spacing * end);
  });
}

function effectOf(top: ExaminedTop, change: (slopes: WoodSlopes) => number): PassEffect {
  const { weight, strings } = top;
  return {
    cents: top.modes.map(({ frequency, slopes }) => (CENTS * change(slopes)) / frequency),
    sink: weight && change(weight.slopes) / weight.sink,
    movement: strings && change(strings.slopes) / strings.movement,
    mass: change(top.massSlopes),
  };
}

export interface ShavingMap {
  /** At each mesh node and brace station: over zero helps, under zero harms; the best place of the plate is 1. */
  plate: Float64Array;
  braces: Float64Array[];
  /** What the best place gives: cents, or shares of the sink left alone (see words). */
  best: number;
}

/** Under this share of the best place wood off is wasted. */
export const WASTED = 0.15;

/** @param spacings of each brace's stations [m] */
export function shavingMap(top: ExaminedTop, wish: Wish, spacings: readonly number[]): ShavingMap {
  const value = worthOf(top, wish);
  const plate = Float64Array.from(top.x, (_, node) => value(passOnPlate(top, node)));
  const braces = top.massSlopes.heights.map((stations, b) =>
    Float64Array.from(stations, (_, s) => value(passOnBrace(top, b, s, spacings[b]))),
  );
  const best = typicalBest(plate) || 1;
  return { plate: plate.map((one) => one / best), braces: braces.map((brace) => brace.map((one) => one / best)), best };
}

/** The ninety-eighth of a hundred: single nodes at a sharp edge do not set the scale. */
function typicalBest(values: Float64Array): number {
  const rising = [...values].map(Math.abs).sort((a, b) => a - b);
  return rising[Math.floor(0.98 * (rising.length - 1))];
}

function worthOf(top: ExaminedTop, wish: Wish): (effect: PassEffect) => number {
  if (wish.kind === 'lower') return ({ cents }) => -cents[wish.mode];
  if (wish.kind === 'raise') return ({ cents }) => cents[wish.mode];
  if (wish.kind === 'less-weight') return lightness(top);
  const across = top.modes.findIndex(({ kind }) => kind === 'cross-dipole');
  const along = top.modes.findIndex(({ kind }) => kind === 'long-dipole');
  // What softens along the grain as well undoes itself.
  return ({ cents }) => -(cents[across] ?? 0) - Math.abs(along < 0 ? 0 : cents[along]);
}

/** The sink that weight saved evenly would cost, less what it costs here: share of the sink. */
function lightness(top: ExaminedTop): (effect: PassEffect) => number {
  const whole = top.nodeArea.reduce((sum, area) => sum + area, 0);
  const { sink, mass } = Array.from(top.x.keys()).reduce(
    (sum, node) => {
      const effect = passOnPlate(top, node);
      const weight = top.nodeArea[node] / whole;
      return { sink: sum.sink + weight * (effect.sink ?? 0), mass: sum.mass + weight * effect.mass };
    },
    { sink: 0, mass: 0 },
  );
  const perMass = mass === 0 ? 0 : sink / mass;
  return (effect) => perMass * effect.mass - (effect.sink ?? 0);
}
