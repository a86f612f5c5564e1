/** Sections of a brace: area, axis, stiffness; alone, cut, and glued to a strip of plate. */
export { gluedSection, layeredRigidity, type GluedFigures, type GluedSection, type Layer } from './glued-section';
export {
  checkSection,
  heightOfSameStiffness,
  plainFigures,
  SECTION_SHAPES,
  sectionFigures,
  slopesByHeight,
  type PlainFigures,
  type Section,
  type SectionFigures,
  type SectionShape,
  type SectionSlopes,
} from './section-shape';
export { clippedFigures, sectionWidthAt } from './clipped-section';
export { effectiveWidth } from './effective-width';
