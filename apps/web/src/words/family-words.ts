import type { Family } from '@nimble/core/outline';

export const FAMILY_WORDS: Record<Family, string> = {
  'steel-string': 'Steel-string guitar',
  'nylon-string': 'Nylon-string guitar',
  'arched-guitar': 'Arched guitar',
  mandolin: 'Mandolin family',
  ukulele: 'Ukulele',
  other: 'Something else',
};
