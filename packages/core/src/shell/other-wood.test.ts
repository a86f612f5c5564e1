import { factorTop, otherWood, solveTop, topModes, underLoad, type TopInput, type TopMaterial } from '.';

const spruce: TopMaterial = {
  density: 410,
  modulusAlong: 11.5e9,
  modulusAcross: 0.75e9,
  shearModulus: 0.8e9,
  poisson: 0.37,
  shearAlongThickness: 0.8e9,
  shearAcrossThickness: 0.08e9,
};
const stick: TopMaterial = { ...spruce, modulusAlong: 12e9, modulusAcross: 0.85e9, density: 430 };
const bridge: TopMaterial = { ...spruce, modulusAlong: 14e9, modulusAcross: 2e9, density: 850 };

/** A domed panel with one tapering brace under a bridge. */
const panel = (material = spruce, brace = stick): TopInput => ({
  outline: [
    [0, 0],
    [0.4, 0],
    [0.4, 0.3],
    [0, 0.3],
  ],
  thickness: 2.8e-3,
  material,
  edge: 'supported',
  edgeInPlane: 'free',
  height: { radius: 8 },
  meshSize: 0.03,
  braces: [
    {
      path: [
        [0.05, 0.05],
        [0.35, 0.24],
      ],
      section: 'parabola',
      stations: [
        { s: 0, width: 8e-3, height: 0.014 },
        { s: 0.355, width: 8e-3, height: 0.006 },
      ],
      material: brace,
    },
  ],
  patches: [
    {
      outline: [
        [0.22, 0.06],
        [0.26, 0.06],
        [0.26, 0.24],
        [0.22, 0.24],
      ],
      thickness: 8e-3,
      material: bridge,
      grainAngle: Math.PI / 2,
      side: 'outer',
    },
  ],
  loads: [{ kind: 'force', at: [0.15, 0.15], force: 20 }],
});

const MODES = 4;
const factored = factorTop(panel());
const { modes } = topModes(factored, MODES);
const bend = underLoad(factored, panel().loads![0]);
const changeTo = otherWood(factored.model, [
  ...modes.map(({ vector, lambda }) => ({ x: vector, y: vector, lambda })),
  { x: bend.x, y: bend.x, lambda: 0 },
]);
const SHARE = 0.01;
const more = (wood: TopMaterial, what: keyof TopMaterial): TopMaterial => ({
  ...wood,
  [what]: (wood[what] as number) * (1 + SHARE),
});

describe('other wood on the same lines', () => {
  const was = solveTop({ ...panel(), modeCount: MODES });
  it.each<[string, TopInput]>([
    ['a plate stiffer along', panel(more(spruce, 'modulusAlong'))],
    ['a plate stiffer across', panel(more(spruce, 'modulusAcross'))],
    ['a plate stiffer in shear', panel(more(spruce, 'shearModulus'))],
    ['a heavier plate', panel(more(spruce, 'density'))],
    ['a stiffer brace', panel(spruce, more(stick, 'modulusAlong'))],
    ['a heavier brace', panel(spruce, more(stick, 'density'))],
  ])('moves notes and bends as a top solved anew: %s', (_, other) => {
    const is = solveTop({ ...other, modeCount: MODES });
    const change = changeTo(other);
    was.modes.forEach(({ frequency, lambda }, m) => {
      const anew = Math.log(is.modes[m].frequency / frequency);
      expect(Math.abs(change[m] / (2 * lambda) - anew)).toBeLessThan(0.03 * Math.abs(anew) + 2e-6);
    });
    const softer = is.work[0] - was.work[0];
    expect(Math.abs(-change[MODES] / 2 - softer)).toBeLessThan(0.03 * Math.abs(softer) + 1e-7 * was.work[0]);
  });
  it('is no change at all where the wood is the same', () => {
    for (const change of changeTo(panel())) expect(change).toBe(0);
  });
});
