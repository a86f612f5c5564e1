/**
 * How thin this piece of wood should be, by each school's own rule. Every rule gives a thickness with its doubt and the
 * reason for it; they are shown side by side and never averaged: the maker chooses which one leads. SI.
 */
import type { ThicknessRule } from '../project';
import { type Estimate, requirePositive } from '../base';
import { minorPoisson, type OrthotropicConstants } from '../wood';

export interface RuleResult {
  rule: ThicknessRule;
  thickness: Estimate;
}

/** A band in millimetres that worked before: its middle, its half width as one standard deviation and two thirds. */
export function byNumber(thickness: number, tolerance: number): RuleResult {
  requirePositive('thickness', thickness);
  requirePositive('tolerance', tolerance);
  return { rule: 'number', thickness: { value: thickness, sd: tolerance / 1.645 } };
}

/** The same sag on the same jig as a plate that worked: sag ~ h^-3, so h = h0 (sag0 / sag*)^(1/3). */
export function byFlex(now: { thickness: Estimate; sag: Estimate }, wantedSag: Estimate): RuleResult {
  requirePositive('sag', now.sag.value);
  requirePositive('wantedSag', wantedSag.value);
  const value = now.thickness.value * Math.cbrt(now.sag.value / wantedSag.value);
  const relative = Math.hypot(share(now.thickness), share(now.sag) / 3, share(wantedSag) / 3);
  return { rule: 'flex', thickness: { value, sd: value * relative } };
}

/** A partial of the free plate brought to a note: f ~ h for an even plate, so h = h0 f* / f0. */
export function byPitch(now: { thickness: Estimate; frequency: Estimate }, wantedFrequency: number): RuleResult {
  requirePositive('frequency', now.frequency.value);
  requirePositive('wantedFrequency', wantedFrequency);
  const value = (now.thickness.value * wantedFrequency) / now.frequency.value;
  return { rule: 'pitch', thickness: { value, sd: value * Math.hypot(share(now.thickness), share(now.frequency)) } };
}

/**
 * A weight of the whole plate that worked: h = m / (rho area). For backs, which carry no strings.
 * @param area of the wood [m2]
 */
export function byWeight(wantedMass: number, rho: Estimate, area: number): RuleResult {
  requirePositive('wantedMass', wantedMass);
  requirePositive('area', area);
  const value = wantedMass / (rho.value * area);
  return { rule: 'weight', thickness: { value, sd: value * share(rho) } };
}

/** Half axes of the part of the top that pumps: along and across the grain [m]. */
export interface PumpingArea {
  along: number;
  across: number;
}

/**
 * Stiffness of a plate against pumping, per thickness cubed [N/m8]: that of a clamped ellipse under even pressure,
 *   w0 = q / (8 S),  S = 3 D_L / a^4 + 2 (D_1 + 2 D_k) / (a b)^2 + 3 D_C / b^4
 * so along, across and twist weigh as they do when the top moves in one piece.   Source: Timoshenko and
 * Woinowsky-Krieger, art. 71 and 85.
 */
export function pumpingStiffness(wood: OrthotropicConstants, { along: a, across: b }: PumpingArea): number {
  requirePositive('along', a);
  requirePositive('across', b);
  const plane = 1 - wood.nu_LC * minorPoisson(wood);
  const D_L = wood.E_L / (12 * plane);
  const D_C = wood.E_C / (12 * plane);
  const D_1 = minorPoisson(wood) * D_L;
  const D_k = wood.G_LC / 12;
  return (3 * D_L) / a ** 4 + (2 * (D_1 + 2 * D_k)) / (a * b) ** 2 + (3 * D_C) / b ** 4;
}

/**
 * Flexural rigidity of a plate as its pumping part feels it [N m]: D* = S (a b)^2 h^3 / 8, which for a disc is (3 D_L +
 * 2 (D_1 + 2 D_k) + 3 D_C) / 8.
 */
export function pumpingRigidity(wood: OrthotropicConstants, thickness: number, area: PumpingArea): number {
  requirePositive('thickness', thickness);
  return (pumpingStiffness(wood, area) * (area.along * area.across) ** 2 * thickness ** 3) / 8;
}

/** The thickness that gives a wanted rigidity: the inverse of `pumpingRigidity`. */
export function byRigidity(
  wood: OrthotropicConstants,
  area: PumpingArea,
  wanted: Estimate,
  modulusDoubt: number,
): RuleResult {
  requirePositive('wanted', wanted.value);
  const value = Math.cbrt(wanted.value / pumpingRigidity(wood, 1, area));
  return { rule: 'stiffness', thickness: { value, sd: (value * Math.hypot(modulusDoubt, share(wanted))) / 3 } };
}

export interface StiffnessGoal {
  /** A plate of the family that carries its strings well: its wood and thickness. */
  wood: OrthotropicConstants;
  thickness: number;
  /** Load of this build over that of the plate above: (tension x scale) / (tension x scale) (1). */
  loadRatio: number;
}

/**
 * As stiff against pumping as a plate that worked, scaled with the string load: S h^3 = S* h*^3 loadRatio.
 * Carries over from one piece of wood to the next, and can be checked both by flex and by knocks.
 * @param modulusDoubt relative standard deviation of this wood's moduli (1) @param goalDoubt of the wanted stiffness
 * (1)
 */
export function byStiffness(
  wood: OrthotropicConstants,
  area: PumpingArea,
  goal: StiffnessGoal,
  doubt: { modulus: number; goal: number },
): RuleResult {
  requirePositive('loadRatio', goal.loadRatio);
  requirePositive('goal.thickness', goal.thickness);
  const wanted = pumpingStiffness(goal.wood, area) * goal.thickness ** 3 * goal.loadRatio;
  const value = Math.cbrt(wanted / pumpingStiffness(wood, area));
  return { rule: 'stiffness', thickness: { value, sd: (value * Math.hypot(doubt.modulus, doubt.goal)) / 3 } };
}

/** The same stiffness in other wood: h2 = h1 (E1 / E2)^(1/3), mass ratio (rho2 / rho1) (E1 / E2)^(1/3). */
export function sameStiffness(
  from: { modulus: number; rho: number; thickness: number },
  to: { modulus: number; rho: number },
): { thickness: number; massRatio: number } {
  for (const [field, value] of [
    ['from.modulus', from.modulus],
    ['to.modulus', to.modulus],
    ['from.rho', from.rho],
    ['to.rho', to.rho],
  ] as const) {
    requirePositive(field, value);
  }
  const ratio = Math.cbrt(from.modulus / to.modulus);
  return { thickness: from.thickness * ratio, massRatio: (to.rho / from.rho) * ratio };
}

function share({ value, sd }: Estimate): number {
  return sd / value;
}
