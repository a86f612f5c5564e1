import { NO_BUILD_CHOICES } from '@nimble/core/project';
import { plateContext, type PlateContext } from '@nimble/core/verdict';
import { createMapGrid } from '@nimble/core/survey';
import { plateShape } from '@nimble/core/outline';
import { trebleSignOf } from '@nimble/core/graduation';
import type { BuildView } from './build.view';
import type { Build } from './models/build.model';

/** What the API shows of a build. */
export function buildView(build: Build): BuildView {
  return {
    id: build.id,
    number: build.number,
    name: build.name,
    family: build.family,
    construction: build.construction,
    plate: build.plate,
    leftHanded: build.leftHanded,
    scaleLength: build.scaleLength,
    wood: build.wood,
    outline: build.outline,
    holes: build.holes,
    stations: build.stations,
    units: build.units,
    tool: build.tool,
    stage: build.stage,
    stagesDone: build.stagesDone,
    waitsFor: build.waitsFor,
    choices: { ...NO_BUILD_CHOICES, ...build.choices },
    demo: build.demo,
    revision: build.revision,
    archivedAt: build.archivedAt,
    createdAt: build.createdAt,
    updatedAt: build.updatedAt,
  };
}

const KEPT_CONTEXTS = 64;
const contexts = new Map<string, PlateContext>();

/** The plate's grid and zones, kept for the shapes used last: they cost more than the verdict itself. */
export function contextOf(build: Pick<Build, 'outline' | 'holes' | 'leftHanded' | 'plate'>): PlateContext {
  const key = JSON.stringify([build.outline, build.holes, trebleSignOf(build)]);
  const kept = contexts.get(key);
  if (kept) {
    contexts.delete(key);
    contexts.set(key, kept);
    return kept;
  }
  const shape = plateShape(build.outline, build.holes);
  const context = plateContext(shape, createMapGrid(shape), trebleSignOf(build));
  contexts.set(key, context);
  if (contexts.size > KEPT_CONTEXTS) contexts.delete(contexts.keys().next().value!);
  return context;
}
