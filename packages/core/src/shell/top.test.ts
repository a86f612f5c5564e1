import { layeredRigidity } from '../section';
import { solveTop, type TopInput, type TopMaterial } from '.';

const rectangle = (a: number, b: number): [number, number][] => [
  [0, 0],
  [a, 0],
  [a, b],
  [0, b],
];
const RIGID = 1e14;
const material = (
  E_L: number,
  E_C: number,
  G: number,
  nu: number,
  rho: number,
  G_LT = RIGID,
  G_CT = RIGID,
): TopMaterial => ({
  density: rho,
  modulusAlong: E_L,
  modulusAcross: E_C,
  shearModulus: G,
  poisson: nu,
  shearAlongThickness: G_LT,
  shearAcrossThickness: G_CT,
});
const spruce = material(11.5e9, 0.75e9, 0.8e9, 0.37, 410, 0.72e9, 0.06e9);
const near = (found: readonly number[], wanted: readonly number[], within: number) =>
  wanted.forEach((value, i) => expect(Math.abs(found[i] / value - 1)).toBeLessThan(within));
const frequencies = (top: TopInput) => solveTop(top).modes.map(({ frequency }) => frequency);
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
      material: material(12e9, 0.85e9, 0.8e9, 0.37, 430, 0.72e9, 0.06e9),
    },
  ],
  loads: [{ kind: 'force', at: [0.2, 0.15], force: 20 }],
  probes: [[0.2, 0.15]],
  ...change,
});

describe('plates with known modes', () => {
  it('simply supported, orthotropic: Navier’s first six, and its deflection', () => {
    const top: TopInput = {
      outline: rectangle(0.55, 0.42),
      thickness: 2.9e-3,
      material: material(11.5e9, 0.75e9, 0.8e9, 0.37, 410),
      edge: 'supported',
      loads: [{ kind: 'force', at: [0.275, 0.21], force: 1 }],
      probes: [[0.275, 0.21]],
    };
    const { modes, deflections, mass } = solveTop(top);
    near(
      modes.map(({ frequency }) => frequency),
      [30.571, 58.0064, 99.2399, 107.321, 122.284, 166.025],
      6e-3,
    ); // case01b
    expect(Math.abs(deflections[0][0] / 0.000457834 - 1)).toBeLessThan(5e-3);
    expect(mass).toBeCloseTo(0.55 * 0.42 * 2.9e-3 * 410, 9);
    expect(modes.slice(0, 3).map(({ kind }) => kind)).toEqual(['monopole', 'cross-dipole', 'long-dipole']);
    expect(modes[0].modalMass / mass).toBeCloseTo(0.25, 2); // sin^2 sin^2
  });
  it('completely free square: Leissa’s, doubles twice, no rigid mode among them', () => {
    const top: TopInput = {
      outline: rectangle(0.3, 0.3),
      thickness: 3e-3,
      material: material(1e10, 1e10, 1e10 / 2.6, 0.3, 430),
      edge: 'free',
    };
    near(frequencies(top), [104.271, 151.713, 187.9, 269.429, 269.429, 472.984], 5e-3); // case01d
  });
  it('clamped circle: Bessel’s', () => {
    const outline = Array.from({ length: 96 }, (_, i): [number, number] => [
      0.15 * Math.cos((Math.PI * i) / 48),
      0.15 * Math.sin((Math.PI * i) / 48),
    ]);
    const top: TopInput = {
      outline,
      thickness: 2.8e-3,
      material: material(1e10, 1e10, 1e10 / 2.6, 0.3, 430),
      edge: 'clamped',
      loads: [{ kind: 'force', at: [0, 0], force: 1 }],
      probes: [[0, 0]],
    };
    const { modes, deflections } = solveTop(top);
    near(
      modes.map(({ frequency }) => frequency),
      [295.273, 614.499, 614.499, 1008.07, 1008.07],
      5e-3,
    ); // case01c
    expect(Math.abs(deflections[0][0] / 2.2267e-5 - 1)).toBeLessThan(5e-3);
  });
  it('free half plate with soft rolling shear: as solid elements have it', () => {
    const top: TopInput = {
      outline: rectangle(0.55, 0.21),
      thickness: 3.6e-3,
      material: material(12e9, 0.8e9, 0.75e9, 0.37, 420, 0.675e9, 0.06e9),
      edge: 'free',
      modeCount: 8,
    };
    near(frequencies(top), [43.5014, 65.344, 109.284, 115.991, 144.296, 180.829, 220.392, 221.71], 7e-3); // case02a
  });
  it('an even plate sounds by its thickness and the root of its modulus', () => {
    const top = (thickness: number, by: number): TopInput => ({
      outline: rectangle(0.3, 0.2),
      thickness,
      material: material(by * 1e10, by * 1e9, by * 8e8, 0.3, 430),
      edge: 'supported',
      meshSize: 0.015,
      modeCount: 3,
    });
    near(
      frequencies(top(3e-3, 1)),
      frequencies(top(1.5e-3, 1)).map((f) => 2 * f),
      2e-3,
    );
    near(
      frequencies(top(3e-3, 4)),
      frequencies(top(3e-3, 1)).map((f) => 2 * f),
      1e-6, // to the eigensolver's own tolerance
    );
  });
});

describe('a braced panel, against solid elements', () => {
  it.each<['free' | 'held', number[], number]>([
    ['free', [183.019, 187.427, 242.479, 293.884, 330.398], 0.000280824],
    ['held', [187.564, 204.97, 242.825, 295.059, 330.811], 0.000203058],
  ])('edge %s in its plane: modes within 1.3 %%, deflection within 2 %%', (edgeInPlane, wanted, deflection) => {
    const { modes, deflections } = solveTop(panel({ edgeInPlane }));
    near(
      modes.map(({ frequency }) => frequency),
      wanted,
      0.013,
    ); // case05
    expect(Math.abs(deflections[0][0] / deflection - 1)).toBeLessThan(0.02);
  });
  it('without its brace, likewise', () =>
    near(frequencies(panel({ braces: [] })), [55.9807, 107.522, 180.875, 200.051, 223.417], 0.015));
  it('errs less on a finer mesh', () => {
    const first = (meshSize: number) => frequencies(panel({ meshSize, modeCount: 1, loads: [] }))[0];
    const [coarse, middle, fine] = [0.032, 0.016, 0.008].map(first);
    expect(Math.abs(middle - fine)).toBeLessThan(0.5 * Math.abs(coarse - fine));
  });
  it('an open lap costs stiffness, a lower brace too', () => {
    const [brace] = panel().braces!;
    const other = {
      ...brace,
      path: [
        [0.05, 0.1],
        [0.35, 0.2],
      ] as [number, number][],
    };
    const first = (lap: 'full' | 'open') => solveTop(panel({ braces: [{ ...brace, lap }, other] })).deflections[0][0];
    expect(first('open')).toBeGreaterThan(1.05 * first('full'));
    const low = solveTop(panel({ braces: [{ ...brace, stations: [{ s: 0, width: 8e-3, height: 12e-3 }] }] }));
    expect(low.deflections[0][0]).toBeGreaterThan(0.000280824);
  });
});

describe('an open lap', () => {
  const [leg] = panel().braces!;
  const butted = (x: number) => ({
    ...leg,
    path: [
      [x, 0.1],
      [0.33, 0.2],
    ] as [number, number][],
    stations: [{ s: 0, width: 5e-3, height: 6e-3 }],
  });
  const sink = (lap: 'full' | 'open', x: number) =>
    solveTop(panel({ braces: [{ ...leg, lap }, butted(x)], modeCount: 0 })).deflections[0][0];
  it.each([-1e-12, 0, 1e-12])('is cut by what passes, not by what butts against the leg, %p off its line', (off) =>
    expect(sink('open', 0.2 + off)).toBeCloseTo(sink('full', 0.2 + off), 12),
  );
});

describe('a dome, against solid elements', () => {
  it.each<[string, TopMaterial, number | null, number[], number]>([
    ['flat spruce', spruce, null, [126.884, 160.19, 224.885, 320.691], 9.61074e-5],
    ['domed spruce', spruce, 7.6, [159.994, 187.031, 244.972, 333.815], 7.03987e-5],
    [
      'domed, no grain',
      material(1e10, 1e10, 3.84615e9, 0.3, 430, 3.846e9, 3.846e9),
      7.6,
      [228.777, 383.858, 383.858, 553.17],
      2.52485e-5,
    ],
  ])('%s', (_, wood, radius, wanted, deflection) => {
    const { modes, deflections } = solveTop({
      outline: rectangle(0.36, 0.36),
      thickness: 2.8e-3,
      material: wood,
      edge: 'clamped',
      ...(radius && { height: { radius } }),
      loads: [{ kind: 'force', at: [0.18, 0.18], force: 1 }],
      probes: [[0.18, 0.18]],
      modeCount: 4,
    });
    near(
      modes.map(({ frequency }) => frequency),
      wanted,
      0.02,
    ); // case07a
    expect(Math.abs(deflections[0][0] / deflection - 1)).toBeLessThan(0.025);
  });
});

describe('changes, against solid elements', () => {
  it('by a brace: the first mode 3.27 times as high, the middle 19 times as stiff; held in its plane 12 % more', () => {
    const [free, held, bare] = [panel(), panel({ edgeInPlane: 'held' }), panel({ braces: [] })].map((top) =>
      solveTop(top),
    ); // case05
    const first = ({ modes }: typeof free, at = 0) => modes[at].frequency;
    near([first(free) / first(bare), first(held, 1) / first(free)], [183.019 / 55.9807, 204.97 / 183.019], 0.015);
    near([bare.deflections[0][0] / free.deflections[0][0]], [0.00538138 / 0.000280824], 0.04);
  });
  it('by a dome: each mode as much higher', () => {
    const clamped = (radius: number | null) =>
      frequencies({
        outline: rectangle(0.36, 0.36),
        thickness: 2.8e-3,
        material: spruce,
        edge: 'clamped',
        modeCount: 4,
        ...(radius && { height: { radius } }),
      });
    const [flat, domed] = [clamped(null), clamped(7.6)];
    [1.26095, 1.16756, 1.08932, 1.04093].forEach((ratio, i) =>
      expect(Math.abs(domed[i] / flat[i] - ratio)).toBeLessThan(0.02),
    ); // case07a
  });
});

describe('laws', () => {
  it('half the mesh size errs at least three times less: second order', () => {
    // Navier's first mode without shear; so stiff a shear modulus stands for none.
    const [a, b, h] = [0.4, 0.3, 3e-3];
    const wood = material(10e9, 10e9, 10e9 / 2.6, 0.3, 430, 1e13, 1e13);
    const D = (10e9 * h ** 3) / (12 * (1 - 0.09));
    const wanted = (Math.PI / 2) * (1 / a ** 2 + 1 / b ** 2) * Math.sqrt(D / (430 * h));
    const error = (meshSize: number) =>
      Math.abs(
        frequencies({
          outline: rectangle(a, b),
          thickness: h,
          material: wood,
          edge: 'supported',
          modeCount: 1,
          meshSize,
        })[0] /
          wanted -
          1,
      );
    // Mass and stiffness err against each other, so the first steps may fall together.
    expect(error(0.02) / error(0.01)).toBeGreaterThan(2.5);
  });
  it('an eccentric stiffener with rigid shear is the composite beam, within a hundredth', () => {
    // A strip 24 mm wide with a brace all along, free: its first bending note by the composite section.
    const [L, b, h] = [0.5, 0.024, 3e-3];
    const stiff = material(12e9, 12e9, 6e9, 0, 420);
    const top: TopInput = {
      outline: rectangle(L, b),
      thickness: h,
      material: stiff,
      edge: 'free',
      modeCount: 4,
      meshSize: 6e-3,
      braces: [
        {
          path: [
            [0, b / 2],
            [L, b / 2],
          ],
          section: 'rectangle',
          stations: [{ s: 0, width: 6e-3, height: 8e-3 }],
        },
      ],
    };
    const plate = { stretch: 12e9 * b * h, at: -h / 2, own: (12e9 * b * h ** 3) / 12 };
    const brace = { stretch: 12e9 * 6e-3 * 8e-3, at: 4e-3, own: (12e9 * 6e-3 * 8e-3 ** 3) / 12 };
    const { rigidity } = layeredRigidity([plate, brace]);
    const perLength = 420 * (b * h + 6e-3 * 8e-3);
    const wanted = (4.73004 ** 2 / (2 * Math.PI * L * L)) * Math.sqrt(rigidity / perLength);
    const closest = frequencies(top).reduce((best, f) => (Math.abs(f - wanted) < Math.abs(best - wanted) ? f : best));
    expect(Math.abs(closest / wanted - 1)).toBeLessThan(0.01);
  });
  it('the work of a load is half of force times way', () => {
    const { work, deflections } = solveTop(panel());
    expect(work[0] / (10 * deflections[0][0])).toBeCloseTo(1, 9);
  });
  it('loads add up; what one place does to another, that does to it', () => {
    const [p, q] = [
      [0.1, 0.1],
      [0.3, 0.2],
    ] as [number, number][];
    const { deflections } = solveTop(
      panel({
        loads: [
          { kind: 'force', at: p, force: 1 },
          { kind: 'force', at: q, force: 1 },
        ],
        probes: [p, q],
        modeCount: 0,
      }),
    );
    expect(deflections[0][1] / deflections[1][0]).toBeCloseTo(1, 9);
  });
  it('a torque tilts: one side down, the other up, by the same', () => {
    const { deflections } = solveTop({
      ...panel({ braces: [] }),
      loads: [
        {
          kind: 'torque',
          line: [
            [0.2, 0.1],
            [0.2, 0.2],
          ],
          torque: 1,
        },
      ],
      probes: [
        [0.15, 0.15],
        [0.25, 0.15],
      ],
      modeCount: 0,
    });
    expect(Math.abs(deflections[0][0] / deflections[0][1] + 1)).toBeLessThan(0.02);
    expect(deflections[0][0]).toBeGreaterThan(0); // right-handed about +y: what lies at smaller x comes up
  });
  it('a rim glued ever stiffer goes from supported to clamped', () => {
    const first = (edge: TopInput['edge']) =>
      frequencies(panel({ braces: [], loads: [], edge, edgeInPlane: 'held', modeCount: 1, meshSize: 0.015 }))[0];
    const [supported, soft, hard, clamped] = [
      first('supported'),
      first({ rotationalStiffness: 100 }),
      first({ rotationalStiffness: 1e6 }),
      first('clamped'),
    ];
    expect(soft).toBeGreaterThan(supported);
    expect(hard).toBeGreaterThan(soft);
    expect(hard / clamped).toBeCloseTo(1, 1);
    expect(first({ rotationalStiffness: 0 })).toBeCloseTo(supported, 6);
  });
  it('is the same mirrored, and run again', () => {
    const mirrored = panel({ outline: rectangle(0.4, 0.3).map(([x, y]): [number, number] => [0.4 - x, y]) });
    near(frequencies(mirrored), frequencies(panel()), 2e-3);
    expect(frequencies(panel())).toEqual(frequencies(panel()));
  });
  it('a patch adds its weight and stiffness', () => {
    const patch = {
      outline: [
        [0.15, 0.1],
        [0.25, 0.1],
        [0.25, 0.2],
        [0.15, 0.2],
      ] as [number, number][],
      thickness: 2e-3,
      side: 'inner' as const,
      material: spruce,
    };
    const [bare, patched] = [[], [patch]].map((patches) => solveTop(panel({ braces: [], patches })));
    expect(patched.mass - bare.mass).toBeCloseTo(0.1 * 0.1 * 2e-3 * 410, 9);
    expect(patched.deflections[0][0]).toBeLessThan(0.7 * bare.deflections[0][0]);
  });
});
