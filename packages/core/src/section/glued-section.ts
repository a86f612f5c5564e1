/**
 * A brace glued to a strip of plate: one beam of two materials that share the strain at the glue line (transformed
 * section). SI.
 */
import { requirePositive } from '../base';

export interface GluedSection {
  /** Modulus of the plate along the brace [Pa], its thickness and the width of it that works with the brace [m]. */
  plateModulus: number;
  plateThickness: number;
  plateWidth: number;
  /**
   * The brace: modulus [Pa], area [m2], height of its centroid over the glue face [m], second moment about that
   * centroid [m4].
   */
  braceModulus: number;
  area: number;
  centroidHeight: number;
  secondMoment: number;
}

export interface GluedFigures {
  /** Height of the neutral axis over the glue face [m]; negative lies in the plate. */
  neutralAxis: number;
  /** Flexural rigidity of strip and brace as one [N m2]. */
  rigidity: number;
  /** Of the strip alone [N m2]. */
  plateRigidity: number;
}

/** Source: any strength of materials, composite beams. @throws InvalidInput naming the field */
export function gluedSection(section: GluedSection): GluedFigures {
  for (const [field, value] of Object.entries(section)) requirePositive(field, value as number);
  const { plateModulus, plateThickness, plateWidth, braceModulus, area, centroidHeight, secondMoment } = section;
  const plate = plateModulus * plateThickness * plateWidth;
  const plateRigidity = (plate * plateThickness ** 2) / 12;
  const layers: Layer[] = [
    { stretch: plate, at: -plateThickness / 2, own: plateRigidity },
    { stretch: braceModulus * area, at: centroidHeight, own: braceModulus * secondMoment },
  ];
  return { ...layeredRigidity(layers), plateRigidity };
}

/** A layer that shares the strain of the others: its EA [N], height of its centroid [m], EI about that [N m2]. */
export interface Layer {
  stretch: number;
  at: number;
  own: number;
}

/** Neutral axis [m] and flexural rigidity about it [N m2] of layers glued without slip. */
export function layeredRigidity(layers: readonly Layer[]): { neutralAxis: number; rigidity: number } {
  const total = layers.reduce((sum, { stretch }) => sum + stretch, 0);
  const neutralAxis = layers.reduce((sum, { stretch, at }) => sum + stretch * at, 0) / total;
  const rigidity = layers.reduce((sum, { stretch, at, own }) => sum + own + stretch * (at - neutralAxis) ** 2, 0);
  return { neutralAxis, rigidity };
}
