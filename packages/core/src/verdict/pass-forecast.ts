/** What the planned passes will do to the plate's weight and flex, with the doubt of it. SI. */
import type { CheckForecast } from '../graduation';
import type { Estimate } from '../base';
import type { WoodEstimate } from '../project';
import { integrate, plateCompliance, SCALE_SD, type Direction, type MapGrid, type MapStatistics } from '../survey';

export interface FlexForecast {
  direction: Direction;
  /** Deflection per load in the middle of supports at 0.8 of the plate's size [m/N], now and after. */
  now: Estimate;
  after: Estimate;
  /** after / now: the modulus cancels, so this is known far better than either. */
  ratio: Estimate;
}

export interface PassForecast {
  /** By the scale if it was weighed with these readings, else by density and volume [kg]. */
  massNow: Estimate;
  /** By the wood's density and the volume, whatever the scale says [kg]. */
  massByDensity: Estimate;
  massAfter: Estimate;
  meanAfter: Estimate;
  /** Empty where the plate has no continuous wood to carry a load. */
  flex: FlexForecast[];
}

/** As it is kept with a pass: of everything that came off since the survey, the pass included. */
export interface KeptPassForecast extends PassForecast {
  /** [m] */
  meanNow: number;
  /** What jig and ear would say after it; none in forecasts made before checks were kept. */
  checks?: CheckForecast;
  /** The hand's reach that its depths hold (1); none in forecasts made before it was learned. */
  reach?: number;
}

export interface ForecastInput {
  grid: MapGrid;
  thickness: Float64Array;
  removal: Float64Array;
  statistics: MapStatistics;
  wood: WoodEstimate;
  /** On the scale with these readings [kg], or null. */
  mass: number | null;
  /** Standard deviation of what comes off over what was meant to (1): a hand plane is no mill. */
  removalSpread: number;
}

/** Until the maker's own record says otherwise. */
export const FIRST_REMOVAL_SPREAD = 0.2;

export function forecastPasses(input: ForecastInput): PassForecast {
  const { grid, removal, statistics, removalSpread } = input;
  const area = integrate(grid, () => 1);
  const removed = integrate(grid, (cell) => removal[cell]);
  const { massNow, rho } = massAndDensity(input);
  const massRemoved = rho.value * removed;
  return {
    massNow,
    massByDensity: massAndDensity({ ...input, mass: null }).massNow,
    massAfter: {
      value: massNow.value - massRemoved,
      sd: Math.hypot(massNow.sd, massRemoved * removalSpread, rho.sd * removed),
    },
    meanAfter: {
      value: statistics.mean - removed / area,
      sd: Math.hypot(statistics.volumeSd / area, (removalSpread * removed) / area),
    },
    flex: (['along', 'across'] as const).flatMap((direction) => forecastFlex(input, direction)),
  };
}

/** A weighed plate tells its own density; an unweighed one borrows its wood's. */
export function massAndDensity({ mass, statistics, wood }: Pick<ForecastInput, 'mass' | 'statistics' | 'wood'>): {
  massNow: Estimate;
  rho: Estimate;
} {
  const { volume, volumeSd } = statistics;
  if (mass !== null) {
    const rho = mass / volume;
    return { massNow: { value: mass, sd: SCALE_SD }, rho: { value: rho, sd: rho * (volumeSd / volume) } };
  }
  const massNow = { value: wood.rho.value * volume, sd: Math.hypot(wood.rho.sd * volume, wood.rho.value * volumeSd) };
  return { massNow, rho: wood.rho };
}

function forecastFlex(input: ForecastInput, direction: Direction): FlexForecast[] {
  const { grid, thickness, removal, wood, removalSpread, statistics } = input;
  const modulus = direction === 'along' ? wood.E_L : wood.E_C;
  const withShare = (share: number) => {
    const left = thickness.map((h, cell) => Math.max(h - share * removal[cell], 0));
    return plateCompliance({ grid, thickness: left }, direction, modulus.value);
  };
  if (!carriesLoad(input, direction)) return [];
  const before = withShare(0);
  const after = withShare(1);
  const swing = (withShare(1 + removalSpread) - withShare(1 - removalSpread)) / 2;
  // Compliance goes with the inverse cube of thickness: its relative doubt is three times that of the mean, plus the
  // modulus'.
  const relative = Math.hypot(modulus.sd / modulus.value, (3 * statistics.volumeSd) / statistics.volume);
  return [
    {
      direction,
      now: { value: before, sd: before * relative },
      after: { value: after, sd: Math.hypot(after * relative, swing) },
      ratio: { value: after / before, sd: swing / before },
    },
  ];
}

/** A hole may leave nothing across the plate; then there is no beam to speak of. */
function carriesLoad({ grid }: ForecastInput, direction: Direction): boolean {
  const count = direction === 'along' ? grid.nx : grid.ny;
  const wood = new Float64Array(count);
  grid.wood.forEach(
    (share, cell) => (wood[direction === 'along' ? cell % grid.nx : Math.floor(cell / grid.nx)] += share),
  );
  const first = wood.findIndex((share) => share > 0);
  const last = wood.findLastIndex((share) => share > 0);
  return wood.subarray(first, last + 1).every((share) => share > 0);
}
