/**
 * A piece of brace between two mesh nodes: a straight Timoshenko beam on its centroid, joined to the plate's nodes by a stiff arm. Freedoms by end: u, v, w and the three
 * rotations. Sideways it follows the plate: its foot is glued, and a section that sways about its foot warps, so that no rotation of the plate in its plane bends it.
 * Along itself it may slip on the plate by the shear of both (see slipStiffness), so its stretching is not in here.
 * Source: Przemieniecki, Theory of Matrix Structural Analysis, ch. 5 (shear by phi = 12 EI / kappa G A L^2).
 */
import { plainFigures, sectionWidthAt, type Section } from '../section';

export interface BeamSection {
  area: number;
  /** Over the glue face [m]. */
  centroid: number;
  /** For bending up and down, and sideways [m4]; torsion constant [m4]. */
  I: number;
  sideways: number;
  torsion: number;
}

const STRIPS = 24;

export function beamSection(section: Section): BeamSection {
  const { area, centroidHeight, secondMoment } = plainFigures(section);
  let sideways = 0;
  const dz = section.height / STRIPS;
  for (let i = 0; i < STRIPS; i++) sideways += (sectionWidthAt(section, (i + 0.5) * dz) ** 3 / 12) * dz;
  return { area, centroid: centroidHeight, I: secondMoment, sideways, torsion: torsionOf(section, area, secondMoment + sideways) }; // prettier-ignore
}

/** A rectangle's by its series; else Saint-Venant's A^4 / 40 I_p. Source: Roark, ch. 10. */
function torsionOf({ shape, width, height }: Section, area: number, polar: number): number {
  if (shape !== 'rectangle') return area ** 4 / (40 * polar);
  const [short, long] = width < height ? [width, height] : [height, width];
  const ratio = short / long;
  return long * short ** 3 * (1 / 3 - 0.21 * ratio * (1 - ratio ** 4 / 12));
}

export interface BeamMaterial {
  E: number;
  G: number;
  density: number;
}

const SHEAR_CORRECTION = 5 / 6;

/** Fills 12 x 12 stiffness and mass in the beam's own axes (x along, z away from the plate), at its centroid. */
export function fillBeam(section: BeamSection, { E, G, density }: BeamMaterial, length: number, K: Float64Array, M: Float64Array): void {
  K.fill(0);
  M.fill(0);
  const { area, I, sideways, torsion } = section;
  spring(K, 3, (G * torsion) / length);
  // w,x = -theta_y
  bend(K, 2, 4, E * I, G * area * SHEAR_CORRECTION, length);
  const mass = density * area * length;
  const perPolar = (I + sideways) / area;
  const inertias = [1, 1, 1, perPolar, I / area, sideways / area];
  inertias.forEach((inertia, i) => {
    // Half lumped, half even: errs least.
    M[13 * i] += mass * inertia * (1 / 6 + 1 / 4);
    M[13 * (i + 6)] += mass * inertia * (1 / 6 + 1 / 4);
    M[12 * i + i + 6] += (mass * inertia) / 12;
    M[12 * (i + 6) + i] += (mass * inertia) / 12;
  });
} // prettier-ignore

/**
 * Stiffness per length against slipping along each other [N/m2] of a brace and the plate under it: where the shear that passes between them runs out evenly over the
 * height of each, its mean lags the glue line by a third of height over modulus. It lets the brace's end, where nothing pulls, be as free as it is.
 */
export function slipStiffness(
  brace: { width: number; height: number; G: number },
  plate: { thickness: number; G: number },
): number {
  // prettier-ignore
  return (3 * brace.width) / (brace.height / brace.G + plate.thickness / plate.G);
}

function spring(K: Float64Array, i: number, k: number): void {
  K[13 * i] += k;
  K[13 * (i + 6)] += k;
  K[12 * i + i + 6] -= k;
  K[12 * (i + 6) + i] -= k;
}

function bend(K: Float64Array, shift: number, turn: number, EI: number, kGA: number, L: number): void {
  const phi = (12 * EI) / (kGA * L * L);
  const k = EI / (L * L * L * (1 + phi));
  const at = [shift, turn, shift + 6, turn + 6];
  const values = [
    12, -6 * L, -12, -6 * L,
    -6 * L, (4 + phi) * L * L, 6 * L, (2 - phi) * L * L,
    -12, 6 * L, 12, 6 * L,
    -6 * L, (2 - phi) * L * L, 6 * L, (4 + phi) * L * L,
  ]; // prettier-ignore
  for (let i = 0; i < 4; i++) for (let j = 0; j < 4; j++) K[12 * at[i] + at[j]] += k * values[4 * i + j];
}
