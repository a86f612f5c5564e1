/**
 * What a walk round a plate says, computed away from the page: the map, its shapes as ready paths, the census, loose
 * joints, left against right.
 */
import { contourAreas, createMapGrid } from '@nimble/core/survey';
import {
  knockMap,
  looseJoints,
  mirrorKnocks,
  modeShapes,
  noteCensus,
  type KnockMap,
  type LooseJoint,
  type MirrorKnocks,
  type NoteCensus,
  type PlacedKnock,
} from '@nimble/core/knock-map';
import { plateShape, type HoleSpec, type OutlineSpec } from '@nimble/core/outline';
import type { Band, ShapePicture } from '../plate/pictures';
import { ringsPath } from '../plate/plate-paths';

export interface KnockRequest {
  outline: OutlineSpec;
  holes: HoleSpec[];
  /** Sign of y on the treble side. */
  trebleSide: 1 | -1;
  knocks: readonly PlacedKnock[];
  a4: number;
  beatRange: number;
}

export interface KnockPicture {
  map: KnockMap;
  /** Where no knock is near. */
  unreadPath: string;
  /** One a partial; empty with too few stations. */
  shapes: ShapePicture[];
  census: NoteCensus;
  loose: LooseJoint[];
  mirror: MirrorKnocks;
}

const STEPS = [0.2, 0.4, 0.6, 0.8];

export class KnockComputer {
  private grid: { key: string; grid: ReturnType<typeof createMapGrid> } | null = null;

  picture({ outline, holes, trebleSide, knocks, a4, beatRange }: KnockRequest): KnockPicture {
    const grid = this.gridOf(outline, holes);
    const map = knockMap(knocks);
    const { shapes, unread } = modeShapes(map, grid);
    return {
      map,
      unreadPath: ringsPath(contourAreas(grid, Float64Array.from(unread), [0.5])[0]!.rings),
      shapes: shapes.map(({ field, up, hold, strike }) => ({
        hold,
        strike,
        nodes: ringsPath(up),
        bands: bandsOf(grid, field),
      })),
      census: noteCensus(map, { a4, beatRange }),
      loose: looseJoints(map),
      mirror: mirrorKnocks(map, trebleSide),
    };
  }

  private gridOf(outline: OutlineSpec, holes: HoleSpec[]) {
    const key = JSON.stringify([outline, holes]);
    if (this.grid?.key !== key) this.grid = { key, grid: createMapGrid(plateShape(outline, holes)) };
    return this.grid.grid;
  }
}

/** From all the way down over plain wood to all the way up. */
function bandsOf(grid: ReturnType<typeof createMapGrid>, field: Float64Array): Band[] {
  const levels = [...STEPS.map((level) => -level).reverse(), ...STEPS];
  const areas = contourAreas(grid, field, levels);
  const tone = (i: number) => (i < STEPS.length ? -(STEPS.length - 1 - i) : i - STEPS.length + 1) / STEPS.length;
  return [
    { level: null, tone: -1, path: '' },
    ...areas.map(({ level, rings }, i) => ({ level, tone: tone(i), path: ringsPath(rings) })),
  ];
}
