/**
 * What a lap costs: the leg that is notched from above keeps its lower part at the crossing; a cap glued over it
 * restores some. Reckoned as a beam on its two ends with a load at the crossing, the plate's strip glued under it: the
 * joint is short, so the leg loses less than the joint. SI.
 */
import { angleOf } from '../outline';
import { InvalidInput } from '../base';
import { clippedFigures, layeredRigidity, plainFigures, type Layer, type PlainFigures } from '../section';
import { offAxisModulus } from '../wood';
import { braceSection } from './brace-plan';
import { CAPS, lapCuts, type Brace, type Cap, type Crossing, type Lap } from './bracing-plan';
import { workingWidth, type GluedPlate } from './on-the-plate';

export interface LapFigures {
  cap: Cap;
  /** Rigidity at the crossing over that of the uncut leg (0..1). */
  atJoint: number;
  /** Stiffness of the leg as a beam over that of the uncut leg (0..1). */
  asBeam: number;
}

/** Cotton soaked in glue: thickness [m] and modulus [Pa], generic. */
const CLOTH = { thickness: 5e-4, modulus: 2.5e9 } as const;
const STEPS = 600;

/** The lower leg with every cap there is, so that they can be compared. */
export function lapStiffness(lap: Lap, crossing: Crossing, plate: GluedPlate): LapFigures[] {
  const leg = lap.lower === crossing.a.id ? crossing.a : crossing.b;
  const other = leg === crossing.a ? crossing.b : crossing.a;
  const along = leg === crossing.a ? crossing.alongA : crossing.alongB;
  const { fromAbove, lowerHeight } = lapCuts(lap, crossing);
  if (!(fromAbove > 0 && fromAbove < lowerHeight))
    throw new InvalidInput('depth', fromAbove, 'must be less than the height of the leg at the crossing');
  const half = other.width / Math.sin(crossing.angle) / 2;
  const strip = stripOf(leg, plate);
  const uncut = (x: number) => rigidityOf(strip, leg.modulus, plainFigures(sectionAlong(leg, x)));
  const whole = compliance(uncut, leg.length, along);
  return CAPS.map((cap): LapFigures => {
    const joint = notched(strip, leg, along, {
      left: lowerHeight - fromAbove,
      cap: capLayer(cap, lap, leg, lowerHeight),
    });
    const cut = compliance((x) => (Math.abs(x - along) < half ? joint : uncut(x)), leg.length, along);
    return { cap, atJoint: Math.min(1, joint / uncut(along)), asBeam: Math.min(1, whole / cut) };
  });
}

/**
 * Height of a whole leg that bends as the notched one does at the crossing, of its own (1): what is left under the
 * notch, and its cap.
 */
export function keptHeight(lap: Lap, crossing: Crossing): number {
  const leg = lap.lower === crossing.a.id ? crossing.a : crossing.b;
  const along = leg === crossing.a ? crossing.alongA : crossing.alongB;
  const { fromAbove, lowerHeight } = lapCuts(lap, crossing);
  const whole = sectionAlong(leg, along);
  const layerOf = ({ area, centroidHeight, secondMoment }: PlainFigures): Layer => ({
    stretch: leg.modulus * area,
    at: centroidHeight,
    own: leg.modulus * secondMoment,
  });
  const left = layerOf(clippedFigures(whole, Math.max(LEAST_LEFT * lowerHeight, lowerHeight - fromAbove)));
  const cap = capLayer(lap.cap, lap, leg, lowerHeight);
  const { rigidity } = layeredRigidity(cap ? [left, cap] : [left]);
  return Math.min(1, Math.cbrt(rigidity / (leg.modulus * plainFigures(whole).secondMoment)));
}

/** Cut deeper, a leg is two (1). */
export const LEAST_LEFT = 0.05;

function capLayer(cap: Cap, { capThickness }: Lap, { width, modulus }: Brace, height: number): Layer | null {
  if (cap === 'none') return null;
  const { thickness, modulus: E } = cap === 'cloth' ? CLOTH : { thickness: capThickness, modulus };
  const stretch = E * thickness * width;
  return { stretch, at: height + thickness / 2, own: (stretch * thickness ** 2) / 12 };
}

function stripOf(leg: Brace, plate: GluedPlate): Layer {
  const stretch = offAxisModulus(plate.wood, angleOf(leg)) * plate.thickness * workingWidth(leg, plate);
  return { stretch, at: -plate.thickness / 2, own: (stretch * plate.thickness ** 2) / 12 };
}

const rigidityOf = (strip: Layer, modulus: number, { area, centroidHeight, secondMoment }: PlainFigures) =>
  layeredRigidity([strip, { stretch: modulus * area, at: centroidHeight, own: modulus * secondMoment }]).rigidity;

/**
 * The other leg fills the notch: it holds the cap off the lower part, but its grain runs across and carries nothing
 * itself.
 */
function notched(strip: Layer, leg: Brace, along: number, { left, cap }: { left: number; cap: Layer | null }): number {
  const { area, centroidHeight, secondMoment } = clippedFigures(sectionAlong(leg, along), left);
  const layers = [strip, { stretch: leg.modulus * area, at: centroidHeight, own: leg.modulus * secondMoment }];
  return layeredRigidity(cap ? [...layers, cap] : layers).rigidity;
}

export function sectionAlong(leg: Brace, x: number) {
  const steps = leg.heights.length - 1;
  const at = Math.min(1, Math.max(0, x / leg.length)) * steps;
  const i = Math.min(steps - 1, Math.floor(at));
  const share = at - i;
  const [low, high] = [braceSection(leg, i), braceSection(leg, i + 1)];
  const mix = (a: number, b: number) => a + share * (b - a);
  return {
    ...low,
    width: mix(low.width, high.width),
    height: mix(low.height, high.height),
    ...(low.topWidth !== undefined && { topWidth: mix(low.topWidth, high.topWidth ?? low.topWidth) }),
  };
}

/** Deflection under a unit load at a place of a beam on its ends: integral of M^2 / EI [m/N]. */
function compliance(rigidity: (x: number) => number, length: number, at: number): number {
  const dx = length / STEPS;
  let sum = 0;
  for (let i = 0; i < STEPS; i++) {
    const x = (i + 0.5) * dx;
    const moment = x < at ? (x * (length - at)) / length : (at * (length - x)) / length;
    sum += (moment * moment * dx) / rigidity(x);
  }
  return sum;
}
