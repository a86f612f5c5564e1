/** Strains, energies and stresses that a solution leaves in plate and braces. SI. */
import { BLOCK } from '../linalg';
import { bendingStrains } from './bending-triangle';
import { FIBRE } from './brace-beam';
import { fillPiece, PIECE_SIZE, pieceStrains, raised } from './brace-elements';
import { planeStress } from './layered-plate';
import { membraneStrains } from './membrane-triangle';
import { DOF } from './freedoms';
import type { TopModel } from './model';
import { BENDING_DOF, BENDING_SIGN, MEMBRANE_DOF } from './plate-elements';
import { freedomsOf } from './wood-slopes';

/** Freedoms of a node. */
const NODE = BLOCK;

/** Shares of the strain energy (1); they sum to one but for what an edge spring takes. */
export interface EnergyShares {
  /** Stretched or bent along the grain, across it, twisted or sheared in the plane, sheared through the thickness. */
  along: number;
  across: number;
  twist: number;
  shear: number;
  /** Of each brace. */
  braces: number[];
}

/** Largest stresses by either face [Pa], tension positive. */
export interface TopStress {
  /** Of each mesh triangle, whichever face has more: along and across the grain, with its sign. */
  along: Float64Array;
  across: Float64Array;
  /** Of each brace: largest along it, at its top or its glue face. */
  braces: { stress: number; at: number }[];
}

interface FacetState {
  /** Of the neutral plane, and curvatures; x along the plate, y across, shear. */
  membrane: Float64Array;
  curvature: Float64Array;
  shear: Float64Array;
}

/** Strains at the middle of a facet, in its own axes, by the solution. */
function strainer({ plate, position }: TopModel, t: number): (x: Float64Array) => FacetState {
  const facet = plate.facets[t];
  const { axes } = facet;
  const made = plate.plate(t);
  const inPlaneOf = membraneStrains(facet);
  const bendingOf = bendingStrains(facet, made.D, made.H);
  const [inPlane, bending] = [new Float64Array(9), new Float64Array(9)];
  const local = new Float64Array(6);
  return (x) => {
    for (let c = 0; c < 3; c++) {
      const at = NODE * position[plate.nodes[3 * t + c]];
      for (let f = 0; f < 6; f++) {
        const from = f < 3 ? at : at + 3;
        const row = 3 * (f % 3);
        local[f] = axes[row] * x[from] + axes[row + 1] * x[from + 1] + axes[row + 2] * x[from + 2];
      }
      local[DOF.u] += made.neutral * local[DOF.thetaY];
      local[DOF.v] -= made.neutral * local[DOF.thetaX];
      for (let i = 0; i < 3; i++) {
        inPlane[3 * c + i] = local[MEMBRANE_DOF[i]];
        bending[3 * c + i] = BENDING_SIGN[i] * local[BENDING_DOF[i]];
      }
    }
    return { membrane: inPlaneOf(inPlane), ...bendingOf(bending) };
  };
}

const product = (C: Float64Array, a: Float64Array, i: number, size: number) => {
  let sum = 0;
  for (let j = 0; j < size; j++) sum += C[size * i + j] * a[j];
  return a[i] * sum;
};

const coupled = (B: Float64Array, membrane: Float64Array, curvature: Float64Array, i: number) =>
  (membrane[i] * (B[3 * i] * curvature[0] + B[3 * i + 1] * curvature[1] + B[3 * i + 2] * curvature[2]) +
    curvature[i] * (B[3 * i] * membrane[0] + B[3 * i + 1] * membrane[1] + B[3 * i + 2] * membrane[2])) /
  2;

export interface StrainEnergy {
  shares: EnergyShares;
  /** Energy per area of each triangle, braces left out [J/m2]. */
  density: Float64Array;
}

/** @param solutions modes, or what loads do @returns one each */
export function strainEnergies(model: TopModel, solutions: readonly Float64Array[]): StrainEnergy[] {
  const { plate } = model;
  const sums = solutions.map(() => ({ along: 0, across: 0, twist: 0, shear: 0 }));
  const densities = solutions.map(() => new Float64Array(plate.count));
  for (let t = 0; t < plate.count; t++) {
    const { A, B, D, H } = plate.plate(t);
    const { area } = plate.facets[t];
    const stateOf = strainer(model, t);
    solutions.forEach((x, n) => {
      const { membrane, curvature, shear } = stateOf(x);
      const part = (i: number) =>
        (product(A, membrane, i, 3) + product(D, curvature, i, 3)) / 2 + coupled(B, membrane, curvature, i);
      const [along, across, twist] = [part(0), part(1), part(2)];
      const slip = (product(H, shear, 0, 2) + product(H, shear, 1, 2)) / 2;
      densities[n][t] = along + across + twist + slip;
      const sum = sums[n];
      sum.along += area * along;
      sum.across += area * across;
      sum.twist += area * twist;
      sum.shear += area * slip;
    });
  }
  const braces = model.pieces.map((pieces) => braceEnergies(model, pieces, solutions));
  return sums.map((sum, n) => {
    const total = sum.along + sum.across + sum.twist + sum.shear + braces.reduce((all, one) => all + one[n], 0) || 1;
    return {
      shares: {
        along: sum.along / total,
        across: sum.across / total,
        twist: sum.twist / total,
        shear: sum.shear / total,
        braces: braces.map((energies) => energies[n] / total),
      },
      density: densities[n],
    };
  });
}

const matrices = { K: new Float64Array(PIECE_SIZE ** 2), M: new Float64Array(PIECE_SIZE ** 2) };

/** Of one brace, one each solution [J]. */
function braceEnergies(
  { position }: TopModel,
  pieces: TopModel['pieces'][number],
  solutions: readonly Float64Array[],
): number[] {
  const energies = solutions.map(() => 0);
  for (const piece of pieces) {
    fillPiece(piece, matrices);
    const at = freedomsOf(position, piece);
    solutions.forEach((x, n) => {
      for (let r = 0; r < PIECE_SIZE; r++)
        for (let c = 0; c < PIECE_SIZE; c++) energies[n] += (x[at[r]] * matrices.K[PIECE_SIZE * r + c] * x[at[c]]) / 2;
    });
  }
  return energies;
}

export function topStress(model: TopModel, x: Float64Array): TopStress {
  const { plate } = model;
  const along = new Float64Array(plate.count);
  const across = new Float64Array(plate.count).fill(-Infinity);
  for (let t = 0; t < plate.count; t++) {
    const h = plate.thickness(t);
    const made = plate.plate(t);
    const [wood] = plate.layers(t, h);
    const { membrane, curvature } = strainer(model, t)(x);
    const Q = planeStress(wood.material, 0);
    for (const face of [-h / 2, h / 2]) {
      const strain = intoGrain(
        membrane.map((e, i) => e + (face - made.neutral) * curvature[i]),
        wood.angle,
      );
      const stress = [0, 1].map((i) => Q[3 * i] * strain[0] + Q[3 * i + 1] * strain[1] + Q[3 * i + 2] * strain[2]);
      if (Math.abs(stress[0]) > Math.abs(along[t])) along[t] = stress[0];
      // Wood splits along its grain where it is pulled across; pressed it holds far more.
      across[t] = Math.max(across[t], stress[1]);
    }
  }
  return { along, across, braces: model.pieces.map((pieces) => braceStress(model, pieces, x)) };
}

/** Strains in axes turned by an angle. */
function intoGrain([ex, ey, g]: Float64Array, angle: number): [number, number, number] {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return [
    c * c * ex + s * s * ey + c * s * g,
    s * s * ex + c * c * ey - c * s * g,
    2 * c * s * (ey - ex) + (c * c - s * s) * g,
  ];
}

/** What is borne over less of a brace than this is a peak of the mesh, not of the wood [m]. */
const PEAK_LENGTH = 0.02;

/** By how each of its fibres stretches: the shapes over its foot. */
function braceStress(
  { position }: TopModel,
  pieces: TopModel['pieces'][number],
  x: Float64Array,
): { stress: number; at: number } {
  const found = pieces.map((piece) => {
    const at = freedomsOf(position, piece);
    const { section, foot: under } = raised(piece);
    const shares = pieceStrains(piece, under).stretch.map((row) =>
      row.reduce((sum, share, f) => sum + share * x[at[f]], 0),
    );
    const stressAt = (height: number) =>
      piece.material.E * shares.reduce((sum, share, power) => sum + share * (height / FIBRE) ** power, 0);
    const [top, foot] = [section.height, 0].map(stressAt);
    return {
      stress: Math.abs(top) > Math.abs(foot) ? top : foot,
      at: (piece.from + piece.to) / 2,
      length: piece.length,
    };
  });
  found.sort((a, b) => Math.abs(b.stress) - Math.abs(a.stress));
  let over = 0;
  return found.find(({ length }) => (over += length) >= PEAK_LENGTH) ?? { stress: 0, at: 0 };
}
