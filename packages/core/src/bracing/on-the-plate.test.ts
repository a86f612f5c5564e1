import {
  crossingsOf,
  crowdedPlaces,
  gluedAlong,
  lapStiffness,
  newLap,
  planFigures,
  rigidityAcrossLine,
  seekInterval,
  usualBrace,
  volumeOf,
  workingWidth,
  type Brace,
  type Lap,
} from '.';

const plate = { wood: { rho: 420, E_L: 12e9, E_C: 0.8e9, G_LC: 0.8e9, nu_LC: 0.37 }, thickness: 2.8e-3 };
const plain = (id: string, from: [number, number], to: [number, number], height = 0.012): Brace => ({
  ...usualBrace({ id, name: id, role: 'free', from, to }, 1),
  section: 'rectangle',
  width: 7e-3,
  heights: Array.from({ length: 25 }, () => height),
  modulus: 12e9,
});

describe('a brace glued to its plate', () => {
  const along = plain('along', [0.1, 0], [0.4, 0]);
  it('along the grain, of the plate’s own modulus, is a T of one wood', () => {
    const [{ rigidity, plate: strip }] = gluedAlong(along, [], plate);
    const b = workingWidth(along, plate);
    const [A1, A2] = [b * 2.8e-3, 7e-3 * 0.012];
    const axis = (A2 * 6e-3 - A1 * 1.4e-3) / (A1 + A2);
    const I = (b * 2.8e-3 ** 3) / 12 + A1 * (axis + 1.4e-3) ** 2 + (7e-3 * 0.012 ** 3) / 12 + A2 * (6e-3 - axis) ** 2;
    expect(rigidity / (12e9 * I)).toBeCloseTo(1, 9);
    expect(strip).toBeCloseTo((12e9 * b * 2.8e-3 ** 3) / 12, 9);
    expect(rigidity).toBeGreaterThan(3 * ((12e9 * 7e-3 * 0.012 ** 3) / 12)); // glued on, more than three times the stick alone
  });
  it('is helped near a neighbour alongside, nowhere by a far one, hardly by one square to it', () => {
    const beside = plain('beside', [0.1, 8e-3], [0.4, 8e-3]);
    const far = plain('far', [0.1, 0.15], [0.4, 0.15]);
    const square = plain('square', [0.25, -0.1], [0.25, 0.1]);
    const help = (other: Brace) => gluedAlong(along, [along, other], plate)[12].neighbours;
    expect(crowdedPlaces(gluedAlong(along, [beside], plate))).toHaveLength(25);
    expect(crowdedPlaces(gluedAlong(along, [far], plate))).toEqual([]);
    expect([help(far), help(along)]).toEqual([0, 0]);
    expect(help(square)).toBeLessThan(1e-6 * help(beside));
  });
  it('counts towards a line across the plate by cos^3 of its slant', () => {
    const slanted = plain('slanted', [0.1, 0], [0.4, 0.3 * Math.tan(Math.PI / 6)]);
    const bare = rigidityAcrossLine([], plate, 0.25, 0.38);
    expect(bare).toBeCloseTo((12e9 * 2.8e-3 ** 3 * 0.38) / 12, 9);
    const [straightAdds, slantedAdds] = [along, slanted].map(
      (brace) => rigidityAcrossLine([brace], plate, 0.25, 0.38) - bare,
    );
    const own = gluedAlong(slanted, [], plate)[12];
    expect(slantedAdds / (own.rigidity - own.plate)).toBeCloseTo(Math.cos(Math.PI / 6) ** 3, 9);
    expect(straightAdds).toBeGreaterThan(slantedAdds);
    expect(rigidityAcrossLine([along], plate, 0.45, 0.38)).toBe(bare);
  });
});

describe('a lap', () => {
  const a = plain('a', [0.1, -0.1], [0.4, 0.1], 0.014);
  const b = plain('b', [0.1, 0.1], [0.4, -0.1], 0.014);
  const [crossing] = crossingsOf([a, b]);
  const lap = newLap(a, b);
  const figures = (change: Partial<Lap> = {}, thin = plate) => lapStiffness({ ...lap, ...change }, crossing, thin);
  it('with next to no plate leaves an eighth of the rigidity at the joint: (1/2)^3', () => {
    const [open] = figures({}, { ...plate, thickness: 1e-6 });
    expect(open.atJoint).toBeCloseTo(1 / 8, 2);
    // As a beam: 1 + 7 (share of the compliance within the notch), M^2 nearly even there: 3 w / L of the whole.
    const w = 7e-3 / Math.sin(crossing.angle);
    const L = a.length;
    const inNotch = 1 - (1 - w / L) ** 3;
    expect(open.asBeam).toBeCloseTo(1 / (1 + 7 * inNotch), 1);
  });
  it('costs the leg less than the joint, and a cap gives some back: none, cloth, wood in this order', () => {
    const [open, cloth, wood] = figures();
    expect(open.asBeam).toBeGreaterThan(open.atJoint);
    expect(open.asBeam).toBeLessThan(cloth.asBeam);
    expect(cloth.asBeam).toBeLessThan(wood.asBeam);
    expect(wood.asBeam).toBeLessThanOrEqual(1);
  });
  it('costs nothing at all where nothing is cut', () => {
    const [open] = figures({ depth: 1e-7 });
    expect(open.asBeam).toBeCloseTo(1, 3);
  });
  it('refuses a cut as deep as the leg', () => expect(() => figures({ depth: 0.014 })).toThrow(/depth/));
});

describe('a section that changes along the brace', () => {
  const taper = { ...plain('t', [0, 0], [0.3, 0]), section: 'trapezoid' as const, topWidth: 7e-3, endTopWidth: 0 };
  it('from a rectangle in the middle to triangles at the ends has three quarters of the block’s wood', () => {
    expect(volumeOf(taper) / (0.3 * 7e-3 * 0.012)).toBeCloseTo(0.75, 9);
    expect(planFigures(taper).mass).toBeCloseTo(volumeOf(taper) * taper.density, 5);
    expect(planFigures(taper).alongStiffness[0]).toBeCloseTo(1 / 3, 9);
  });
});

describe('an interval between two bars', () => {
  const bars = [plain('a', [0, 0], [0.26, 0]), plain('b', [0, 0.1], [0.3, 0.1])] as const;
  it('is reached with wood off both, less than one bar alone would give', () => {
    const now = planFigures(bars[0]).modes[0].frequency / planFigures(bars[1]).modes[0].frequency;
    const { ratio, reached, heights, removed } = seekInterval(bars, 0, 1.25);
    expect(now).toBeGreaterThan(1.3);
    expect(reached).toBe(true);
    expect(Math.abs(1200 * Math.log2(ratio / 1.25))).toBeLessThan(1);
    const again = heights.map((h, i) => planFigures({ ...bars[i], heights: h }).modes[0].frequency);
    expect(again[0] / again[1]).toBeCloseTo(ratio, 9);
    expect(Math.min(...heights[0])).toBeLessThan(0.012);
    expect(Math.min(...heights[1])).toBeLessThan(0.012);
    expect(removed).toBeGreaterThan(0);
  });
  it('says so when the heights don’t allow it', () => expect(seekInterval(bars, 0, 0.5, 0.011).reached).toBe(false));
});
