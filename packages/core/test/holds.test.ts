/** What a rim, the ends of braces, patches under them and the way of the grain do to a top. */
import { multiplyBlocks } from '../src/linalg';
import { buildTop, type BraceEnd, type TopInput } from '../src/shell';
import { slopedWood } from '../src/shell/sloped-wood';
import { box, BRACE, notesOf as frequencies, PLATE as spruce } from './solid-top';

const rectangle = (a: number, b: number) => box(0, a, 0, b);
const panel = (change: Partial<TopInput> = {}): TopInput => ({
  outline: rectangle(0.4, 0.3),
  thickness: 2.8e-3,
  material: spruce,
  edge: 'supported',
  edgeInPlane: 'free',
  modeCount: 5,
  braces: [
    {
      path: [
        [0.2, 0],
        [0.2, 0.3],
      ],
      section: 'rectangle',
      stations: [{ s: 0, width: 8e-3, height: 14e-3 }],
      material: BRACE,
    },
  ],
  ...change,
});
const near = (found: readonly number[], wanted: readonly number[], within: number) =>
  wanted.forEach((value, i) => expect(Math.abs(found[i] / value - 1)).toBeLessThan(within));

describe('what holds a top', () => {
  const first = (change: Partial<TopInput>) =>
    frequencies(panel({ modeCount: 1, loads: [], meshSize: 0.02, ...change }))[0];
  it('a rim’s springs lead from free to held in its plane, and from supported to clamped', () => {
    const steps = [0, 1e6, 1e7, 1e8, 1e14].map((inPlane) => first({ rim: { inPlane } }));
    expect(steps).toEqual([...steps].sort((a, b) => a - b));
    expect(steps[0] / first({ edgeInPlane: 'free' })).toBeCloseTo(1, 6);
    expect(steps[4] / first({ edgeInPlane: 'held' })).toBeCloseTo(1, 4);
    const bare = { braces: [], edgeInPlane: 'held' as const };
    expect(first({ ...bare, rim: { rotational: 1e9 } }) / first({ ...bare, edge: 'clamped' })).toBeCloseTo(1, 2);
  });
  it('a clamped rim leaves the end of a brace free, a pocket or a block holds it, and none ever makes the top softer', () => {
    const [brace] = panel().braces!;
    const ends = (kind: BraceEnd, pocket?: number) =>
      first({ edge: 'clamped', braces: [{ ...brace, ends: [kind, kind], pocket }] });
    expect(ends('stopped')).toBe(ends('free'));
    expect(ends('letIn', 0)).toBeGreaterThan(ends('free'));
    expect(ends('letIn')).toBeGreaterThan(ends('letIn', 0));
    expect(ends('butted')).toBeGreaterThan(ends('free'));
  });
  it('a brace that passes over a patch sits on it', () => {
    const outline = rectangle(0.1, 0.1).map(([x, y]): [number, number] => [x + 0.15, y + 0.1]);
    const patch = { outline, thickness: 2e-3, side: 'inner' as const, material: spruce };
    const on = (side: 'inner' | 'outer') =>
      buildTop(panel({ patches: [{ ...patch, side }], meshSize: 0.03 })).pieces[0];
    const between = (piece: { from: number; to: number }) => piece.from > 0.099 && piece.to < 0.201;
    on('inner').forEach((piece) => expect(piece.raisedBy).toBe(between(piece) ? 2e-3 : 0));
    on('outer').forEach((piece) => expect(piece.raisedBy).toBe(0));
  });
  it('moves as one without force: six ways, whatever its dome and its braces', () => {
    const dome = panel({
      edge: 'free',
      loads: [],
      probes: [],
      height: { radius: 2 },
      meshSize: 0.03,
      braces: [
        {
          ...panel().braces![0],
          path: [
            [0.05, 0.05],
            [0.35, 0.2],
          ],
          stations: [
            { s: 0, width: 8e-3, height: 2e-3 },
            { s: 0.2, width: 8e-3, height: 14e-3 },
          ],
        },
      ],
    });
    const { plan, K, mesh, z, position } = buildTop(dome);
    const largest = K.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    const force = new Float64Array(6 * position.length);
    for (let way = 0; way < 6; way++) {
      const x = new Float64Array(force.length);
      mesh.x.forEach((px, n) => {
        const [a, b, c] = [0, 1, 2].map((axis) => (way === axis + 3 ? 1 : 0));
        const shift = [0, 1, 2].map((axis) => (way === axis ? 1 : 0));
        const at = [px, mesh.y[n], z[n]];
        x.set(
          [
            shift[0] + b * at[2] - c * at[1],
            shift[1] + c * at[0] - a * at[2],
            shift[2] + a * at[1] - b * at[0],
            a,
            b,
            c,
          ],
          6 * position[n],
        );
      });
      multiplyBlocks(plan.matrix, K, x, force);
      expect(Math.max(...force.map(Math.abs)) / largest).toBeLessThan(1e-9);
    }
  });
});

describe('grain of a carved plate', () => {
  it('level on a slope is as stiff as the formula of an off-axis cut says', () => {
    const wood = { density: 410, E_L: 11.5e9, E_C: 0.75e9, G_LC: 0.8e9, nu_LC: 0.37, G_LT: 0.72e9, G_CT: 0.06e9 };
    expect(slopedWood(wood, 0, 0)).toEqual(
      expect.objectContaining({ E_L: expect.closeTo(11.5e9, -3), G_CT: expect.closeTo(0.06e9, -3) }),
    );
    // At 10 degrees: cos^4/E_L + (1/G - 2 nu/E_L) s2 c2 + sin^4/E_T, E_T = 0.45 GPa, by hand.
    expect(slopedWood(wood, Math.PI / 18, 0).E_L / 1e9).toBeCloseTo(1 / (0.0817886 + 0.0386532 + 0.0020206), 1);
  });
  it.each([
    ['level', [364.838, 399.837, 417.892, 526.615]], // case07b
    ['follows', [374.83, 410.33, 431.95, 542.31]], // case10
  ] as const)('an arched ellipse whose grain is %s has the notes of the solid', (grain, wanted) => {
    const [a, b] = [0.21, 0.17];
    const hump = (x: number, y: number) => Math.cos((Math.PI * Math.min(1, Math.hypot(x / a, y / b))) / 2) ** 2;
    const grid = Array.from({ length: 49 * 49 }, (_, i) => [
      ((i % 49) / 24 - 1) * a,
      (Math.floor(i / 49) / 24 - 1) * b,
    ]).filter(([x, y]) => Math.hypot(x / a, y / b) <= 1.02);
    const found = frequencies({
      outline: Array.from({ length: 96 }, (_, i): [number, number] => [
        a * Math.cos((Math.PI * i) / 48),
        b * Math.sin((Math.PI * i) / 48),
      ]),
      height: { points: grid.map(([x, y]) => ({ x, y, z: -0.016 * hump(x, y) })) },
      thickness: grid.map(([x, y]) => ({ x, y, thickness: 3e-3 + 3e-3 * hump(x, y) })),
      material: spruce,
      grain,
      edge: 'clamped',
      modeCount: 4,
    });
    near(found, [...wanted], 0.015);
  });
});
