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

describe('what can’t be is refused, naming the field', () => {
  const [brace] = panel().braces!;
  it.each<[string, Partial<TopInput>, RegExp]>([
    [
      'a crossing outline',
      {
        outline: [
          [0, 0],
          [0.4, 0.3],
          [0.4, 0],
          [0, 0.3],
        ],
      },
      /^outline/,
    ],
    ['a plate in millimetres', { outline: rectangle(400, 300) }, /^outline/],
    ['a hole outside', { holes: [rectangle(0.5, 0.1)] }, /^holes\[0\]/],
    [
      'no thickness somewhere',
      {
        thickness: [
          { x: 0, y: 0, thickness: 3e-3 },
          { x: 0.1, y: 0.1, thickness: 0 },
        ],
      },
      /^thickness\[1\]/,
    ],
    ['absurd constants', { material: { ...spruce, poisson: 1.9, modulusAcross: 9e9 } }, /^material\.poisson/],
    [
      'a brace off the plate',
      {
        braces: [
          {
            ...brace,
            path: [
              [0.2, 0],
              [0.2, 0.5],
            ],
          },
        ],
      },
      /^braces\[0\]\.path/,
    ],
    [
      'a brace without height',
      { braces: [{ ...brace, stations: [{ s: 0, width: 8e-3, height: 0 }] }] },
      /^braces\[0\]\.stations\[0\]\.height/,
    ],
    ['a load on what floats', { edge: 'free' }, /^edge/],
    ['a probe in the air', { probes: [[1, 1]] }, /^probes\[0\]/],
    ['far too fine a mesh', { meshSize: 1e-3 }, /^meshSize/],
  ])('%s', (_, change, field) => expect(() => solveTop(panel(change))).toThrow(field));
});
