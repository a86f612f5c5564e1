/** The whole top as the solver wants it, from what is drawn and measured of a build. SI. */
import {
  bracePlaces,
  braceSection,
  bridgeAt,
  gluedCuts,
  type Brace,
  type BracingPlan,
  type EndFit,
  type Patch,
} from '../bracing';
import { InvalidInput } from '../base';
import { contains, type PlateShape, type Point, type Polygon } from '../outline';
import { thicknessField, type BraceEnd, type TopBrace, type TopInput, type TopMaterial, type TopPatch } from '../shell';
import type { OrthotropicConstants } from '../wood';
import { hasNeck, neckPatches } from './neck';
import { partOfPlace, TOP_PARTS } from './top-parts';
import type { TopHold, TopPlan } from './top-plan';

/**
 * Linings and sides let the rim turn a little [N m/rad per m]. Stated choice: between a bare side's and a full block's.
 */
const LININGS = 100;
/**
 * A ring of side and lining, curved as a body is, gives in the plate's plane by E A / R^2: 11 GPa, 150 mm2 of it, 0.19
 * m [N/m2]. Between sliding and held, that is a half to two thirds of the way for most tops.
 */
const SIDES = (11e9 * 150e-6) / 0.19 ** 2;
/**
 * A glued bridge: hardwood with its grain across the plate, as high as most [m]. Source: USDA Wood Handbook, table 5-3,
 * of the heavier hardwoods.
 */
const BRIDGE_HEIGHT = 8.5e-3;
const BRIDGE_WOOD: TopMaterial = {
  density: 820,
  modulusAlong: 13e9,
  modulusAcross: 1.7e9,
  shearModulus: 1.3e9,
  poisson: 0.4,
  shearAlongThickness: 1.3e9,
  shearAcrossThickness: 0.4e9,
};
/** Patches are hardwood too where they are the bridge's plate, spruce elsewhere. */
const PLATE_WOOD: TopMaterial = { ...BRIDGE_WOOD, density: 680, modulusAlong: 11.5e9, modulusAcross: 1.1e9 };
/** Of a softwood's modulus along the grain: across, in-plane shear. Source: USDA Wood Handbook, table 5-1, spruces. */
const STICK = { across: 0.07, shear: 0.064, poisson: 0.37 } as const;
/** Heights that are cut to nothing are a shaving still [m]. */
const SHAVING = 4e-4;
const RING_CORNERS = 40;
const ENDS: Record<EndFit, BraceEnd> = { 'let-in': 'letIn', feathered: 'free', stopped: 'stopped', butted: 'butted' };

const EDGES: Record<TopHold, Pick<TopInput, 'edge' | 'edgeInPlane' | 'rim'>> = {
  free: { edge: 'free' },
  ring: { edge: 'supported', edgeInPlane: 'free' },
  glued: { edge: 'supported', rim: { inPlane: SIDES, rotational: LININGS } },
  clamped: { edge: 'clamped', edgeInPlane: 'held' },
};

/** @throws InvalidInput naming the brace that passes over a hole */
export function topOfPlan(top: TopPlan, hold: TopHold): TopInput {
  const { shape, plan, wood } = top;
  plan.braces.forEach((brace) => requireOnWood(brace, shape));
  const braces = plan.braces.map((brace) => ({ ...braceOf(brace, plan), ends: endsIn(hold, brace) }));
  const patches = plan.patches.map(patchOf(wood));
  const material = materialOf(wood);
  const glued = top.bridge && plan.bridge.kind !== 'floating';
  return {
    outline: shape.outline,
    holes: shape.holes,
    thickness: thicknessOf(top),
    material,
    braces,
    ...(plan.archRadius !== null && { height: { radius: plan.archRadius } }),
    ...(top.sandwich && { sandwich: top.sandwich }),
    patches: [...patches, ...(glued ? [bridgeOf(top)] : []), ...(hasNeck(top, hold) ? neckPatches(top) : [])],
    ...edgeOf(top, hold),
  };
}

function edgeOf({ rim: share = 1 }: TopPlan, hold: TopHold): (typeof EDGES)[TopHold] {
  const { rim, ...edge } = EDGES[hold];
  return rim ? { ...edge, rim: { inPlane: share * SIDES, rotational: share * LININGS } } : edge;
}

/** Before the top is glued to them, linings hold no end. */
function endsIn(hold: TopHold, { ends }: Brace): [BraceEnd, BraceEnd] {
  const lined = hold === 'glued' || hold === 'clamped';
  const kindOf = (fit: EndFit) => (fit === 'let-in' && !lined ? 'free' : ENDS[fit]);
  return [kindOf(ends[0]), kindOf(ends[1])];
}

/** Thinner than this is a hole in the making [m]. */
const THINNEST = 4e-4;

function thicknessOf({ thickness, thicker = {}, shape, trebleSign }: TopPlan): TopInput['thickness'] {
  const tried = TOP_PARTS.filter((part) => (thicker[part] ?? 0) !== 0);
  if (tried.length === 0) return thickness;
  const least = typeof thickness === 'number' ? thickness : Math.min(...thickness.map((place) => place.thickness));
  tried.forEach((part) => {
    const left = least + thicker[part]!;
    if (!(left > THINNEST))
      throw new InvalidInput(`thicker.${part}`, thicker[part], 'leaves next to nothing of the plate');
  });
  const before = thicknessField({ thickness });
  return (x, y) => before(x, y) + (thicker[partOfPlace(shape, trebleSign, x, y)] ?? 0);
}

function materialOf(wood: OrthotropicConstants): TopMaterial {
  return {
    density: wood.rho,
    modulusAlong: wood.E_L,
    modulusAcross: wood.E_C,
    shearModulus: wood.G_LC,
    poisson: wood.nu_LC,
  };
}

function requireOnWood({ from, to, name }: Brace, { holes }: PlateShape): void {
  if (holes.some((hole) => passesInto(hole, from, to)))
    throw new InvalidInput(name, 'its line', 'passes over a hole: move it in the layout');
}

const CHECKS = 60;

function passesInto(hole: Polygon, [ax, ay]: Point, [bx, by]: Point): boolean {
  for (let i = 0; i <= CHECKS; i++) {
    const share = i / CHECKS;
    if (contains(hole, ax + share * (bx - ax), ay + share * (by - ay))) return true;
  }
  return false;
}

function braceOf(brace: Brace, plan: BracingPlan): TopBrace {
  const places = bracePlaces(brace);
  return {
    path: [brace.from, brace.to],
    section: brace.section,
    stations: brace.heights.map((height, i) => {
      const { shape: _, ...sizes } = braceSection(brace, i);
      return { s: places[i], ...sizes, height: Math.max(SHAVING, height) };
    }),
    material: {
      density: brace.density,
      modulusAlong: brace.modulus,
      modulusAcross: STICK.across * brace.modulus,
      shearModulus: STICK.shear * brace.modulus,
      poisson: STICK.poisson,
    },
    cuts: gluedCuts(brace, plan),
  };
}

const patchOf =
  (wood: OrthotropicConstants) =>
  ({ role, x, y, length, width, thickness, grain }: Patch): TopPatch => ({
    outline: role === 'hole-ring' ? circle([x, y], length / 2) : rectangle([x, y], length, width),
    thickness,
    side: 'inner',
    material: role === 'bridge-plate' ? PLATE_WOOD : materialOf(wood),
    grainAngle: grain === 'along' ? 0 : Math.PI / 2,
  });

function bridgeOf({ plan: { bridge }, scale }: TopPlan): TopPatch {
  return {
    outline: rectangle([bridgeAt(bridge, scale), 0], bridge.width, bridge.span),
    thickness: BRIDGE_HEIGHT,
    side: 'outer',
    material: BRIDGE_WOOD,
    grainAngle: Math.PI / 2,
  };
}

const rectangle = ([x, y]: Point, length: number, width: number): Point[] =>
  [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([a, b]) => [x + (a * length) / 2, y + (b * width) / 2]);
const circle = ([x, y]: Point, radius: number): Point[] =>
  Array.from({ length: RING_CORNERS }, (_, i) => {
    const angle = (2 * Math.PI * i) / RING_CORNERS;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
