/**
 * A brace on the plate's nodes, piece by piece: each bends, twists and shears with the plate through a stiff arm. Its axis goes along with the plate but for its slip on
 * it, which springs along the glue line hold. Fourteen freedoms: six of either node, then the brace's slip at either end. SI.
 */
import type { Point } from '../outline';
import { fillBeam, slipStiffness, type BeamMaterial, type BeamSection } from './brace-beam';
import { notchesOf, sectionAlong, stationOf, type PieceSection } from './brace-sections';
import { carry, cross, minus, scaled, turn, unit, type Place } from './space';
import { shellMaterial, type TopBrace, type TopInput } from './top-input';

export const PIECE_SIZE = 14;

export interface BracePiece {
  /** Mesh nodes at its ends. */
  nodes: readonly [number, number];
  /** Its own nodes there. */
  own: readonly [number, number];
  length: number;
  axes: Float64Array;
  /** Along the brace's path [m]. */
  from: number;
  to: number;
  /** Of the plate under it [m]. */
  plateThickness: number;
  /** Modulus of rigidity of the plate for slipping along it [Pa]. */
  plateShear: number;
  material: BeamMaterial;
  section: (extraHeight: number) => PieceSection;
}

export interface PieceMatrices {
  K: Float64Array;
  M: Float64Array;
}

interface Line {
  /** Mesh nodes along the brace, and the first of its own. */
  line: readonly number[];
  first: number;
  places: readonly Place[];
  nodeThickness: Float64Array;
}

export function bracePieces(top: TopInput, brace: TopBrace, { line, first, places, nodeThickness }: Line): BracePiece[] {
  const wood = shellMaterial(brace.material ?? top.material);
  const plate = shellMaterial(top.material);
  const material = { E: wood.E_L, G: wood.G_LT, density: wood.density };
  const sections = sectionAlong(brace, notchesOf(brace, top));
  const station = ([x, y]: Place) => stationOf(brace.path, [x, y] as Point);
  return line.slice(1).map((b, i): BracePiece => {
    const a = line[i];
    const [p, q] = [places[i], places[i + 1]];
    const axes = beamAxes(p, q);
    const [s, t] = [station(p), station(q)];
    const [from, to] = [Math.min(s, t), Math.max(s, t)];
    const angle = Math.atan2(axes[1], axes[0]) - (top.grainAngle ?? 0);
    return {
      nodes: [a, b], own: [first + i, first + i + 1], axes, from, to, material,
      length: Math.hypot(...minus(q, p)),
      plateThickness: (nodeThickness[a] + nodeThickness[b]) / 2,
      plateShear: Math.cos(angle) ** 2 * plate.G_LT + Math.sin(angle) ** 2 * plate.G_CT,
      section: (extra) => sections(from, to, extra),
    };
  });
} // prettier-ignore

/** Section of a piece that is so much taller, on a plate so much thicker, and how far its centroid lies over the middle of the plate [m]. */
export function raised(piece: BracePiece, extraHeight = 0, extraThickness = 0) {
  const section = piece.section(extraHeight);
  const thickness = piece.plateThickness + extraThickness;
  return { section, thickness, arm: thickness / 2 + section.centroid };
}

const beamK = new Float64Array(144);
const beamM = new Float64Array(144);

/** Fills the piece's stiffness and mass, 14 x 14. */
export function fillPiece(piece: BracePiece, { K, M }: PieceMatrices, extraHeight = 0, extraThickness = 0): BeamSection {
  const { material, length, axes } = piece;
  const { section, thickness, arm } = raised(piece, extraHeight, extraThickness);
  K.fill(0);
  M.fill(0);
  fillBeam(section, material, length, beamK, beamM);
  for (const end of [0, 6]) {
    carry(beamK, 12, end, arm);
    carry(beamM, 12, end, arm);
  }
  turn(beamK, 12, axes, K, PIECE_SIZE);
  turn(beamM, 12, axes, M, PIECE_SIZE);
  addSquare(K, STRETCH, stretchShares(axes, arm), (material.E * section.area) / length);
  const width = section.area / section.height;
  const slip = slipStiffness({ width, height: section.height, G: material.G }, { thickness, G: piece.plateShear });
  for (const own of [12, 13]) K[PIECE_SIZE * own + own] += (slip * length) / 2;
  return section;
} // prettier-ignore

const STRETCH = Array.from({ length: PIECE_SIZE }, (_, f) => f);

/** How much longer the axis of a piece becomes by each of its freedoms (1): what its ends go along it with the plate, and what they slip. No rigid motion stretches it. */
export function stretchShares(axes: Float64Array, arm: number): number[] {
  const way = wayAlong(axes, arm);
  return [...way.map((share) => -share), ...way, -1, 1];
}

/** How far the place at the end of an arm goes along the brace, by the node's six freedoms: t . (u + theta x n arm). */
function wayAlong([tx, ty, tz, , , , nx, ny, nz]: Float64Array, arm: number): number[] {
  return [tx, ty, tz, arm * (ny * tz - nz * ty), arm * (nz * tx - nx * tz), arm * (nx * ty - ny * tx)];
}

/** A spring of stiffness k on a sum of freedoms. */
function addSquare(K: Float64Array, freedoms: readonly number[], shares: readonly number[], k: number): void {
  freedoms.forEach((r, i) => freedoms.forEach((c, j) => (K[PIECE_SIZE * r + c] += k * shares[i] * shares[j])));
}

function beamAxes(p: Place, q: Place): Float64Array {
  const along = unit(minus(q, p));
  const up = unit(minus([0, 0, 1], scaled(along, along[2])));
  return Float64Array.of(...along, ...cross(up, along), ...up);
}
