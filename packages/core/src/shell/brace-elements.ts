/**
 * A brace on the plate's nodes, piece by piece: glued by its foot, it bends, twists and shears with the plate. Its own
 * freedoms are how its fibres go along apart from the plate: the slip of its foot, which a spring along the glue line
 * holds, and three shapes over its height. Freedoms: six of either node, then four own of either end. SI.
 */
import { contains, type Point } from '../outline';
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
import { cross, minus, scaled, rigidLink, rotate, unit, type Place } from './space';
import { slopedWood } from './sloped-wood';
import { grainOf, shellMaterial, type BraceEnd, type TopBrace, type TopInput } from './top-input';

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
  /** Of the plate under it, and of what is glued on that and it stands on [m]. */
  plateThickness: number;
  raisedBy: number;
  /** What it stands on, and its angle from the grain of that [rad]. */
  plate: ShellMaterial;
  grain: number;
  material: BeamMaterial;
  /** What holds the face at either end; free but at the brace's own ends. */
  ends: readonly [BraceEnd, BraceEnd];
  /** [m] */
  pocket: number;
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

export function bracePieces(
  top: TopInput,
  brace: TopBrace,
  { line, first, places, nodeThickness }: Line,
): BracePiece[] {
  const wood = shellMaterial(brace.material ?? top.material);
  const plate = shellMaterial(top.material);
  const level = grainOf(top) === 'level';
  const under = patchesUnder(top);
  const endsOf = (brace.ends ?? (['free', 'free'] as const)).map((kind) =>
    kind === 'letIn' && top.edge === 'free' ? 'free' : kind,
  );
  const sections = sectionAlong(brace, notchesOf(brace, top));
  const station = ([x, y]: Place) => stationOf(brace.path, [x, y] as Point);
  return line.slice(1).map((b, i): BracePiece => {
    const a = line[i];
    const [p, q] = [places[i], places[i + 1]];
    const axes = beamAxes(p, q);
    const [s, t] = [station(p), station(q)];
    const [from, to] = [Math.min(s, t), Math.max(s, t)];
    const own = level ? slopedWood(wood, Math.asin(axes[2]), 0) : wood;
    return {
      nodes: [a, b],
      own: [first + i, first + i + 1],
      axes,
      from,
      to,
      material: { E: own.E_L, G: own.G_LT, density: own.density },
      length: Math.hypot(...minus(q, p)),
      plateThickness: (nodeThickness[a] + nodeThickness[b]) / 2,
      raisedBy: under([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2]),
      plate,
      grain: Math.atan2(axes[1], axes[0]) - (top.grainAngle ?? 0),
      ends: [i === 0 ? endsOf[0] : 'free', i === line.length - 2 ? endsOf[1] : 'free'],
      pocket: brace.pocket ?? USUAL_POCKET,
      places: placesOf(from, to),
      section: (rise) => sections(from, to, rise),
    };
  });
}

/** A brace that passes over a patch sits on it [m]. */
function patchesUnder({ patches = [] }: TopInput): (place: Point) => number {
  const inner = patches.filter(({ side }) => side === 'inner');
  return (place) =>
    inner.reduce((sum, { outline, thickness }) => sum + (contains(outline, ...place) ? thickness : 0), 0);
}

const AS_IS: Rise = [0, 0];

/**
 * Section of a piece that is so much taller, on a plate so much thicker, and how far its centroid lies over the middle
 * of the plate [m].
 */
export function raised(piece: BracePiece, rise: Rise = AS_IS, extraThickness = 0) {
  const section = piece.section(rise);
  const thickness = piece.plateThickness + extraThickness;
  const foot = thickness / 2 + piece.raisedBy;
  return { section, thickness, foot, arm: foot + section.centroid };
}

const beamK = new Float64Array(144);
const beamM = new Float64Array(144);

/** Fills the piece's stiffness and mass, 20 x 20. */
export function fillPiece(
  piece: BracePiece,
  { K, M }: PieceMatrices,
  rise: Rise = AS_IS,
  extraThickness = 0,
): BeamSection {
  const { material, length, axes } = piece;
  const { section, thickness, foot, arm } = raised(piece, rise, extraThickness);
  K.fill(0);
  M.fill(0);
  fillTwist(section, material, length, beamK, beamM);
  for (const end of [0, 6]) rigidLink(beamM, 12, end, arm);
  rotate(beamK, 12, axes, K, PIECE_SIZE);
  rotate(beamM, 12, axes, M, PIECE_SIZE);
  const strains = pieceStrains(piece, foot);
  addEnergy(K, strains.stretch, stretchStiffness(section, material.E), length);
  addEnergy(K, strains.shear, shearStiffness(section, material, length), length);
  const slip = slipStiffness(piece, section.area / section.height, thickness);
  for (const own of [12, 12 + OWN]) K[PIECE_SIZE * own + own] += (slip * length) / 2;
  addEnds(K, piece, section, foot);
  return section;
}

export interface PieceStrains {
  /** Of the foot along the piece, and what each shape over it adds [1]: shares of its freedoms [1/m]. */
  stretch: Float64Array[];
  /** Through the height: even, and by the two higher shapes; displacement over FIBRE [m]. */
  shear: Float64Array[];
}

/** @param foot from the middle of the plate to the glue face [m] */
export function pieceStrains({ axes, length }: BracePiece, foot: number): PieceStrains {
  const stretch = rows(SHAPES);
  const shear = rows(SHAPES - 1);
  const { along, lean } = waysOf(axes, foot);
  const rise = [...axes.subarray(6, 9), 0, 0, 0];
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

const rows = (count: number) => Array.from({ length: count }, () => new Float64Array(PIECE_SIZE));

/**
 * By a node's six freedoms: how far the foot goes along, t . (u + theta x n foot), and what a FIBRE over it goes more.
 */
function waysOf([tx, ty, tz, sx, sy, sz]: Float64Array, foot: number): { along: number[]; lean: number[] } {
  return {
    along: [tx, ty, tz, foot * sx, foot * sy, foot * sz],
    lean: [0, 0, 0, FIBRE * sx, FIBRE * sy, FIBRE * sz],
  };
}

/**
 * How far the end face of a piece goes along: its foot, and by each shape over it; against the plate under it alone,
 * where the neighbour stands on that.
 */
function faceWays({ axes }: BracePiece, end: 0 | 1, foot: number, against: 'rim' | 'plate'): Float64Array[] {
  const ways = rows(SHAPES);
  const { along, lean } = waysOf(axes, foot);
  for (let f = 0; f < 6 && against === 'rim'; f++) {
    ways[0][6 * end + f] = along[f];
    ways[1][6 * end + f] = lean[f];
  }
  ways.forEach((way, shape) => (way[12 + OWN * end + shape] = 1));
  return ways;
}

/**
 * Bedding of an end face [N/m3]: soft wood pressed across its grain (0.7 GPa) over the thickness of lining and side (8
 * mm), or over half of what it butts against (4 mm).
 * Source: Winkler's foundation; modulus from the USDA Wood Handbook, table 5-1.
 */
const BEDDING = { letIn: 0.7e9 / 8e-3, butted: 0.7e9 / 4e-3 } as const;
/** Depth of a pocket that nobody has measured [m]. */
const USUAL_POCKET = 3e-3;

function addEnds(K: Float64Array, piece: BracePiece, section: PieceSection, foot: number): void {
  piece.ends.forEach((kind, i) => {
    if (kind !== 'letIn' && kind !== 'butted') return;
    const ways = faceWays(piece, i as 0 | 1, foot, kind === 'letIn' ? 'rim' : 'plate');
    // The two sides in the pocket are glued as well, and shear what the face presses.
    const sides = kind === 'letIn' ? (2 * piece.pocket * section.height) / section.area : 0;
    addEnergy(K, ways, stretchStiffness(section, BEDDING[kind] * (1 + sides)), 1);
  });
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
