/** A brace glued to a strip of plate: one beam of two materials that share the strain at the glue line (transformed section). SI. */
import { requirePositive } from '../invalid-input';

export interface GluedSection {
  /** Modulus of the plate along the brace [Pa], its thickness and the width of it that works with the brace [m]. */
  plateModulus: number;
  plateThickness: number;
  plateWidth: number;
  /** The brace: modulus [Pa], area [m2], height of its centroid over the glue face [m], second moment about that centroid [m4]. */
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
  const brace = braceModulus * area;
  const neutralAxis = (brace * centroidHeight - (plate * plateThickness) / 2) / (plate + brace);
  const plateRigidity = (plate * plateThickness ** 2) / 12;
  const rigidity =
    plateRigidity +
    plate * (neutralAxis + plateThickness / 2) ** 2 +
    braceModulus * secondMoment +
    brace * (centroidHeight - neutralAxis) ** 2;
  return { neutralAxis, rigidity, plateRigidity };
}
