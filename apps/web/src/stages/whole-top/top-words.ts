import type { TopHold, TopModeKind } from '@nimble/core';

export const KIND_WORDS: Record<TopModeKind, string> = {
  monopole: 'pumps as one piece',
  'cross-dipole': 'rocks across the grain',
  'long-dipole': 'rocks along the grain',
  other: 'breaks up into parts',
};

/** The same in a table. */
export const SHORT_KIND: Record<TopModeKind, string> = {
  monopole: 'pumps',
  'cross-dipole': 'rocks across',
  'long-dipole': 'rocks along',
  other: 'breaks up',
};

export const HOLD_WORDS: Record<TopHold, string> = {
  glued: 'Glued to linings and sides',
  clamped: 'Held stiffly all round',
  ring: 'Laid on its rim, free to slide',
  free: 'Free in the hand',
};
