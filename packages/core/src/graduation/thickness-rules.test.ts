import { woodOfSpecies } from '../project';
import { byFlex, byNumber, byPitch, byStiffness, pumpingStiffness, sameStiffness } from '.';

const spruce = woodOfSpecies('sitka-spruce');
const area = { along: 0.2, across: 0.19 };
const at = (value: number, share = 0.01) => ({ value, sd: share * value });

describe('rules for how thin', () => {
  it('by flex: an eighth of the wanted sag asks for half the thickness', () => {
    const { thickness } = byFlex({ thickness: at(3e-3), sag: at(1e-4, 0.03) }, at(8e-4, 0.03));
    expect(thickness.value).toBeCloseTo(1.5e-3, 9);
    expect(thickness.sd / thickness.value).toBeCloseTo(Math.hypot(0.01, 0.01, 0.01), 9);
  });
  it('by pitch: as the note, so the thickness', () =>
    expect(byPitch({ thickness: at(3e-3), frequency: at(110) }, 98).thickness.value).toBeCloseTo(
      (3e-3 * 98) / 110,
      12,
    ));
  it('by number: nine in ten within the band', () =>
    expect(1.645 * byNumber(2.7e-3, 1e-4).thickness.sd).toBeCloseTo(1e-4, 12));
  it('by stiffness: the same wood under the same load wants the same thickness', () => {
    const goal = { wood: spruce, thickness: 2.8e-3, loadRatio: 1 };
    const doubt = { modulus: 0.18, goal: 0.1 };
    expect(byStiffness(spruce, area, goal, doubt).thickness.value).toBeCloseTo(2.8e-3, 12);
    const twice = { ...spruce, E_L: 2 * spruce.E_L, E_C: 2 * spruce.E_C, G_LC: 2 * spruce.G_LC };
    expect(byStiffness(twice, area, goal, doubt).thickness.value).toBeCloseTo(2.8e-3 / Math.cbrt(2), 9);
    const heavier = byStiffness(spruce, area, { ...goal, loadRatio: 1.331 }, doubt).thickness;
    expect(heavier.value).toBeCloseTo(1.1 * 2.8e-3, 9);
    expect(heavier.sd / heavier.value).toBeCloseTo(Math.hypot(0.18, 0.1) / 3, 9);
  });
  it('weighs along and across as a clamped circle of even material does: S = 8 D / R^4', () => {
    const even = { rho: 1, E_L: 1e10, E_C: 1e10, G_LC: 1e10 / 2.6, nu_LC: 0.3 };
    const D = 1e10 / (12 * (1 - 0.09));
    expect(pumpingStiffness(even, { along: 0.2, across: 0.2 }) / ((8 * D) / 0.2 ** 4)).toBeCloseTo(1, 9);
  });
  it('translates a good plate into other wood by hand', () => {
    const { thickness, massRatio } = sameStiffness(
      { modulus: 10e9, rho: 400, thickness: 2.8e-3 },
      { modulus: 8e9, rho: 360 },
    );
    expect(thickness).toBeCloseTo(2.8e-3 * 1.25 ** (1 / 3), 9);
    expect(massRatio).toBeCloseTo(0.9 * 1.25 ** (1 / 3), 9);
  });
  it('refuses what can’t be', () => {
    expect(() => byFlex({ thickness: at(3e-3), sag: at(0) }, at(1e-3))).toThrow(/sag/);
    expect(() => byPitch({ thickness: at(3e-3), frequency: at(110) }, -1)).toThrow(/wantedFrequency/);
    expect(() =>
      byStiffness(spruce, area, { wood: spruce, thickness: 2.8e-3, loadRatio: NaN }, { modulus: 0.1, goal: 0.1 }),
    ).toThrow(/loadRatio/);
  });
});
