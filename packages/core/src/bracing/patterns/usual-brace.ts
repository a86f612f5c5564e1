/** Braces of the usual sizes of their role, by the size of the plate. */
import { lengthOf, type PlateShape, type Segment } from '../../outline';
import { profileHeights, type BraceProfile } from '../brace-plan';
import type { Brace, BraceRole, EndFit } from '../bracing-plan';

const ORDINARY_WIDTH = 0.385;

interface Sizes {
  width: number;
  tall: number;
  low: number;
  profile: BraceProfile;
}

/** Of an ordinary guitar [m]. */
export const SIZES: Record<BraceRole, Sizes> = {
  'x-leg': { width: 7.5e-3, tall: 0.0145, low: 4e-3, profile: 'straight' },
  'tone-bar': { width: 6.5e-3, tall: 0.0105, low: 2.5e-3, profile: 'one-peak' },
  finger: { width: 5e-3, tall: 7e-3, low: 2e-3, profile: 'straight' },
  'fan-bar': { width: 5.5e-3, tall: 5e-3, low: 1.5e-3, profile: 'straight' },
  'closing-bar': { width: 5e-3, tall: 4.5e-3, low: 1.5e-3, profile: 'straight' },
  'ladder-bar': { width: 7e-3, tall: 0.0135, low: 4e-3, profile: 'straight' },
  'lattice-bar': { width: 4e-3, tall: 7.5e-3, low: 2e-3, profile: 'straight' },
  'a-leg': { width: 7e-3, tall: 0.012, low: 4e-3, profile: 'straight' },
  'long-bar': { width: 7e-3, tall: 0.0125, low: 3e-3, profile: 'one-peak' },
  transverse: { width: 8e-3, tall: 0.0155, low: 5e-3, profile: 'straight' },
  'hole-side': { width: 6e-3, tall: 5e-3, low: 2e-3, profile: 'straight' },
  free: { width: 6e-3, tall: 9e-3, low: 2.5e-3, profile: 'straight' },
};

/** Spruce for braces as it usually is, until a billet of the rack says better. */
export const USUAL_STOCK = { modulus: 11.5e9, density: 410 } as const;

/** An end that stops in the open is tapered at least to this [m]. */
const THIN_END = 2.5e-3;

export interface BraceStart extends Segment {
  id: string;
  name: string;
  role: BraceRole;
  ends?: readonly [EndFit, EndFit];
}

/** A brace of the usual sizes of its role. */
export function usualBrace(
  { id, name, role, from, to, ends = ['let-in', 'let-in'] }: BraceStart,
  scale: number,
): Brace {
  const { width, tall, low, profile } = SIZES[role];
  const length = lengthOf({ from, to });
  const height = Math.min(tall * scale, length / 4);
  const thin = ends.includes('stopped') ? Math.min(low * scale, THIN_END) : low * scale;
  return {
    id,
    name,
    role,
    from,
    to,
    ends,
    length,
    section: role === 'transverse' || role === 'ladder-bar' ? 'rectangle' : 'parabola',
    width: round(width * scale),
    topWidth: null,
    endWidth: null,
    endTopWidth: null,
    heights: profileHeights(profile, {
      tall: round(Math.max(2e-3, height)),
      low: round(Math.max(1e-3, Math.min(thin, height))),
    }),
    ...USUAL_STOCK,
    underside: 'plate',
    radius: null,
    grainSlope: 0,
    ringAngle: 0,
    accessHole: false,
    stock: null,
  };
}

const round = (metres: number) => Math.round(metres * 1e4) / 1e4;

export function scaleOf({ width }: Pick<PlateShape, 'width'>): number {
  return Math.min(1.4, Math.max(0.45, width / ORDINARY_WIDTH));
}
