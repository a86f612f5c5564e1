/**
 * A piece of brace between two mesh nodes, glued to the plate by its foot. Over the foot its fibres go along by a cubic
 * in their height, so that shear may run through it as it does: bending, the lag of what the glue line pulls along, and
 * an end that nothing holds all come out of it. As the shapes over the foot don't depend on the height, wood on top
 * always adds stiffness. Sideways it follows the plate: a section that sways about its foot warps, so that no rotation
 * of the plate in its plane bends it.
 * Source: Reddy, Energy Principles and Variational Methods, ch. 5 (third-order beam), its foot fixed to the plate.
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
  /** Integral of the width times height over the foot to the power of 0 to 6, heights in units of FIBRE [m2]. */
  moments: readonly number[];
}

/** Unit of height for the shapes over the foot [m]. */
export const FIBRE = 0.01;
/** Shapes over the foot: 1, z, z^2, z^3. */
export const SHAPES = 4;

const STRIPS = 12;
/** Of a unit length, exact to the fifth power. */
const GAUSS = [
  [0.5 - Math.sqrt(0.15), 5 / 18],
  [0.5, 8 / 18],
  [0.5 + Math.sqrt(0.15), 5 / 18],
] as const;

export function beamSection(section: Section): BeamSection {
  const { area, centroidHeight, secondMoment } = plainFigures(section);
  const moments = new Array<number>(2 * SHAPES - 1).fill(0);
  let sideways = 0;
  const dz = section.height / STRIPS;
  for (let i = 0; i < STRIPS; i++)
    for (const [place, share] of GAUSS) {
      const z = (i + place) * dz;
      const width = sectionWidthAt(section, z);
      sideways += (width ** 3 / 12) * share * dz;
      let part = width * share * dz;
      for (let power = 0; power < moments.length; power++, part *= z / FIBRE) moments[power] += part;
    }
  return {
    area,
    centroid: centroidHeight,
    I: secondMoment,
    sideways,
    torsion: torsionOf(section, area, secondMoment + sideways),
    moments,
  };
}

/**
 * Of its width, what a rectangle on the plate loses of its height in twisting (1): free strips of solids ask for 0.1, a
 * braced panel for the 0.21 of two free edges.
 */
const FREE_EDGE = 0.175;

/**
 * A rectangle's by its series, else Saint-Venant's A^4 / 40 I_p. Source: Roark, ch. 10; solids of strips and panels
 * with a brace.
 */
function torsionOf({ shape, width, height }: Section, area: number, polar: number): number {
  if (shape !== 'rectangle') return area ** 4 / (40 * polar);
  const [short, long] = width < height ? [width, height] : [height, width];
  const ratio = short / long;
  return long * short ** 3 * (1 / 3 - FREE_EDGE * ratio * (1 - ratio ** 4 / 12));
}

export interface BeamMaterial {
  E: number;
  G: number;
  density: number;
}

/**
 * Fills 12 x 12 stiffness against twist, and mass, in the beam's own axes (x along, z away from the plate), at its
 * centroid.
 */
export function fillTwist(
  section: BeamSection,
  { G, density }: BeamMaterial,
  length: number,
  K: Float64Array,
  M: Float64Array,
): void {
  K.fill(0);
  M.fill(0);
  const { area, I, sideways, torsion } = section;
  spring(K, 3, (G * torsion) / length);
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
}

/** Of the strains 1, z, z^2, z^3 over the foot along a piece: 4 x 4, E times the integral of their products [N]. */
export function stretchStiffness({ moments }: BeamSection, E: number): number[] {
  return square(SHAPES, (i, j) => E * moments[i + j]);
}

/**
 * Of the shear strain that is even over the height, and of those that z^2 and z^3 bring: 3 x 3, G times the integral of
 * their products [N]. A piece that is bent by shear at its ends gives by L^2 / 12 EI more than its straight shapes
 * show. Source: MacNeal, Finite Elements, ch. 9 (residual bending flexibility).
 */
export function shearStiffness({ moments, I }: BeamSection, { E, G }: BeamMaterial, length: number): number[] {
  const plain = square(SHAPES - 1, (i, j) => (G * (i + 1) * (j + 1) * moments[i + j]) / (FIBRE * FIBRE));
  const more = (length * FIBRE) ** 2 / (12 * E * I);
  return square(SHAPES - 1, (i, j) => plain[3 * i + j] - (plain[3 * i] * plain[j] * more) / (1 + more * plain[0]));
}

const square = (size: number, of: (i: number, j: number) => number): number[] =>
  Array.from({ length: size * size }, (_, at) => of(Math.floor(at / size), at % size));

function spring(K: Float64Array, i: number, k: number): void {
  K[13 * i] += k;
  K[13 * (i + 6)] += k;
  K[12 * i + i + 6] -= k;
  K[12 * (i + 6) + i] -= k;
}
