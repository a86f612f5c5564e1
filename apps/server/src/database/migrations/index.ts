import type { Migration } from '../migration';
import { firstTables } from './0001-first-tables';
import { benchColumns } from './0002-bench-columns';
import { woodRack } from './0003-wood-rack';
import { jigsAndChecks } from './0004-jigs-and-checks';
import { knocks } from './0005-knocks';
import { bracing } from './0006-bracing';
import { explorations } from './0007-explorations';
import { voicing } from './0008-voicing';
import { trust } from './0009-trust';
import { revisions } from './0010-revisions';
import { forecasts } from './0011-forecasts';
import { soundPieces } from './0012-sound-pieces';
import { shapes } from './0013-shapes';
import { readingsMark } from './0014-readings-mark';
import { forecastColumn } from './0015-forecast-column';
import { bench } from './0016-bench';
import { accounts } from './0017-accounts';
import { tellChanges } from './0018-tell-changes';
import { deviceClock } from './0019-device-clock';
import { runoutUnseen } from './0020-runout-unseen';
import { ownBands } from './0021-own-bands';
import { pieces } from './0022-pieces';

/** In the order they run. A migration that has shipped is never edited. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  benchColumns,
  woodRack,
  jigsAndChecks,
  knocks,
  bracing,
  explorations,
  voicing,
  trust,
  revisions,
  forecasts,
  soundPieces,
  shapes,
  readingsMark,
  forecastColumn,
  bench,
  accounts,
  tellChanges,
  deviceClock,
  runoutUnseen,
  ownBands,
  pieces,
];
