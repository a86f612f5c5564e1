/**
 * What a braced plate that is a beam bears, against beam theory: stress of a tapered brace, and the reserve from
 * strings to verdict.
 */
import { bridgeAt, emptyPlan, usualBrace, type Brace, type BracingPlan } from '../src/bracing';
import { plateShape, type Point } from '../src/outline';
import { layeredRigidity } from '../src/section';
import { usualStrings } from '../src/strings';
import { factorTop, topStress, underForces, type TopInput } from '../src/shell';
import { examineTop, reserveOf, type TopPlan } from '../src/top';
import { durationFactor, softwoodStrength } from '../src/wood';

const WOOD = { rho: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37 };
const YEARS = 10 * 365.25 * 86_400;
const allowed = (density: number) => durationFactor(YEARS) * softwoodStrength(density).along;
/** Over less of a brace than this the model leaves a peak out [m]. */
const PEAK = 0.02;

interface Strip {
  width: number;
  thickness: number;
  brace: { width: number; modulus: number };
}

/** Largest stress of the brace where the strip bears a moment: plate and brace as one beam. */
function stressAt({ width, thickness, brace }: Strip, height: number, moment: number): number {
  const plate = WOOD.E_L * width * thickness;
  const stick = brace.modulus * brace.width * height;
  const { rigidity, neutralAxis } = layeredRigidity([
    { stretch: plate, at: -thickness / 2, own: (plate * thickness ** 2) / 12 },
    { stretch: stick, at: height / 2, own: (stick * height ** 2) / 12 },
  ]);
  return (brace.modulus * Math.abs(moment) * Math.max(height - neutralAxis, neutralAxis)) / rigidity;
}

/** What all but the peak stays under, of a stress along a brace. */
function withoutPeak(length: number, stress: (s: number) => number): number {
  const count = 2000;
  const all = Array.from({ length: count }, (_, i) => stress((length * (i + 0.5)) / count)).sort((a, b) => b - a);
  return all[Math.round((PEAK / length) * count)];
}

const box = (a: number, b: number): Point[] => [
  [0, -b / 2],
  [a, -b / 2],
  [a, b / 2],
  [0, b / 2],
];

describe('a strip with a tapered brace, bent over two rests by two weights', () => {
  const LENGTH = 0.5;
  const strip: Strip = { width: 0.024, thickness: 3e-3, brace: { width: 8e-3, modulus: 12e9 } };
  const heightAt = (s: number) => 6e-3 + (10e-3 * s) / LENGTH;
  const stick = { density: 420, modulusAlong: 12e9, modulusAcross: 0.84e9, shearModulus: 0.77e9, poisson: 0.37 };
  const top: TopInput = {
    outline: box(LENGTH, strip.width),
    thickness: strip.thickness,
    edge: 'free',
    meshSize: 6e-3,
    material: {
      density: 410,
      modulusAlong: WOOD.E_L,
      modulusAcross: WOOD.E_C,
      shearModulus: WOOD.G_LC,
      poisson: WOOD.nu_LC,
    },
    braces: [
      {
        path: [
          [0, 0],
          [LENGTH, 0],
        ],
        section: 'rectangle',
        material: stick,
        stations: [0, LENGTH].map((s) => ({ s, width: 8e-3, height: heightAt(s) })),
      },
    ],
  };
  const factored = factorTop(top);
  const forces = [0.02, 0.48].map((x) => ({ at: [x, 0] as Point, force: -1 }));
  const weights = [0.12, 0.38].map((x) => ({ at: [x, 0] as Point, force: 1 }));
  const stress = topStress(factored.model, underForces(factored, [...forces, ...weights]).x);
  const moment = (s: number) => Math.max(0, Math.min(s - 0.02, 0.1, 0.48 - s));
  const expected = withoutPeak(LENGTH, (s) => stressAt(strip, heightAt(s), moment(s)));

  it('has the stress of the composite beam within 2 %', () => {
    expect(Math.abs(stress.braces[0].stress / expected) - 1).toBeGreaterThan(-0.02);
    expect(Math.abs(stress.braces[0].stress / expected) - 1).toBeLessThan(0.02);
  });
  it('bears as often what it must for ten years as the beam does', () => {
    const brace = { id: 'b', name: 'b', density: 420, grainSlope: 0 } as Brace;
    const plan = { plan: { braces: [brace] } as unknown as BracingPlan, wood: WOOD } as TopPlan;
    const { factor, weakest } = reserveOf(factored, plan, stress);
    expect(weakest.part).toBe('brace');
    expect(factor / (allowed(420) / expected)).toBeGreaterThan(0.98);
    expect(factor / (allowed(420) / expected)).toBeLessThan(1.02);
  });
});

describe('a supported panel with one brace, turned by its strings', () => {
  const LENGTH = 0.5;
  const strip: Strip = { width: 0.06, thickness: 1e-3, brace: { width: 8e-3, modulus: 12e9 } };
  const HEIGHT = 12e-3;
  const empty = emptyPlan('steel-string', 'flat');
  const brace: Brace = {
    ...usualBrace({ id: 'b', name: 'b', role: 'free', from: [0, 0], to: [LENGTH, 0] }, 1),
    section: 'rectangle',
    width: 8e-3,
    endWidth: null,
    heights: Array.from({ length: 25 }, () => HEIGHT),
    modulus: 12e9,
    density: 420,
    ends: ['stopped', 'stopped'],
  };
  // Soft across, so that the sides of the panel hardly hold the brace.
  const plan: TopPlan = {
    shape: plateShape({ kind: 'drawn', points: box(LENGTH, strip.width) }),
    family: 'steel-string',
    scale: 0.632,
    trebleSign: -1,
    plan: { ...empty, braces: [brace], bridge: { ...empty.bridge, span: 0.03 } },
    bridge: true,
    sandwich: null,
    thickness: strip.thickness,
    wood: { ...WOOD, E_C: 0.1e9 },
  };
  it('bears what a beam on two supports bears under that couple, within an eighth: it comes in by a bridge, not at a point', () => {
    // Tension of a string: 4 mu (L f)^2; over the saddle's height it turns the bridge.
    const tension = usualStrings('steel-string').reduce(
      (sum, { massPerLength, frequency, count }) => sum + 4 * massPerLength! * (plan.scale * frequency) ** 2 * count,
      0,
    );
    const couple = tension * empty.bridge.stringHeight;
    const at = bridgeAt(plan.plan.bridge, plan.scale);
    const moment = (s: number) => (couple * (s < at ? s : LENGTH - s)) / LENGTH;
    const expected = allowed(420) / withoutPeak(LENGTH, (s) => stressAt(strip, HEIGHT, moment(s)));
    const { reserve } = examineTop(plan, { hold: 'ring', modeCount: 1, meshSize: 0.008 }).examined.strings!;
    expect(reserve.weakest).toEqual({ part: 'brace', id: 'b', name: 'b' });
    expect(reserve.factor / expected).toBeGreaterThan(0.875);
    expect(reserve.factor / expected).toBeLessThan(1.125);
  });
});
