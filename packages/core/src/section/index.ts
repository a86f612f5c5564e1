export { gluedSection, type GluedFigures, type GluedSection } from './glued-section';
export {
  checkSection, heightOfSameStiffness, plainFigures, SECTION_SHAPES, sectionFigures, slopesByHeight,
  type Section, type SectionFigures, type SectionShape, type SectionSlopes,
} from './section-shape'; // prettier-ignore
