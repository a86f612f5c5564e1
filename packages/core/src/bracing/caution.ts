/** What is said of a plan, and what has to be known to say it. */
import type { PlateShape, Point } from '../outline';
import type { UnitChoice } from '../units';
import type { Experience } from './experience';

export const CAUTION_CODES = [
  'end-off-plate',
  'over-hole',
  'end-in-open',
  'open-region',
  'notch-missing',
  'notch-too-deep',
  'notches-close',
  'rod-blocked',
  'too-tall',
  'far-from-practice',
] as const;
export type CautionCode = (typeof CAUTION_CODES)[number];

export interface PlanCaution {
  code: CautionCode;
  message: string;
  /** Braces it is about, and the place, if any. */
  braces: string[];
  at: Point | null;
}

export interface CautionGround {
  shape: PlateShape;
  construction: 'flat' | 'domed' | 'carved' | 'sandwich';
  hole: { x: number; diameter: number } | null;
  experience: Experience;
  units: UnitChoice;
}
