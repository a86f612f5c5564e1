/** Caliper readings of one plate: stations, parsing, what is not likely, map, contours, removal. */
export {
  columnLetters,
  DEFAULT_LAYOUT,
  layAbout,
  layStations,
  mirrorStation,
  ownStationName,
  type Station,
  type StationLayout,
} from './station';
export { nextUnread, orderStations, type StationOrder } from './station-order';
export {
  averageByStation,
  checkThickness,
  disagree,
  standingReadings,
  type Reading,
  type StationReading,
} from './reading';
export {
  fillSurface,
  fitSurface,
  planSurface,
  surfaceAt,
  type GridFrame,
  type Surface,
  type SurfacePlan,
} from './scattered-surface';
export { cellAt, createMapGrid, gridX, gridY, type MapGrid } from './map-grid';
export {
  CALIPER,
  SCALE_SD,
  integrate,
  mapStatistics,
  mapThickness,
  robustDeviation,
  roughness,
  type MapStatistics,
  type ThicknessMap,
} from './thickness-map';
export { learnReach, reachBias, reachOfPass, reachShape, type HandReach, type ReachStation } from './hand-reach';
export { removalBetween, type Removal } from './removal';
export { asymmetry, type Asymmetry } from './asymmetry';
export { questionableReadings, checkGrowth, checkReading, type Question } from './question-reading';
export { contourAreas, roundLevels, type ContourArea } from './contour';
export { DEFAULT_SPAN_SHARE, plateCompliance, type Direction } from './plate-compliance';
export { moveByLook, moveByWeight, type Look } from './quick-look';
export { quickPlaces } from './quick-places';
export { bentWidth } from './bent-width';
