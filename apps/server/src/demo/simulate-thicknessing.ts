import {
  assessThickness,
  summarizeAssessment,
  FIRST_REMOVAL_SPREAD,
  type AssessmentSummary,
  type PlateContext,
} from '@nimble/core/verdict';
import { cellAt, integrate, type Station, type StationReading } from '@nimble/core/survey';
import { planeByHand, readCaliper, roughPlate, seededRandom, type SimulatedPlate } from '@nimble/core/simulate';
import { woodEstimate, type BuildWood } from '@nimble/core/project';
import { METRIC } from '@nimble/core/units';
import type { TargetSpec } from '@nimble/core/graduation';
import type { DemoBuild } from './demo-builds';

export interface SimulatedSurvey {
  readings: StationReading[];
  mass: number;
  relativeHumidity: number;
  temperatureC: number;
  /** Aimed at after this survey; the last one is also what the newest verdict is about. */
  target: TargetSpec;
  assessment: AssessmentSummary;
  /** What the pass after it takes off by station [m]. */
  depths: Record<string, number>;
}

/**
 * Reads, plans and planes a simulated plate down through its targets; the last target is left for the maker to reach.
 */
export function simulateThicknessing(
  build: DemoBuild,
  plate: PlateContext,
  stations: readonly Station[],
  wood: BuildWood,
): SimulatedSurvey[] {
  const work = build.thicknessing;
  if (!work) return [];
  const random = seededRandom(build.number);
  // Every piece of a species is its own; a set that was weighed is known.
  const density = wood.rho * (1 + 0.5 * wood.spread.rho * random.normal());
  let truth = roughPlate(plate.grid, { mean: work.rough, waviness: work.waviness, tilt: work.tilt }, random);
  const isFinished = build.stage !== 'thickness';
  const targets = isFinished ? [...work.targets, work.targets[work.targets.length - 1]!] : work.targets;
  return targets.map((target) => {
    const readings = readAll(truth, stations, random);
    const mass = Math.round(integrate(plate.grid, (cell) => truth.thickness[cell] ?? 0) * density * 1e4) / 1e4;
    const input = {
      readings,
      wanted: readings.length,
      target,
      lead: null,
      tool: build.tool,
      wood: woodEstimate(wood),
      mass,
      removalSpread: FIRST_REMOVAL_SPREAD,
    };
    const assessed = assessThickness(plate, input);
    truth = planeByHand(truth, assessed.plan.removal, work.evenness, random);
    return {
      readings,
      mass,
      relativeHumidity: 0.44 + 0.03 * random.uniform(),
      temperatureC: Math.round(10 * (20 + 1.5 * random.uniform())) / 10,
      target,
      assessment: summarizeAssessment(assessed, plate, target, METRIC),
      depths: Object.fromEntries(
        readings.map(({ station, x, y }) => [station, assessed.plan.removal[Math.max(0, cellAt(plate.grid, x, y))]!]),
      ),
    };
  });
}

function readAll(
  truth: SimulatedPlate,
  stations: readonly Station[],
  random: Parameters<typeof readCaliper>[2],
): StationReading[] {
  return stations
    .filter((station) => !station.skipped)
    .map((station) => ({
      station: station.name,
      x: station.x,
      y: station.y,
      thickness: readCaliper(truth, station, random),
      count: 1,
      spread: 0,
      kept: false,
    }));
}
