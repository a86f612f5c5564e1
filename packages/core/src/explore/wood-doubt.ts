/** What not knowing the wood exactly makes of the figures: the same top of many woods that it could be. SI. */
import type { BuildWood } from '../project';
import { requireWithin } from '../base';
import { seededRandom, type RandomSource } from '../simulate';
import type { TopPlan, TopSummary } from '../top';
import type { Batch } from './batch';
import { figuresLike, type Figures } from './figures';

/** Coefficients of variation (1). */
export interface WoodSpread {
  density: number;
  /** Of all moduli of the plate, each on its own. */
  modulus: number;
  braceDensity: number;
  braceModulus: number;
}

/** Sticks that were not measured: as far as billets of one species lie apart once they are chosen. */
const STICKS = { braceDensity: 0.05, braceModulus: 0.1 };

/** What the tests of a build's wood, or its species, leave open. */
export const woodSpread = ({ spread }: Pick<BuildWood, 'spread'>): WoodSpread => ({
  density: spread.rho,
  modulus: spread.E,
  ...STICKS,
});

export interface DoubtSpec {
  kind: 'doubt';
  draws: number;
  seed: number;
  spread: WoodSpread;
}

export interface Band {
  low: number;
  middle: number;
  high: number;
}

export interface DoubtResult {
  kind: 'doubt';
  kinds: TopSummary['modes'][number]['kind'][];
  draws: Figures[];
  refused: number;
  /** Where nine of ten lie; null where nothing is to be said. */
  bands: {
    frequencies: (Band | null)[];
    sink: Band | null;
    movement: Band | null;
    reserve: Band | null;
    mass: Band | null;
  };
  /** Share of the draws that bear less than they must (1). */
  tooLight: number;
}

const DRAWS = { least: 8, most: 400 };
const MOST_SPREAD = 0.5;

export function checkDoubt({ draws, spread }: DoubtSpec): void {
  requireWithin('draws', draws, DRAWS.least, DRAWS.most);
  for (const key of ['density', 'modulus', 'braceDensity', 'braceModulus'] as const)
    requireWithin(`spread.${key}`, spread[key], 0, MOST_SPREAD);
}

/**
 * Nine of ten rims hold between a quarter and four times as stiffly as the usual one: most of the way from sliding to
 * held [log].
 */
const RIM = Math.log(4) / 1.645;

/**
 * The braces are taken to come from one billet: they err together. How a glued rim holds is drawn too. The first top
 * asked for is that of the likeliest wood.
 */
export function* woodDoubt(top: TopPlan, { draws, seed, spread }: DoubtSpec): Batch<DoubtResult> {
  const first = yield top;
  if (first.kind === 'refused') throw new RangeError(first.reason);
  const like = first.summary;
  const random = seededRandom(seed);
  const found: Figures[] = [];
  let refused = 0;
  for (let i = 0; i < draws; i++) {
    const answer = yield drawn(top, spread, random);
    if (answer.kind === 'solved') found.push(figuresLike(like, answer.summary));
    else refused++;
  }
  const band = (pick: (figures: Figures) => number | null) => bandOf(found.flatMap((figures) => pick(figures) ?? []));
  return {
    kind: 'doubt',
    kinds: like.modes.map(({ kind }) => kind),
    draws: found,
    refused,
    bands: {
      frequencies: like.modes.map((_, m) => band(({ frequencies }) => frequencies[m])),
      sink: band(({ sink }) => sink),
      movement: band(({ movement }) => movement),
      reserve: band(({ reserve }) => reserve),
      mass: band(({ mass }) => mass),
    },
    tooLight: found.filter(({ reserve }) => reserve !== null && reserve < 1).length / Math.max(1, found.length),
  };
}

function drawn(top: TopPlan, spread: WoodSpread, random: RandomSource): TopPlan {
  const factor = (cv: number) => Math.exp(Math.sqrt(Math.log(1 + cv * cv)) * random.normal());
  const { wood, plan } = top;
  const [density, modulus] = [factor(spread.braceDensity), factor(spread.braceModulus)];
  const rim = Math.exp(RIM * random.normal());
  return {
    ...top,
    rim,
    wood: {
      ...wood,
      rho: wood.rho * factor(spread.density),
      E_L: wood.E_L * factor(spread.modulus),
      E_C: wood.E_C * factor(spread.modulus),
      G_LC: wood.G_LC * factor(spread.modulus),
    },
    plan: {
      ...plan,
      braces: plan.braces.map((brace) => ({
        ...brace,
        density: brace.density * density,
        modulus: brace.modulus * modulus,
      })),
    },
  };
}

/** Quantiles at 5, 50 and 95 in a hundred, straight between the ranks. */
export function bandOf(values: readonly number[]): Band | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => {
    const rank = share * (sorted.length - 1);
    const low = Math.floor(rank);
    return sorted[low] + (rank - low) * (sorted[Math.min(low + 1, sorted.length - 1)] - sorted[low]);
  };
  return { low: at(0.05), middle: at(0.5), high: at(0.95) };
}
