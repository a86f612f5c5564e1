import { freePlateMode, freePlateModes, modeDisplacement, type FreePlate } from '.';

const isotropic = (a: number): FreePlate => {
  const D = (10e9 * 0.003 ** 3) / (12 * (1 - 0.09));
  return { length: a, width: a, D_L: D, D_C: D, D_1: 0.3 * D, D_k: (D * 0.7) / 2, rhoH: 430 * 0.003 };
};
/** case02a of test/reference: computed apart from this program. */
const halfPlate = (): FreePlate => {
  const nu_CL = (0.37 * 0.8) / 12;
  const D_L = (12e9 * 0.0036 ** 3) / (12 * (1 - 0.37 * nu_CL));
  return {
    length: 0.55,
    width: 0.21,
    D_L,
    D_C: (D_L * 0.8) / 12,
    D_1: nu_CL * D_L,
    D_k: (0.75e9 * 0.0036 ** 3) / 12,
    rhoH: 420 * 0.0036,
  };
};

describe('free plate', () => {
  it('matches the converged free isotropic square: lambda = omega a^2 sqrt(rho h / D)', () => {
    const plate = isotropic(0.3);
    const lambda = freePlateModes(plate, 6).map(
      (m) => 2 * Math.PI * m.frequency * 0.09 * Math.sqrt(plate.rhoH / plate.D_L),
    );
    [13.4682, 19.5961, 24.2702, 34.8009, 34.8009, 61.0932].forEach((known, i) =>
      expect(Math.abs(lambda[i] / known - 1)).toBeLessThan(1e-4),
    );
  });
  it('matches an orthotropic half plate, mode by mode with its name', () => {
    const modes = freePlateModes(halfPlate(), 8);
    const known = [43.8535, 65.3764, 110.221, 116.298, 145.241, 181.145, 222.902, 223.379];
    known.forEach((f, i) => expect(Math.abs(modes[i].frequency / f - 1)).toBeLessThan(2e-4));
    expect(modes.slice(0, 5).map((m) => m.name)).toEqual([
      [1, 1],
      [2, 0],
      [2, 1],
      [0, 2],
      [1, 2],
    ]);
  });
  it('agrees with the slender free beam along the grain: 1.0279 (h / L^2) sqrt(E / rho)', () => {
    const plate = { ...halfPlate(), width: 0.02 };
    plate.D_L = (12e9 * 0.0036 ** 3) / 12; // a narrow strip bends freely across
    plate.D_1 = 0;
    expect(
      freePlateMode(plate, [2, 0]).frequency / ((1.0279 * 0.0036 * Math.sqrt(12e9 / 420)) / 0.55 ** 2),
    ).toBeCloseTo(1, 3);
  });
  it('has sensitivities that add up to the square of the frequency, and equal central differences', () => {
    const plate = halfPlate();
    for (const name of [
      [1, 1],
      [0, 2],
      [2, 0],
    ] as const) {
      const mode = freePlateMode(plate, name);
      const omega2 = (2 * Math.PI * mode.frequency) ** 2;
      const rigidities = [plate.D_L, plate.D_C, plate.D_1, plate.D_k];
      expect(mode.sensitivity.reduce((sum, s, k) => sum + s * rigidities[k], 0) / omega2).toBeCloseTo(1, 9);
      const step = plate.D_C * 1e-4;
      const up = freePlateMode({ ...plate, D_C: plate.D_C + step }, name).frequency;
      const down = freePlateMode({ ...plate, D_C: plate.D_C - step }, name).frequency;
      const slope = (4 * Math.PI ** 2 * (up ** 2 - down ** 2)) / (2 * step);
      expect(Math.abs(slope - mode.sensitivity[1])).toBeLessThan((1e-5 * omega2) / plate.D_C);
    }
  });
  it('stands still on the middle lines when it twists, and moves most at the corners', () => {
    const plate = halfPlate();
    const twist = freePlateMode(plate, [1, 1]);
    const at = (x: number, y: number) => Math.abs(modeDisplacement(twist, plate, x * plate.length, y * plate.width));
    expect(at(0.5, 0.2)).toBeLessThan(1e-9 * at(0, 0));
    expect(at(0, 0)).toBeGreaterThan(at(0.2, 0.2));
  });
  it('scales as the thickness over the square of the size', () => {
    expect(freePlateModes(isotropic(0.3), 1)[0].frequency / freePlateModes(isotropic(0.6), 1)[0].frequency).toBeCloseTo(
      4,
      9,
    );
  });
});
