import { InvalidInput } from '../base';
import { woodOfSpecies, type BuildWood } from '../project';
import type { TargetSpec } from './target';
import { targetInOtherWood } from './other-wood-target';

const shape = { length: 0.5, width: 0.39 };
const spruce: BuildWood = { ...woodOfSpecies('sitka-spruce'), spread: { rho: 0.03, E: 0.06 } };
/** Half as stiff every way. */
const soft: BuildWood = { ...spruce, E_L: spruce.E_L / 2, E_C: spruce.E_C / 2, G_LC: spruce.G_LC / 2 };
const even: TargetSpec = { base: { kind: 'even', thickness: 2.75e-3 }, rim: null, tolerance: 6e-5, limit: 2e-3 };

describe('a target in other wood', () => {
  it('is thicker by the cube root of what the wood is softer', () => {
    const { ratio, target } = targetInOtherWood(even, spruce, soft, shape)!;
    expect(ratio.value).toBeCloseTo(Math.cbrt(2), 9);
    expect(target.base).toEqual({ kind: 'even', thickness: expect.closeTo(2.75e-3 * 1.259921, 8) });
    expect(target).toMatchObject({ limit: 2e-3, tolerance: 6e-5 });
    // Two moduli known to 6 %: a third of their doubt together.
    expect(ratio.sd / ratio.value).toBeCloseTo((0.06 * Math.SQRT2) / 3, 9);
  });
  it('keeps its grading and its rim, each as stiff as it was', () => {
    const graded: TargetSpec = {
      ...even,
      base: { kind: 'graded', treble: 2.9e-3, bass: 2.6e-3 },
      rim: { width: 0.03, thinnerBy: 2e-4 },
    };
    const { target } = targetInOtherWood(graded, spruce, soft, shape)!;
    const by = Math.cbrt(2);
    expect(target.base).toEqual({
      kind: 'graded',
      treble: expect.closeTo(by * 2.9e-3, 9),
      bass: expect.closeTo(by * 2.6e-3, 9),
    });
    expect(target.rim!.thinnerBy).toBeCloseTo(by * 2e-4, 9);
  });
  it('is the number itself in the same wood', () =>
    expect(targetInOtherWood(even, spruce, { ...spruce }, shape)).toBeNull());
  it('never goes below its limit', () =>
    expect(() => targetInOtherWood({ ...even, limit: 2.5e-3 }, soft, spruce, shape)).toThrow(InvalidInput));
});
