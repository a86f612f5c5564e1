/**
 * The neck on a strung top: the block under the upper part and the fingerboard's tongue on it stiffen that part, and
 * the strings' pull on the neck turns both. A couple of tension times height, of which the top bears a stated share:
 * sides and back take the rest. Estimates. SI.
 */
import { bridgeAt } from '../bracing';
import { contains, type Point } from '../outline';
import { stringLoad, usualStrings } from '../strings';
import type { TopLoad, TopMaterial, TopPatch } from '../shell';
import type { TopHold, TopPlan } from './top-plan';

/** Dense hardwood along the neck. Source: USDA Wood Handbook, table 5-3, of the densest. */
const BOARD: TopMaterial = {
  density: 950,
  modulusAlong: 15e9,
  modulusAcross: 1.9e9,
  shearModulus: 1.5e9,
  poisson: 0.4,
  shearAlongThickness: 1.5e9,
  shearAcrossThickness: 0.45e9,
};
/** A block's grain stands upright or lies across: as a plate it is softer than it is tall, and stiff all the same. */
const BLOCK_WOOD: TopMaterial = {
  density: 500,
  modulusAlong: 9e9,
  modulusAcross: 0.8e9,
  shearModulus: 0.7e9,
  poisson: 0.4,
  shearAlongThickness: 0.7e9,
  shearAcrossThickness: 0.3e9,
};
const TONGUE = { width: 0.055, thickness: 6e-3 };
/** Taller than this it hardly bends any less [m]. */
const NECK_BLOCK = { length: 0.05, width: 0.08, thickness: 0.02, least: 0.015 };
/** Off the rim, off a hole, off the first brace [m]. */
const CLEAR = { rim: 8e-3, hole: 2e-3, brace: 3e-3 };
/** A fingerboard's last fret; no tongue is shorter [m]. */
const LAST_FRET = 20;
const LEAST_TONGUE = 0.02;
/** Strings over the plate where neck and body meet: board, fret and their height over it [m]. */
const OVER_PLATE = 0.01;
/** Of the neck's couple that the top bears; a stated choice, on the heavy side. */
const TOP_BEARS = 0.25;

/**
 * A neck is set when the strings can be: the bridge is on and the top glued; one that floats over a carved top touches
 * it at the block alone, and is left out.
 */
export const hasNeck = ({ bridge, plan }: TopPlan, hold: TopHold): boolean =>
  bridge && plan.bridge.kind !== 'floating' && (hold === 'glued' || hold === 'clamped');

interface Strip {
  from: number;
  to: number;
  width: number;
}

function tongueOf({ shape, plan: { bridge }, scale }: TopPlan): Strip {
  const from = startOf(shape, TONGUE.width);
  const frets = scale * (2 ** (-bridge.fretAtBody / 12) - 2 ** (-LAST_FRET / 12));
  const holes = shape.holes.flatMap((hole) =>
    crossesMiddle(hole) ? [Math.min(...hole.map(([x]) => x)) - CLEAR.hole] : [],
  );
  const to = Math.min(
    shape.bounds.xMin + Math.max(LEAST_TONGUE, frets),
    ...holes,
    bridgeAt(bridge, scale) - bridge.width,
  );
  return { from, to, width: TONGUE.width };
}

function blockOf({ shape, plan: { braces } }: TopPlan): Strip {
  const from = startOf(shape, NECK_BLOCK.width);
  const first = braces.flatMap((brace) => {
    const [[ax, ay], [bx, by]] = [brace.from, brace.to];
    return ay * by < 0 ? [ax + ((bx - ax) * ay) / (ay - by) - brace.width / 2 - CLEAR.brace] : [];
  });
  return { from, to: Math.min(shape.bounds.xMin + NECK_BLOCK.length, ...first), width: NECK_BLOCK.width };
}

const crossesMiddle = (hole: readonly Point[]) => hole.some(([, y]) => y < 0) && hole.some(([, y]) => y > 0);
const isThere = ({ from, to }: Strip, least: number) => to - from >= least;
const STEP = 1e-3;

/** Where the outline is wide enough, a little off the rim. */
function startOf({ outline, bounds }: TopPlan['shape'], width: number): number {
  for (let x = bounds.xMin + STEP; x < bounds.xMax; x += STEP)
    if (contains(outline, x, width / 2) && contains(outline, x, -width / 2)) return x + CLEAR.rim;
  return bounds.xMax;
}

export function neckPatches(top: TopPlan): TopPatch[] {
  const [tongue, block] = [tongueOf(top), blockOf(top)];
  const common = { plain: true };
  return [
    ...(isThere(tongue, LEAST_TONGUE)
      ? [
          {
            ...common,
            outline: cornersOf(tongue),
            thickness: TONGUE.thickness,
            side: 'outer' as const,
            material: BOARD,
            grainAngle: 0,
          },
        ]
      : []),
    ...(isThere(block, NECK_BLOCK.least)
      ? [
          {
            ...common,
            outline: cornersOf(block),
            thickness: NECK_BLOCK.thickness,
            side: 'inner' as const,
            material: BLOCK_WOOD,
            grainAngle: Math.PI / 2,
          },
        ]
      : []),
  ];
}

const cornersOf = ({ from, to, width }: Strip): Point[] => [
  [from, -width / 2],
  [to, -width / 2],
  [to, width / 2],
  [from, width / 2],
];

/** Board and block are the neck's and the rim's: they are not weighed with the top [kg]. */
export function neckMass(top: TopPlan, hold: TopHold): number {
  if (!hasNeck(top, hold)) return 0;
  return neckPatches(top).reduce(
    (sum, { outline: [a, , c], thickness, material }) =>
      sum + material.density * thickness * (c[0] - a[0]) * (c[1] - a[1]),
    0,
  );
}

/** Turns the block so that its edge towards the bridge is pressed in; null where no neck is on. */
export function neckLoad(top: TopPlan, hold: TopHold): Extract<TopLoad, { kind: 'torque' }> | null {
  const [patch] = hasNeck(top, hold) ? neckPatches(top).slice(-1) : [];
  if (!patch) return null;
  const { plan, family, scale } = top;
  const { total } = stringLoad(plan.strings ?? usualStrings(family), scale, plan.bridge);
  const [[from, side], [to]] = patch.outline;
  const at = (from + to) / 2;
  return {
    kind: 'torque',
    line: [
      [at, -side],
      [at, side],
    ],
    torque: TOP_BEARS * total * OVER_PLATE,
  };
}
