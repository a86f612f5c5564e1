import type { KnockView } from '../../api/knocks';
import type { Heard } from '../../compute/sound.worker';

export interface LastHeard {
  heard: Heard;
  /** As kept; null where it told nothing. */
  kept: KnockView | null;
}
