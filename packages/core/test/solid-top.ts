/**
 * A made-up flat braced top and what 3-D solids of it do (15-node wedges); x across, y along the grain from the tail.
 */
import { solveTop, type TopInput, type TopMaterial } from '../src/shell';

const OUTLINE: [number, number][] = [
  [0, 0],
  [0.0148, 0.0001],
  [0.0296, 0.0007],
  [0.0443, 0.0018],
  [0.059, 0.0039],
  [0.0734, 0.0071],
  [0.0875, 0.0115],
  [0.1013, 0.017],
  [0.1144, 0.0237],
  [0.1269, 0.0316],
  [0.1385, 0.0408],
  [0.1491, 0.0511],
  [0.1584, 0.0626],
  [0.1662, 0.0752],
  [0.1724, 0.0886],
  [0.1769, 0.1027],
  [0.1796, 0.1172],
  [0.1803, 0.132],
  [0.179, 0.1467],
  [0.176, 0.1612],
  [0.1712, 0.1752],
  [0.1649, 0.1886],
  [0.1576, 0.2014],
  [0.1496, 0.2139],
  [0.1416, 0.2263],
  [0.1338, 0.2389],
  [0.1266, 0.2518],
  [0.1203, 0.2652],
  [0.1155, 0.2792],
  [0.1127, 0.2937],
  [0.1123, 0.3085],
  [0.1142, 0.3231],
  [0.1179, 0.3374],
  [0.1225, 0.3515],
  [0.1272, 0.3655],
  [0.1308, 0.3799],
  [0.1325, 0.3945],
  [0.1315, 0.4093],
  [0.1275, 0.4235],
  [0.1206, 0.4365],
  [0.1112, 0.4479],
  [0.0996, 0.4571],
  [0.0867, 0.4643],
  [0.0729, 0.4697],
  [0.0587, 0.4738],
  [0.0442, 0.4767],
  [0.0295, 0.4786],
  [0.0148, 0.4797],
  [0, 0.48],
  [-0.0148, 0.4797],
  [-0.0295, 0.4786],
  [-0.0442, 0.4767],
  [-0.0587, 0.4738],
  [-0.0729, 0.4697],
  [-0.0867, 0.4643],
  [-0.0996, 0.4571],
  [-0.1112, 0.4479],
  [-0.1206, 0.4365],
  [-0.1275, 0.4235],
  [-0.1315, 0.4093],
  [-0.1325, 0.3945],
  [-0.1308, 0.3799],
  [-0.1272, 0.3655],
  [-0.1225, 0.3515],
  [-0.1179, 0.3374],
  [-0.1142, 0.3231],
  [-0.1123, 0.3085],
  [-0.1127, 0.2937],
  [-0.1155, 0.2792],
  [-0.1203, 0.2652],
  [-0.1266, 0.2518],
  [-0.1338, 0.2389],
  [-0.1416, 0.2263],
  [-0.1496, 0.2139],
  [-0.1576, 0.2014],
  [-0.1649, 0.1886],
  [-0.1712, 0.1752],
  [-0.176, 0.1612],
  [-0.179, 0.1467],
  [-0.1803, 0.132],
  [-0.1796, 0.1172],
  [-0.1769, 0.1027],
  [-0.1724, 0.0886],
  [-0.1662, 0.0752],
  [-0.1584, 0.0626],
  [-0.1491, 0.0511],
  [-0.1385, 0.0408],
  [-0.1269, 0.0316],
  [-0.1144, 0.0237],
  [-0.1013, 0.017],
  [-0.0875, 0.0115],
  [-0.0734, 0.0071],
  [-0.059, 0.0039],
  [-0.0443, 0.0018],
  [-0.0296, 0.0007],
  [-0.0148, 0.0001],
];
const HOLE = { x: 0, y: 0.325, r: 0.046 };

const wood = (
  E_L: number,
  E_C: number,
  G: number,
  nu: number,
  rho: number,
  G_LT: number,
  G_CT: number,
): TopMaterial => ({
  density: rho,
  modulusAlong: E_L,
  modulusAcross: E_C,
  shearModulus: G,
  poisson: nu,
  shearAlongThickness: G_LT,
  shearAcrossThickness: G_CT,
});
export const PLATE = wood(11.5e9, 0.75e9, 0.8e9, 0.37, 410, 0.72e9, 0.06e9);
export const BRACE = wood(12e9, 0.85e9, 0.8e9, 0.37, 430, 0.72e9, 0.06e9);
export const BRIDGE_PLATE = wood(12e9, 1.6e9, 1.2e9, 0.42, 650, 1e9, 0.4e9);
export const BRIDGE = wood(13e9, 2e9, 1.4e9, 0.4, 830, 1.2e9, 0.5e9);

interface Stick {
  p: [number, number];
  direction: [number, number];
  from: number;
  to: number;
  width: number;
  height: number;
  end: number;
  taper: number;
}
export const STICKS = {
  XA: {
    p: [0, 0.25],
    direction: [0.766044, 0.642788],
    from: -0.230553,
    to: 0.160699,
    width: 7e-3,
    height: 0.014,
    end: 3e-3,
    taper: 0.06,
  },
  XB: {
    p: [0, 0.25],
    direction: [-0.766044, 0.642788],
    from: -0.230553,
    to: 0.160699,
    width: 7e-3,
    height: 0.014,
    end: 3e-3,
    taper: 0.06,
  },
  TR: {
    p: [0, 0.392],
    direction: [1, 0],
    from: -0.132209,
    to: 0.132209,
    width: 8e-3,
    height: 0.015,
    end: 3e-3,
    taper: 0.04,
  },
  TB1: {
    p: [-0.105, 0.122],
    direction: [0.945946, -0.324324],
    from: 0,
    to: 0.185,
    width: 6e-3,
    height: 9e-3,
    end: 3e-3,
    taper: 0.04,
  },
  TB2: {
    p: [-0.07, 0.076],
    direction: [0.949336, -0.314263],
    from: 0,
    to: 0.152738,
    width: 6e-3,
    height: 9e-3,
    end: 3e-3,
    taper: 0.04,
  },
} satisfies Record<string, Stick>;
export type StickName = keyof typeof STICKS;

/** Height along a stick, at its own coordinate s [m]. */
export type Height = (s: number, stick: Stick) => number;
export const tapered: Height = (s, { from, to, height, end, taper }) =>
  end + (height - end) * Math.min(1, Math.min(s - from, to - s) / taper);
export const even: Height = (_, { height }) => height;

function braceOf(name: StickName, heightOf: Height) {
  const stick = STICKS[name];
  const { p, direction, from, to, width } = stick;
  const at = (s: number): [number, number] => [p[0] + s * direction[0], p[1] + s * direction[1]];
  const count = 96;
  const stations = Array.from({ length: count + 1 }, (_, i) => {
    const s = from + ((to - from) * i) / count;
    return { s: s - from, width, height: heightOf(s, stick) };
  });
  return { path: [at(from), at(to)], section: 'rectangle' as const, stations, material: BRACE };
}

export const box = (x0: number, x1: number, y0: number, y1: number): [number, number][] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
const PATCHES = [
  {
    outline: box(-0.09, 0.09, 0.134, 0.166),
    thickness: 2.5e-3,
    side: 'inner' as const,
    material: BRIDGE_PLATE,
    grainAngle: 0,
  },
  {
    outline: box(-0.075, 0.075, 0.136, 0.164),
    thickness: 8e-3,
    side: 'outer' as const,
    material: BRIDGE,
    grainAngle: 0,
  },
];

export interface SolidTop {
  sticks?: Partial<Record<StickName, Height>>;
  patches?: boolean;
  change?: Partial<TopInput>;
}

export function solidTop({ sticks = {}, patches = false, change = {} }: SolidTop): TopInput {
  return {
    outline: OUTLINE,
    holes: [
      Array.from({ length: 48 }, (_, i): [number, number] => {
        const angle = (2 * Math.PI * i) / 48;
        return [HOLE.x + HOLE.r * Math.cos(angle), HOLE.y + HOLE.r * Math.sin(angle)];
      }),
    ],
    thickness: 2.7e-3,
    material: PLATE,
    grainAngle: Math.PI / 2,
    braces: (Object.entries(sticks) as [StickName, Height][]).map(([name, height]) => braceOf(name, height)),
    patches: patches ? PATCHES : [],
    edge: 'supported',
    edgeInPlane: 'held',
    modeCount: 6,
    ...change,
  };
}

export const ALL_TAPERED: Partial<Record<StickName, Height>> = {
  XA: tapered,
  XB: tapered,
  TR: tapered,
  TB1: tapered,
  TB2: tapered,
};
export const notesOf = (top: TopInput): number[] => solveTop(top).modes.map(({ frequency }) => frequency);

/** X braces 2 mm lower from 50 to 130 mm of the crossing, run in over 10 mm. */
export const xLow: Height = (s, stick) => {
  const far = Math.abs(s);
  return tapered(s, stick) - 2e-3 * Math.max(0, Math.min(1, (far - 0.04) / 0.01, (0.14 - far) / 0.01));
};
