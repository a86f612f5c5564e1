import type { Stage } from '@nimble/core/project';

export const STAGE_WORDS: Record<Stage, string> = {
  wood: 'Wood',
  thickness: 'Thickness',
  layout: 'Layout',
  arch: 'Arch',
  'glue-up': 'Glue-up',
  shape: 'Shape',
  voice: 'Voice',
  close: 'Close',
};

/** A stage's first page. */
export const stagePath = (buildId: string, stage: Stage) => `/builds/${buildId}/${stage}`;
