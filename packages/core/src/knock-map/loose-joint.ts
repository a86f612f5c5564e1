/**
 * Is a brace or a joint loose near a station? Told by two signs against the same plate's other stations: partials that
 * die sooner here than elsewhere, and small bursts after the blow. A likelihood (0..1), not a yes or no.
 */
import { median } from '../base';
import type { KnockMap } from './knock-map';

export interface LooseJoint {
  station: string;
  likelihood: number;
  /** Losses here against the other stations' (1): 1.3 dies nearly a third sooner. */
  damping: number;
  rattle: number;
  /** Knocks it rests on. */
  knocks: number;
  /** Where to knock next to be surer: here again, and beside it. */
  again: string[];
}

/** Losses scatter from knock to knock by at least this (natural log). */
const LEAST_SCATTER = 0.1;
/** So many scatters stand out for sure by half. */
const HALF_SURE = 3;
const STEEPNESS = 1.3;
const LEAST_STATIONS = 4;
const SUSPECT = 0.25;
const SURE_KNOCKS = 3;

/** One line a station, the likeliest first. */
export function looseJoints(map: KnockMap): LooseJoint[] {
  const excess = map.stations.map((_, s) => excessLoss(map, s));
  const known = excess.filter((value) => value !== null);
  const middle = known.length > 0 ? median(known) : 0;
  const scatter = Math.max(LEAST_SCATTER, 1.4826 * median(known.map((value) => Math.abs(value - middle))) || 0);
  const rattles = map.stations.map(({ rattle }) => rattle);
  return map.stations
    .map(({ name, rattle, used }, s): LooseJoint => {
      const others = rattles.filter((_, o) => o !== s);
      const extraRattle = Math.max(0, rattle - (others.length > 0 ? median(others) : 0));
      const loss = excess[s] ?? middle;
      const damped =
        known.length < LEAST_STATIONS ? 0 : 1 / (1 + Math.exp(-STEEPNESS * ((loss - middle) / scatter - HALF_SURE)));
      const likelihood = 1 - (1 - damped) * (1 - extraRattle);
      const unsure = likelihood > SUSPECT && used.length < SURE_KNOCKS;
      return {
        station: name,
        likelihood,
        damping: Math.exp(loss - middle),
        rattle,
        knocks: used.length,
        again: unsure ? [name, ...nearest(map, s, 2)] : [],
      };
    })
    .sort((a, b) => b.likelihood - a.likelihood);
}

/**
 * Middle over the partials of how much more is lost here than at the other stations (natural log); null where nothing
 * can be set against it.
 */
function excessLoss({ partials }: KnockMap, s: number): number | null {
  const ratios = partials.flatMap(({ losses }) => {
    const here = losses[s];
    const others = losses.filter((loss, o): loss is number => loss !== null && o !== s);
    return here !== null && others.length > 1 ? [Math.log(here / median(others))] : [];
  });
  return ratios.length > 0 ? median(ratios) : null;
}

function nearest({ stations }: KnockMap, s: number, count: number): string[] {
  const { x, y } = stations[s];
  return stations
    .filter((_, o) => o !== s)
    .sort((a, b) => Math.hypot(a.x - x, a.y - y) - Math.hypot(b.x - x, b.y - y))
    .slice(0, count)
    .map(({ name }) => name);
}
