/** What the layers of the one drawing are given, as paths that are ready: made away from the page, drawn here. */
import type { HowThin } from '@nimble/core/graduation';
import type { ModeShape } from '@nimble/core/knock-map';
import type { Removal, StationReading } from '@nimble/core/survey';
import type { PassEffect, Wish } from '@nimble/core/top';
import type { AssessmentSummary, FollowedLine, TearState } from '@nimble/core/verdict';

export type MapView = 'thickness' | 'deviation' | 'mirror' | 'removed';

/** One step of the map: everything at or above `level`, painted over the step below. */
export interface Band {
  /** null for the lowest, which covers the whole plate. */
  level: number | null;
  /** -1 … 1: how far into lake or ember; 0 is plain wood. In plain thickness and removal 0 … 1 of one hue. */
  tone: number;
  path: string;
}

export interface PlatePicture {
  summary: AssessmentSummary | null;
  /** What every rule says, and the line that is followed. */
  thin: HowThin;
  followed: FollowedLine;
  /** The stations that the map was made from: read, or moved by a quick look. */
  standing: StationReading[];
  bands: Band[];
  hue: 'diverging' | 'spruce' | 'ember';
  /** Hatched: what is under its band, and what no reading reaches. */
  underPath: string;
  unreadPath: string;
  /** Thickness wanted at each requested station, by the line that is followed [m]. */
  targetAt: number[];
  /**
   * What the map shows at each requested station [m], where that is not the reading itself: views `mirror` and
   * `removed`.
   */
  shownAt: number[] | null;
  /** How the tears that were marked stand. */
  tears: TearState[];
  /** In view `removed`: what came off. */
  removed: Omit<Removal, 'depth'> | null;
}

export interface ShapePicture extends Pick<ModeShape, 'hold' | 'strike'> {
  bands: Band[];
  /** Where it stands still. */
  nodes: string;
}

export type TopView =
  { show: 'mode'; mode: number } | { show: 'strings' | 'weight' | 'energy' } | { show: 'shaving'; wish: Wish };

export interface TopPicture {
  bands: Band[];
  /** Where nothing moves, or nothing is gained. */
  nodes: string;
  /** What full colour stands for: metres, J/m2, or cents or shares of a pass. */
  most: number;
  /** Of a shaving map: worth of every station of every brace, the plate's best place being 1. */
  braces: number[][];
}

/** What one pass does, at a place of the plate or at a station of a brace. */
export interface PassHere extends PassEffect {
  x: number;
  y: number;
}
