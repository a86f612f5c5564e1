import { asPlaned, AS_TAKEN, planedByHand, benchFigures, otherWood, soundingModes } from '../src/voicing';
import { seededRandom } from '../src/simulate';
import { TAKEN } from './voiced-top';

describe('a top in numbers', () => {
  const modes = soundingModes(TAKEN, 4);
  it('sounds with modes of unit modal mass: twice as dense a grid of samples sums to the same', () => {
    const { bounds } = TAKEN.shape;
    const most = (mode: (typeof modes)[number], n: number) => {
      let largest = 0;
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++)
          largest = Math.max(
            largest,
            Math.abs(
              mode.at(
                bounds.xMin + ((i + 0.5) / n) * TAKEN.shape.length,
                bounds.yMin + ((j + 0.5) / n) * TAKEN.shape.width,
              ),
            ),
          );
      return largest;
    };
    // Of a plate of 0.2 kg no part can move with less than some hundredths of it.
    for (const mode of modes) expect(most(mode, 24)).toBeGreaterThan(1 / Math.sqrt(0.25));
  });
  it('is of other wood, the same for the same seed', () => {
    const wood = otherWood(seededRandom(3));
    expect(otherWood(seededRandom(3))).toEqual(wood);
    const [mass, other] = [AS_TAKEN, wood].map(
      (by) => benchFigures(TAKEN, by).find(({ key }) => key === 'mass')!.value,
    );
    // Plate and braces each by their own density: between the two.
    const [least, most] = [Math.min(wood.density, wood.braceDensity), Math.max(wood.density, wood.braceDensity)];
    expect(other / mass).toBeGreaterThan(least);
    expect(other / mass).toBeLessThan(most);
  });
  it('is planned evenly and planed unevenly, right on average', () => {
    const random = seededRandom(5);
    const place = { kind: 'plate', part: 'rim' } as const;
    const planed = asPlaned(
      Array.from({ length: 400 }, () => ({ place, depth: 1e-4 })),
      random,
    ).map(({ depth }) => depth / 1e-4);
    const mean = planed.reduce((sum, value) => sum + value, 0) / planed.length;
    expect(mean).toBeCloseTo(1, 1);
    expect(new Set(planed).size).toBe(400);
  });
  it('is planed by a hand that feels where wood ends: never cut through, never less than nothing', () => {
    const leg = TAKEN.plan.braces.find(({ role }) => role === 'x-leg')!;
    const middle = leg.heights[leg.heights.length >> 1];
    const place = { kind: 'brace' as const, id: leg.id, from: 0.4 * leg.length, to: 0.6 * leg.length };
    for (let seed = 0; seed < 40; seed++) {
      const planed = planedByHand(
        TAKEN,
        [
          { place, depth: 0.55 * middle },
          { place, depth: 0.38 * middle },
        ],
        seededRandom(seed),
      );
      const left = Math.min(...planed.plan.braces.find(({ id }) => id === leg.id)!.heights);
      expect(left).toBeGreaterThan(0);
      expect(left).toBeLessThan(0.6 * middle);
    }
  });
});
