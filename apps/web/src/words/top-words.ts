import type { TopHold } from '@nimble/core/top';
import type { TopModeKind } from '@nimble/core/shell';

export const KIND_WORDS: Record<TopModeKind, string> = {
  monopole: 'pumps as one piece',
  'cross-dipole': 'rocks across the grain',
  'long-dipole': 'rocks along the grain',
  upper: 'swings in the upper part',
  other: 'breaks up into parts',
};

/** The same in a table. */
export const SHORT_KIND: Record<TopModeKind, string> = {
  monopole: 'pumps',
  'cross-dipole': 'rocks across',
  'long-dipole': 'rocks along',
  upper: 'upper part',
  other: 'breaks up',
};

/** In the margin of the notes. */
export const SHORT_HOLD: Record<TopHold, string> = {
  glued: 'on its sides',
  clamped: 'held stiffly',
  ring: 'on a ring',
  free: 'in the hand',
};

export const HOLD_WORDS: Record<TopHold, string> = {
  glued: 'Glued to linings and sides',
  clamped: 'Held stiffly all round',
  ring: 'Laid on its rim, free to slide',
  free: 'Free in the hand',
};
