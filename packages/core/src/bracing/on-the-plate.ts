/**
 * A brace glued to its plate: the rigidity of both as one beam along it, and what its neighbours add where braces
 * crowd. SI.
 */
import { angleBetween, angleOf, nearestOn, pointAlong, type Point } from '../outline';
import { checkSection, effectiveWidth, gluedSection, plainFigures, type Section } from '../section';
import { offAxisModulus, type OrthotropicConstants } from '../wood';
import { bracePlaces, braceSection } from './brace-plan';
import type { Brace } from './bracing-plan';

export interface GluedPlate {
  wood: OrthotropicConstants;
  /** Mean, or as wanted where it is not yet known [m]. */
  thickness: number;
}

export interface GluedPlace {
  /** From the first end [m]. */
  x: number;
  /** Brace and strip of plate as one beam [N m2]. */
  rigidity: number;
  /** What other braces nearby add in the direction of this one [N m2]. */
  neighbours: number;
  /** Of the strip of plate alone [N m2]. */
  plate: number;
  /** Over the glue face [m]. */
  neutralAxis: number;
}

/** Width of plate that works with the brace [m]. */
export function workingWidth(brace: Brace, plate: GluedPlate): number {
  return effectiveWidth(plate.wood, angleOf(brace), brace.length);
}

/** Rigidity at each of its heights. */
export function gluedAlong(brace: Brace, others: readonly Brace[], plate: GluedPlate): GluedPlace[] {
  const strip = stripOf(brace, plate);
  const helpers = others.filter(({ id }) => id !== brace.id).map((other) => helperOf(other, brace, plate));
  return bracePlaces(brace).map((x, i): GluedPlace => {
    const glued = onStrip(brace, i, strip);
    const place = pointAlong(brace, x / brace.length);
    const neighbours = helpers.reduce((sum, help) => sum + help(place), 0);
    return { x, rigidity: glued.rigidity, neighbours, plate: glued.plateRigidity, neutralAxis: glued.neutralAxis };
  });
}

interface Strip {
  plate: GluedPlate;
  modulus: number;
  width: number;
}

/** @param i of the brace's heights @param strip of plate that works with it */
const onStrip = (brace: Brace, i: number, strip: Strip) => sectionOnStrip(braceSection(brace, i), brace.modulus, strip);

function sectionOnStrip(section: Section, braceModulus: number, { plate, modulus, width }: Strip) {
  const { area, centroidHeight, secondMoment } = plainFigures(section);
  return gluedSection({
    plateModulus: modulus,
    plateThickness: plate.thickness,
    plateWidth: width,
    braceModulus,
    area,
    centroidHeight,
    secondMoment,
  });
}

/**
 * Of this brace where it has such a section, with the strip of plate that works with it [N m2].
 * @throws InvalidInput naming the section's field
 */
export function gluedRigidity(brace: Brace, section: Section, plate: GluedPlate): number {
  checkSection(section);
  return sectionOnStrip(section, brace.modulus, stripOf(brace, plate)).rigidity;
}

const stripOf = (brace: Brace, plate: GluedPlate): Strip => ({
  plate,
  modulus: offAxisModulus(plate.wood, angleOf(brace)),
  width: workingWidth(brace, plate),
});

const HALVINGS = 60;

/**
 * Height of another section that is as stiff as a first one once it is glued to the plate [m].
 * @throws InvalidInput as above
 */
export function heightOfSameGluedRigidity(
  brace: Brace,
  from: Section,
  to: Omit<Section, 'height'>,
  plate: GluedPlate,
): number {
  const wanted = gluedRigidity(brace, from, plate);
  checkSection({ ...to, height: 1 });
  const strip = stripOf(brace, plate);
  let [low, high] = [1e-6, 1];
  for (let i = 0; i < HALVINGS; i++) {
    const height = Math.sqrt(low * high);
    if (sectionOnStrip({ ...to, height }, brace.modulus, strip).rigidity < wanted) low = height;
    else high = height;
  }
  return Math.sqrt(low * high);
}

/**
 * A brace nearby stiffens the plate in this one's direction by cos^4 of the angle between them, the less the farther it
 * is, to nothing at half the width of plate that works with it.
 */
function helperOf(other: Brace, along: Brace, plate: GluedPlate): (place: Point) => number {
  const strip = stripOf(other, plate);
  const reach = strip.width / 2;
  const turned = Math.cos(angleBetween(other, along)) ** 4;
  return (place) => {
    const { share, distance } = nearestOn(other, place);
    if (distance >= reach) return 0;
    const i = Math.round(share * (other.heights.length - 1));
    const { rigidity, plateRigidity } = onStrip(other, i, strip);
    return (rigidity - plateRigidity) * (1 - distance / reach) * turned;
  };
}

/**
 * Neighbours that add more than this share of what the brace has at its stiffest are a crowd: it may be lower there.
 */
const CROWDED = 0.35;

/** Places of a brace that its neighbours already make stiff. */
export function crowdedPlaces(places: readonly GluedPlace[]): GluedPlace[] {
  const most = Math.max(...places.map(({ rigidity }) => rigidity));
  return places.filter(({ neighbours }) => neighbours > CROWDED * most);
}

/**
 * Rigidity along the grain of everything that a line across the plate at x cuts: the plate over its width and each
 * brace by cos^3 of its angle, since a slanted one is longer by that much [N m2].
 */
export function rigidityAcrossLine(braces: readonly Brace[], plate: GluedPlate, x: number, width: number): number {
  const ownPlate = (plate.wood.E_L * plate.thickness ** 3 * width) / 12;
  return braces.reduce((sum, brace) => {
    const [low, high] = [Math.min(brace.from[0], brace.to[0]), Math.max(brace.from[0], brace.to[0])];
    if (x < low || x > high || high - low < 1e-3) return sum;
    const places = gluedAlong(brace, [], plate);
    const share = (x - brace.from[0]) / (brace.to[0] - brace.from[0]);
    const { rigidity, plate: strip } = places[Math.round(share * (places.length - 1))];
    return sum + (rigidity - strip) * Math.abs(Math.cos(angleOf(brace))) ** 3;
  }, ownPlate);
}
