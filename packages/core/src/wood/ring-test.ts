/**
 * A whole plate on a ring with weights at the bridge: one stiffness of along, across and twist together. What it is
 * worth for the modulus along rests on the ratios of the wood's moduli, measured or usual, and that doubt is carried.
 * SI.
 */
import type { Estimate } from '../base';
import { ringCompliance } from '../ritz-plate';
import { testFlex, type FlexDoubt, type FlexPoint, type FlexWarning } from './flex-test';
import type { RingJig } from './jig';
import { checkConstants, minorPoisson, type OrthotropicConstants } from './orthotropic-constants';

export interface RingTest {
  jig: RingJig;
  thickness: number;
  points: readonly FlexPoint[];
  /** The plate's wood as known: only the ratios of its moduli count. */
  wood: OrthotropicConstants;
  /** Relative doubt of those ratios (1). */
  ratioDoubt: number;
  doubt?: Partial<FlexDoubt>;
}

export interface RingTestResult {
  stiffness: Estimate;
  /** E_L that would give this stiffness [Pa]. */
  modulusAlong: Estimate;
  warnings: FlexWarning[];
}

/**
 * How much of a doubt of the ratios E_C / E_L and G / E_L comes through: the rest of the stiffness is along the grain.
 */
const RATIO_SHARE = 0.5;
/** Against a plate that overhangs its ring, from the plate's own theory with the overhang in. */
const OVERHANG_DOUBT = 0.04;

export function testRing({ jig, thickness, points, wood, ratioDoubt, doubt }: RingTest): RingTestResult {
  checkConstants(wood);
  const radius = jig.diameter / 2;
  // The line through the readings and its warnings are those of any flex; the span stands in for the ring.
  const line = testFlex({ span: jig.diameter, width: jig.diameter, thickness, direction: 'along', points, doubt });
  const predicted = 1 / ringCompliance(rigidityOf(wood, thickness), radius);
  const value = (wood.E_L * line.stiffness.value) / predicted;
  const placing = Math.hypot(doubt?.span ?? 5e-4, jig.supportWidth / Math.sqrt(6));
  const relative = Math.hypot(
    line.stiffness.sd / line.stiffness.value,
    (2 * placing) / jig.diameter,
    (3 * (doubt?.thickness ?? 2e-5)) / thickness,
    RATIO_SHARE * ratioDoubt,
    OVERHANG_DOUBT,
  );
  return { stiffness: line.stiffness, modulusAlong: { value, sd: value * relative }, warnings: line.warnings };
}

function rigidityOf(wood: OrthotropicConstants, thickness: number) {
  const perWidth = thickness ** 3 / (12 * (1 - wood.nu_LC * minorPoisson(wood)));
  const D_C = wood.E_C * perWidth;
  return { D_L: wood.E_L * perWidth, D_C, D_1: wood.nu_LC * D_C, D_k: (wood.G_LC * thickness ** 3) / 12 };
}
