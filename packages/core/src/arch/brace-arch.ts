/**
 * The arch at the bench: heights to plane to, dishes that do or don't fit, what bending a flat plate costs, what a dry
 * winter does. SI.
 */
import { requirePositive, requireWithin } from '../base';
import { equilibriumMoisture, movementAcross, TYPICAL_RADIAL_SHRINKAGE } from '../moisture';
import { layeredRigidity, type Layer } from '../section';
import { arcHeight, arcOfRadius } from './arc';

export interface SagittaRow {
  /** From the middle [m]. */
  at: number;
  /** Over the chord, and down from the middle: what is planed away there [m]. */
  height: number;
  drop: number;
}

/** Heights of an arc from its middle to one end, at even steps. */
export function sagittaTable(span: number, radius: number, steps: number): SagittaRow[] {
  const arc = arcOfRadius(span, radius);
  return Array.from({ length: steps + 1 }, (_, i) => {
    const at = (i * span) / 2 / steps;
    const height = arcHeight(arc, at);
    return { at, height, drop: arc.rise - height };
  });
}

/**
 * Largest gap between a brace of one radius and a dish or plate of another over its length [m]: positive where it is
 * open at the ends.
 */
export function gapInDish(length: number, braceRadius: number | null, dishRadius: number | null): number {
  const rise = (radius: number | null) => (radius === null ? 0 : arcOfRadius(length, radius).rise);
  return rise(braceRadius) - rise(dishRadius);
}

/** Strain at the faces of a flat plate that is bent to a radius: h / 2R (1). */
export function bendingStrain(thickness: number, radius: number): number {
  requirePositive('thickness', thickness);
  requirePositive('radius', radius);
  return thickness / (2 * radius);
}

/**
 * Force at the middle of a strip on its two ends that bends it to a rise [N]: 48 EI s / L^3.
 * @param rigidity EI of the strip [N m2]
 */
export function forceToConform(rigidity: number, span: number, rise: number): number {
  requirePositive('rigidity', rigidity);
  requirePositive('span', span);
  return (48 * rigidity * rise) / span ** 3;
}

export interface Season {
  temperatureC: number;
  relativeHumidity: number;
}

export interface ArchInSeason {
  /** Change of the plate's width, free of its braces, as a share (negative: it shrinks). */
  strain: number;
  /** Radius [m]; null flat, negative hollow. */
  radius: number | null;
  /** Rise over the span [m]. */
  rise: number;
}

/**
 * A plate glued across a brace at one humidity and taken to another: it shrinks across the grain, the brace does not,
 * and the pair bends like a strip of two metals:
 *   d(1/R) = strain d / EI x EA1 EA2 / (EA1 + EA2),  d between the two centroids.
 * The plate is on the outer face of the arch, so drying flattens it.
 * @param layers plate strip and brace, heights over the glue face @param archRadius as glued, null for flat
 */
export function archInSeason(
  layers: { plate: Layer; brace: Layer },
  {
    archRadius,
    span,
    glued,
    later,
    shrinkage = TYPICAL_RADIAL_SHRINKAGE,
  }: { archRadius: number | null; span: number; glued: Season; later: Season; shrinkage?: number },
): ArchInSeason {
  requirePositive('span', span);
  const moisture = ({ temperatureC, relativeHumidity }: Season) => equilibriumMoisture(temperatureC, relativeHumidity);
  const strain = movementAcross(1, moisture(glued), moisture(later), shrinkage);
  const { plate, brace } = layers;
  const { rigidity } = layeredRigidity([plate, brace]);
  const pair = (plate.stretch * brace.stretch) / (plate.stretch + brace.stretch);
  const turned = (strain * (brace.at - plate.at) * pair) / rigidity;
  const curvature = (archRadius === null ? 0 : 1 / archRadius) + turned;
  const rise = (curvature * span ** 2) / 8;
  requireWithin('rise', Math.abs(rise), 0, span / 2);
  return { strain, radius: Math.abs(curvature) < 1e-6 ? null : 1 / curvature, rise };
}
