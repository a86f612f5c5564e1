/** How a verdict looks: never by colour alone, its words stand beside it. */
import type { VerdictKind } from '@nimble/core/verdict';

export const VERDICT_INK: Record<VerdictKind, string> = {
  'go-on': 'text-spruce',
  nearly: 'text-spruce',
  there: 'text-ink',
  past: 'text-lake',
  'too-thin': 'text-lake',
  'look-again': 'text-ember-ink',
  none: 'text-soft',
};

export const VERDICT_SIGN: Record<VerdictKind, string> = {
  'go-on': '▸',
  nearly: '▹',
  there: '■',
  past: '▽',
  'too-thin': '▼',
  'look-again': '?',
  none: '–',
};
