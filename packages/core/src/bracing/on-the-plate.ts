/** A brace glued to its plate: the rigidity of both as one beam along it, and what its neighbours add where braces crowd. SI. */
import { angleBetween, angleOf, nearestOn, pointAlong, type Point } from '../outline';
import { effectiveWidth, gluedSection, plainFigures } from '../section';
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
  const width = workingWidth(brace, plate);
  const modulus = offAxisModulus(plate.wood, angleOf(brace));
  const helpers = others.filter(({ id }) => id !== brace.id).map((other) => helperOf(other, brace, plate));
  return bracePlaces(brace).map((x, i): GluedPlace => {
    const glued = onStrip(brace, i, { plate, modulus, width });
    const place = pointAlong(brace, x / brace.length);
    const neighbours = helpers.reduce((sum, help) => sum + help(place), 0);
    return { x, rigidity: glued.rigidity, neighbours, plate: glued.plateRigidity, neutralAxis: glued.neutralAxis };
  });
}

/** @param i of the brace's heights @param strip of plate that works with it */
function onStrip(brace: Brace, i: number, strip: { plate: GluedPlate; modulus: number; width: number }) {
  const { area, centroidHeight, secondMoment } = plainFigures(braceSection(brace, i));
  return gluedSection({
    plateModulus: strip.modulus, plateThickness: strip.plate.thickness, plateWidth: strip.width, braceModulus: brace.modulus, area, centroidHeight, secondMoment,
  }); // prettier-ignore
}

/**
 * A brace nearby stiffens the plate in this one's direction by cos^4 of the angle between them, the less the farther it is,
 * to nothing at half the width of plate that works with it.
 */
function helperOf(other: Brace, along: Brace, plate: GluedPlate): (place: Point) => number {
  const width = workingWidth(other, plate);
  const modulus = offAxisModulus(plate.wood, angleOf(other));
  const turned = Math.cos(angleBetween(other, along)) ** 4;
  return (place) => {
    const { share, distance } = nearestOn(other, place);
    if (distance >= width / 2) return 0;
    const i = Math.round(share * (other.heights.length - 1));
    const { rigidity, plateRigidity } = onStrip(other, i, { plate, modulus, width });
    return (rigidity - plateRigidity) * (1 - distance / (width / 2)) * turned;
  };
}

/** Neighbours that add more than this share of what the brace has at its stiffest are a crowd: it may be lower there. */
const CROWDED = 0.35;

/** Places of a brace that its neighbours already make stiff. */
export function crowdedPlaces(places: readonly GluedPlace[]): GluedPlace[] {
  const most = Math.max(...places.map(({ rigidity }) => rigidity));
  return places.filter(({ neighbours }) => neighbours > CROWDED * most);
}

/**
 * Rigidity along the grain of everything that a line across the plate at x cuts: the plate over its width and each brace by cos^3 of its angle,
 * since a slanted one is longer by that much [N m2].
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
