import { profileHeights, type BracePlan } from '@nimble/core';
import type { Build } from '../../api/types';

/** Spruce for braces as it usually is, until a billet of the rack says better. */
const USUAL = { modulus: 11.5e9, density: 410 };

/** A bar of usual size for the plate: two fifths of its length. */
export function firstBrace(name: string, { outline }: Pick<Build, 'outline'>): BracePlan {
  const length = outline.kind === 'drawn' ? 0.2 : Math.round(400 * outline.bodyLength) / 1000;
  return {
    name, length, section: 'rectangle', width: 7e-3, topWidth: null, heights: profileHeights('straight', { tall: 0.012, low: 0.003 }), ...USUAL,
  }; // prettier-ignore
}
