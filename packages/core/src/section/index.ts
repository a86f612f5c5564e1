export { gluedSection, type GluedFigures, type GluedSection } from './glued-section';
