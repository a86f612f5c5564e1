/**
 * Judges one survey after another off the server's own thread. Grids of the plates asked for last are kept: they cost
 * more than a verdict.
 */
import { cellAt, createMapGrid } from '@nimble/core/survey';
import {
  forecastRemoval,
  judgeSurvey,
  plateContext,
  takenRemoval,
  type JudgedSurvey,
  type PlateContext,
} from '@nimble/core/verdict';
import { InvalidInput } from '@nimble/core/base';
import { plateShape } from '@nimble/core/outline';
import { woodEstimate } from '@nimble/core/project';
import { parentPort } from 'node:worker_threads';
import type { AssessAnswer, AssessTask } from './assess-task';

const KEPT = 32;
const contexts = new Map<string, PlateContext>();

function contextOf({ outline, holes, treble }: AssessTask['plate']): PlateContext {
  const key = JSON.stringify([outline, holes, treble]);
  const kept = contexts.get(key);
  if (kept) return kept;
  const shape = plateShape(outline, holes);
  const context = plateContext(shape, createMapGrid(shape), treble);
  contexts.set(key, context);
  if (contexts.size > KEPT) contexts.delete(contexts.keys().next().value!);
  return context;
}

/** What comes off in the passes taken since the survey, by station, and what that will do. */
function forecast(
  task: AssessTask,
  plate: PlateContext,
  { assessment, stations }: JudgedSurvey,
): AssessAnswer['taken'] {
  if (!task.taken) return null;
  const removal = new Float64Array(plate.grid.wood.length);
  for (const one of task.taken)
    takenRemoval({ ...plate, reach: task.facts.reach }, assessment.plan, one).forEach(
      (depth, cell) => (removal[cell]! += depth),
    );
  const { removalSpread, build } = task.facts;
  const { statistics, map, mass } = assessment;
  const known = { wood: woodEstimate(build.wood), mass, removalSpread };
  const forecast = forecastRemoval(known, { grid: plate.grid, thickness: map.thickness, statistics }, removal);
  const depthAt = ({ x, y }: { x: number; y: number }) => removal[Math.max(0, cellAt(plate.grid, x, y))]!;
  return { forecast, depths: Object.fromEntries(stations.map((station) => [station.station, depthAt(station)])) };
}

function answer(task: AssessTask): AssessAnswer {
  try {
    const plate = contextOf(task.plate);
    const judged = judgeSurvey(plate, task.facts);
    return { summary: judged?.summary ?? null, taken: judged && forecast(task, plate, judged), refused: null };
  } catch (error) {
    if (!(error instanceof InvalidInput)) throw error;
    const refused = { field: error.field, received: String(error.received), reason: error.reason };
    return { summary: null, taken: null, refused };
  }
}

parentPort?.on('message', (task: AssessTask) => parentPort?.postMessage(answer(task)));
