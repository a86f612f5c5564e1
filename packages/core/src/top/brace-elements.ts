/**
 * A brace on the plate's nodes, piece by piece: glued by its foot, it bends, twists and shears with the plate. Its own freedoms are how its fibres go along apart from
 * the plate: the slip of its foot, which a spring along the glue line holds, and three shapes over its height. Freedoms: six of either node, then four own of either end.
 * SI.
 */
import type { Point } from '../outline';
import {
  FIBRE,
  fillTwist,
  SHAPES,
  shearStiffness,
  stretchStiffness,
  type BeamMaterial,
  type BeamSection,
} from './brace-beam';
import { footHold } from './brace-feet';
import type { ShellMaterial } from './layered-plate';
import { notchesOf, placesOf, sectionAlong, stationOf, type PieceSection, type Rise } from './brace-sections';
import { carry, cross, minus, scaled, turn, unit, type Place } from './space';
import { shellMaterial, type TopBrace, type TopInput } from './top-input';

/** Of a brace's own at either end of a piece. */
export const OWN = SHAPES;
export const PIECE_SIZE = 12 + 2 * OWN;

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
  /** What it stands on, and its angle from the grain of that [rad]. */
  plate: ShellMaterial;
  grain: number;
  material: BeamMaterial;
  /** Along the path, where its section is taken [m]. */
  places: Rise;
  section: (rise: Rise) => PieceSection;
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
    return {
      nodes: [a, b], own: [first + i, first + i + 1], axes, from, to, material,
      length: Math.hypot(...minus(q, p)),
      plateThickness: (nodeThickness[a] + nodeThickness[b]) / 2,
      plate,
      grain: Math.atan2(axes[1], axes[0]) - (top.grainAngle ?? 0),
      places: placesOf(from, to),
      section: (rise) => sections(from, to, rise),
    };
  });
} // prettier-ignore

const AS_IS: Rise = [0, 0];

/** Section of a piece that is so much taller, on a plate so much thicker, and how far its centroid lies over the middle of the plate [m]. */
export function raised(piece: BracePiece, rise: Rise = AS_IS, extraThickness = 0) {
  const section = piece.section(rise);
  const thickness = piece.plateThickness + extraThickness;
  return { section, thickness, arm: thickness / 2 + section.centroid };
}

const beamK = new Float64Array(144);
const beamM = new Float64Array(144);

/** Fills the piece's stiffness and mass, 20 x 20. */
export function fillPiece(piece: BracePiece, { K, M }: PieceMatrices, rise: Rise = AS_IS, extraThickness = 0): BeamSection {
  const { material, length, axes } = piece;
  const { section, thickness, arm } = raised(piece, rise, extraThickness);
  K.fill(0);
  M.fill(0);
  fillTwist(section, material, length, beamK, beamM);
  for (const end of [0, 6]) carry(beamM, 12, end, arm);
  turn(beamK, 12, axes, K, PIECE_SIZE);
  turn(beamM, 12, axes, M, PIECE_SIZE);
  const strains = pieceStrains(piece, thickness / 2);
  addEnergy(K, strains.stretch, stretchStiffness(section, material.E), length);
  addEnergy(K, strains.shear, shearStiffness(section, material, length), length);
  const slip = slipStiffness(piece, section.area / section.height, thickness);
  for (const own of [12, 12 + OWN]) K[PIECE_SIZE * own + own] += (slip * length) / 2;
  return section;
} // prettier-ignore

export interface PieceStrains {
  /** Of the foot along the piece, and what each shape over it adds [1]: shares of its freedoms [1/m]. */
  stretch: Float64Array[];
  /** Through the height: even, and by the two higher shapes; displacement over FIBRE [m]. */
  shear: Float64Array[];
}

/** @param foot from the middle of the plate to the glue face [m] */
export function pieceStrains({ axes, length }: BracePiece, foot: number): PieceStrains {
  const [tx, ty, tz, sx, sy, sz, nx, ny, nz] = axes;
  const row = () => new Float64Array(PIECE_SIZE);
  const stretch = Array.from({ length: SHAPES }, row);
  const shear = Array.from({ length: SHAPES - 1 }, row);
  // Along by a node's six freedoms: t . (u + theta x n foot).
  const along = [tx, ty, tz, foot * sx, foot * sy, foot * sz];
  const lean = [0, 0, 0, FIBRE * sx, FIBRE * sy, FIBRE * sz];
  const rise = [nx, ny, nz, 0, 0, 0];
  for (const end of [0, 1]) {
    const sign = (2 * end - 1) / length;
    const own = 12 + OWN * end;
    for (let f = 0; f < 6; f++) {
      stretch[0][6 * end + f] = sign * along[f];
      stretch[1][6 * end + f] = sign * lean[f];
      shear[0][6 * end + f] = sign * FIBRE * rise[f] + lean[f] / 2;
    }
    for (let shape = 0; shape < SHAPES; shape++) stretch[shape][own + shape] = sign;
    for (let shape = 1; shape < SHAPES; shape++) shear[shape - 1][own + shape] = 1 / 2;
  }
  return { stretch, shear };
}

/** Adds length times strains' C strains. */
function addEnergy(K: Float64Array, strains: readonly Float64Array[], C: readonly number[], length: number): void {
  const size = strains.length;
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) {
      const stiff = C[size * i + j] * length;
      for (let r = 0; r < PIECE_SIZE; r++) {
        const left = strains[i][r] * stiff;
        if (left === 0) continue;
        for (let c = 0; c < PIECE_SIZE; c++) K[PIECE_SIZE * r + c] += left * strains[j][c];
      }
    }
}

/** A foot that does not slip is held so much tighter than a plate is by shear through its thickness (1). */
const GLUED = 100;

/** Against slipping of its foot on the plate, by length [N/m2]. */
function slipStiffness({ plate, grain }: BracePiece, width: number, thickness: number): number {
  const tight = GLUED * plate.G_LT * (width / thickness);
  return 1 / (footHold(plate, grain, width, thickness).slip + 1 / tight);
}

function beamAxes(p: Place, q: Place): Float64Array {
  const along = unit(minus(q, p));
  const up = unit(minus([0, 0, 1], scaled(along, along[2])));
  return Float64Array.of(...along, ...cross(up, along), ...up);
}
