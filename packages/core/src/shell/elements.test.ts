import { addBending } from './bending-triangle';
import { seededRandom } from '../simulate';
import { beamSection, FIBRE, fillTwist, shearStiffness, stretchStiffness } from './brace-beam';
import { footHold, stiffWidth } from './brace-feet';
import { layeredPlate, planeStress } from './layered-plate';
import { addMembrane, type Triangle } from './membrane-triangle';

const wood = { density: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37, G_LT: 0.72e9, G_CT: 0.06e9 };
const steel = { density: 7800, E_L: 2e11, E_C: 2e11, G_LC: 2e11 / 2.6, nu_LC: 0.3, G_LT: 2e11 / 2.6, G_CT: 2e11 / 2.6 };
const plateOf = (material: typeof wood, thickness = 2.8e-3, angle = 0.4) =>
  layeredPlate([{ material, angle, thickness, at: 0 }]);

function triangle(corners: readonly (readonly [number, number])[]): Triangle {
  const x = corners.map((c) => c[0]) as [number, number, number];
  const y = corners.map((c) => c[1]) as [number, number, number];
  return { x, y, area: ((x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0])) / 2 };
}
const odd = triangle([
  [0.011, -0.004],
  [0.031, 0.003],
  [0.017, 0.022],
]);
const times = (K: Float64Array, d: readonly number[]) =>
  Array.from({ length: 9 }, (_, i) => d.reduce((sum, v, j) => sum + K[9 * i + j] * v, 0));
const energy = (K: Float64Array, d: readonly number[]) => times(K, d).reduce((sum, f, i) => sum + f * d[i], 0) / 2;
const membraneOf = (t: Triangle, A: Float64Array, poisson = 0.1) => {
  const K = new Float64Array(81);
  addMembrane(t, A, poisson, K);
  return K;
};
const bendingOf = (t: Triangle, D: Float64Array, H: Float64Array) => {
  const K = new Float64Array(81);
  addBending(t, D, H, K);
  return K;
};

describe('the membrane triangle', () => {
  const { A } = plateOf(wood);
  const K = membraneOf(odd, A);
  it('passes the patch test: a constant strain has exactly its energy', () => {
    const [ex, ey, exy, turn] = [3e-4, -2e-4, 5e-4, 1e-3];
    // u = ex x + (exy/2 - turn) y, v = (exy/2 + turn) x + ey y, rotation = turn
    const d = [0, 1, 2].flatMap((i) => [
      ex * odd.x[i] + (exy / 2 - turn) * odd.y[i],
      (exy / 2 + turn) * odd.x[i] + ey * odd.y[i],
      turn,
    ]);
    const strain = [ex, ey, exy];
    const density = strain.reduce((sum, e, i) => sum + strain.reduce((s, f, j) => s + e * A[3 * i + j] * f, 0), 0) / 2;
    expect(energy(K, d) / (density * odd.area)).toBeCloseTo(1, 9);
  });
  it('moves as a rigid body without force, and is symmetric', () => {
    const rigid = [0, 1, 2].flatMap((i) => [0.3 - 0.01 * odd.y[i], -0.2 + 0.01 * odd.x[i], 0.01]);
    times(K, rigid).forEach((f) => expect(Math.abs(f)).toBeLessThan(1e-9 * K[0]));
    for (let i = 0; i < 9; i++)
      for (let j = 0; j < i; j++) expect(Math.abs(K[9 * i + j] - K[9 * j + i])).toBeLessThan(1e-9 * K[0]);
  });
  it.each([1, 4, 12])('bends in its plane as a beam does, as a pair %p times as long as wide', (slender) => {
    // Two triangles of a rectangle under pure bending: u = -kappa x y, v = kappa x^2 / 2, rotation kappa x; E I kappa^2
    // / 2 for nu = 0.
    const free = { ...steel, nu_LC: 0, G_LC: 1e11 };
    const plate = plateOf(free, 1e-3, 0);
    const [l, h] = [slender * 0.01, 0.01];
    const kappa = 0.01;
    const at = (x: number, y: number) => [-kappa * x * y, (kappa * x * x) / 2, kappa * x];
    const corners = [
      [-l / 2, -h / 2],
      [l / 2, -h / 2],
      [l / 2, h / 2],
      [-l / 2, h / 2],
    ] as const;
    const total = [
      [0, 1, 2],
      [0, 2, 3],
    ].reduce((sum, ids) => {
      const t = triangle(ids.map((i) => corners[i]));
      return (
        sum +
        energy(
          membraneOf(t, plate.A, 0),
          ids.flatMap((i) => at(...corners[i])),
        )
      );
    }, 0);
    const beam = (2e11 * 1e-3 * h ** 3 * l * kappa ** 2) / 24;
    expect(total / beam).toBeCloseTo(1, 1);
  });
});

describe('the bending triangle', () => {
  const { D, H } = plateOf(wood);
  const K = bendingOf(odd, D, H);
  it('passes the patch test: a constant curvature has exactly its energy, shear or no shear', () => {
    const [kx, ky, kxy] = [0.3, -0.2, 0.4];
    // w = -(kx x^2 + ky y^2 + kxy x y) / 2, beta = -grad w
    const d = [0, 1, 2].flatMap((i) => {
      const [x, y] = [odd.x[i], odd.y[i]];
      return [-(kx * x * x + ky * y * y + kxy * x * y) / 2, kx * x + (kxy * y) / 2, ky * y + (kxy * x) / 2];
    });
    const kappa = [kx, ky, kxy];
    const density = kappa.reduce((sum, e, i) => sum + kappa.reduce((s, f, j) => s + e * D[3 * i + j] * f, 0), 0) / 2;
    expect(energy(K, d) / (density * odd.area)).toBeCloseTo(1, 9);
    const rigidShear = bendingOf(
      odd,
      D,
      H.map((h) => 1e6 * h),
    );
    expect(energy(rigidShear, d) / (density * odd.area)).toBeCloseTo(1, 9);
  });
  it('moves as a rigid body without force, in just three ways', () => {
    [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ].forEach(([rise, tiltX, tiltY]) => {
      const d = [0, 1, 2].flatMap((i) => [rise + tiltX * odd.x[i] + tiltY * odd.y[i], -tiltX, -tiltY]);
      times(K, d).forEach((f) => expect(Math.abs(f)).toBeLessThan(1e-8 * Math.max(...K)));
    });
  });
  it('does not lock: a thin one hardly minds how stiff it is in shear', () => {
    const thin = plateOf(steel, 1e-5, 0);
    const d = [0, 1, 2].flatMap((i) => [odd.x[i] ** 3, -3 * odd.x[i] ** 2, 0]);
    const [soft, hard] = [1, 1e6].map((by) =>
      energy(
        bendingOf(
          odd,
          thin.D,
          thin.H.map((h) => by * h),
        ),
        d,
      ),
    );
    expect(hard / soft).toBeCloseTo(1, 5);
  });
});

describe('layers', () => {
  it('of one wood are the plate of their whole thickness; a patch lifts the neutral plane', () => {
    const whole = plateOf(wood, 3e-3, 0);
    const halves = layeredPlate(
      [-1, 1].map((side) => ({ material: wood, angle: 0, thickness: 1.5e-3, at: side * 0.75e-3 })),
    );
    halves.D.forEach((value, i) => expect(value).toBeCloseTo(whole.D[i], 9));
    expect([halves.neutral, halves.massAt]).toEqual([expect.closeTo(0, 12), expect.closeTo(0, 12)]);
    expect(halves.rotary).toBeCloseTo((410 * 3e-3 ** 3) / 12, 15);
    const patched = layeredPlate([
      { material: wood, angle: 0, thickness: 3e-3, at: 0 },
      { material: wood, angle: 0, thickness: 2e-3, at: 2.5e-3 },
    ]);
    expect(patched.neutral).toBeCloseTo(1e-3, 12); // 2 x 2.5 / 5
    expect(patched.D[0] / whole.D[0]).toBeCloseTo((5 / 3) ** 3, 9);
  });
  it('turn as a tensor does: what no angle changes stays', () => {
    const [at0, at1] = [0, 0.7].map((angle) => planeStress(wood, angle));
    expect(at1[0] + at1[4] + 2 * at1[1]).toBeCloseTo(at0[0] + at0[4] + 2 * at0[1], 0);
    expect(at1[8] - at1[1]).toBeCloseTo(at0[8] - at0[1], 0);
    const right = planeStress(wood, Math.PI / 2);
    expect([right[0], right[4]]).toEqual([expect.closeTo(at0[4], 0), expect.closeTo(at0[0], 0)]);
  });
});

describe('a piece of brace', () => {
  const wood = { E: 12e9, G: 0.72e9, density: 430 };
  const tall = beamSection({ shape: 'rectangle', width: 8e-3, height: 14e-3 });
  const energyOf = (C: readonly number[], strain: readonly number[]) => {
    const size = strain.length;
    return strain.reduce((sum, e, i) => sum + strain.reduce((row, f, j) => row + (e * C[size * i + j] * f) / 2, 0), 0);
  };

  it('stores 6/5 of V^2 / 2GA under the shear that bending sends through it, and L^2 / 12 EI more for the bending between its ends', () => {
    const L = 0.1;
    const inverse = invert3(shearStiffness(tall, wood, L));
    // tau b = 6 V (z/h) (1 - z/h) / h against the shears (i + 1) z^i of the shapes, by hand.
    const h = 0.014 / FIBRE;
    const forces = [0, 1, 2].map((i) => ((i + 1) * 6 * h ** i * (1 / (i + 2) - 1 / (i + 3))) / FIBRE);
    const energy = forces.reduce(
      (sum, f, i) => sum + forces.reduce((row, g, j) => row + (f * inverse[3 * i + j] * g) / 2, 0),
      0,
    );
    const wanted = 1.2 / (wood.G * tall.area) / 2 + L ** 2 / (12 * wood.E * tall.I) / 2;
    expect(energy / wanted).toBeCloseTo(1, 6);
  });
  it('stretches and bends as its section does', () => {
    const C = stretchStiffness(tall, wood.E);
    expect(energyOf(C, [1e-4, 0, 0, 0])).toBeCloseTo((wood.E * tall.area * 1e-8) / 2, 9);
    const aboutFoot = (8e-3 * 14e-3 ** 3) / 3;
    expect(energyOf(C, [0, 1, 0, 0]) / ((wood.E * aboutFoot) / FIBRE ** 2 / 2)).toBeCloseTo(1, 9);
  });
  it('is never less stiff for being taller, however it is strained', () => {
    const random = seededRandom(3);
    for (let i = 0; i < 40; i++) {
      const [low, high] = [2e-3 + 0.01 * random.uniform(), 1e-4 + 5e-3 * random.uniform()];
      const of = (height: number) => beamSection({ shape: 'parabola', width: 8e-3, height });
      const [less, more] = [of(low), of(low + high)];
      const strain = [0, 1, 2, 3].map(() => random.uniform() - 0.5);
      const [a, b] = [less, more].map((section) => energyOf(stretchStiffness(section, wood.E), strain));
      expect(b).toBeGreaterThanOrEqual(a);
      const [c, d] = [less, more].map((section) => energyOf(shearStiffness(section, wood, 0.01), strain.slice(1)));
      expect(d).toBeGreaterThanOrEqual(c * (1 - 1e-9));
    }
  });
  it('twists as a third of width cubed times height, but for what its free edge loses', () => {
    const { torsion } = beamSection({ shape: 'rectangle', width: 1e-3, height: 0.1 });
    expect(torsion / (0.1 * 1e-9)).toBeCloseTo(1 / 3, 2);
    const [K, M] = [new Float64Array(144), new Float64Array(144)];
    fillTwist(tall, wood, 0.1, K, M);
    const moved = [2, 8].reduce((sum, i) => sum + [2, 8].reduce((row, j) => row + M[12 * i + j], 0), 0);
    expect(moved).toBeCloseTo(430 * tall.area * 0.1, 12);
  });
});

describe('the foot of a brace', () => {
  const spruce = { density: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37, G_LT: 0.72e9, G_CT: 0.06e9 };
  it('slips across the grain, where the plate rolls, and is held along it', () => {
    expect(footHold(spruce, 0, 7e-3, 2.7e-3).slip).toBe(0);
    expect(footHold(spruce, Math.PI / 2, 7e-3, 2.7e-3).slip).toBeGreaterThan(5e-10);
  });
  it('that is far wider than the plate is thick holds what is under it: (b / 6) / (b / 4) of it, for shear that comes in evenly', () => {
    expect(footHold(spruce, 0, 0.4, 2.7e-3).rigid).toBeCloseTo(2 / 3, 1);
    expect(stiffWidth(spruce, spruce.E_C, 0.4, 2.7e-3)).toBeCloseTo(1, 1);
  });
  it('gives as plane solids of it do', () => {
    expect(Math.abs(stiffWidth(spruce, spruce.E_C, 7e-3, 2.7e-3) - 0.378)).toBeLessThan(0.05);
    expect(Math.abs(stiffWidth(spruce, spruce.E_C, 10e-3, 2.7e-3) - 0.494)).toBeLessThan(0.05);
    expect(Math.abs(stiffWidth(spruce, spruce.E_L, 7e-3, 2.7e-3) - 0.074)).toBeLessThan(0.05);
    expect(Math.abs(stiffWidth(spruce, spruce.E_C, 7e-3, 4e-3) - 0.263)).toBeLessThan(0.05);
  });
});

function invert3([a, b, c, d, e, f, g, h, i]: readonly number[]): number[] {
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((v) => v / det);
}
