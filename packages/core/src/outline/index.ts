/** Shapes in the plane: outlines of the families, holes, polygons, segments. */
export {
  boundsOf,
  centroid,
  contains,
  distanceToLine,
  findSelfCrossing,
  signedArea,
  widthAt,
  type Bounds,
  type Point,
  type Polygon,
} from './polygon';
export {
  checkParametric,
  drawParametric,
  type ParametricOutline,
  type RectangleOutline,
  type TeardropOutline,
  type WaistedOutline,
} from './parametric-outline';
export { drawHoles, type HoleSpec, type RoundHole, type SlotHoles } from './holes';
export { isWood, plateArea, plateShape, type DrawnOutline, type OutlineSpec, type PlateShape } from './plate-shape';
export { defaultHoles, defaultOutline, type Family } from './family-defaults';
export {
  angleBetween,
  angleOf,
  lengthOf,
  meetingOf,
  nearestOn,
  pointAlong,
  type Meeting,
  type Segment,
} from './segment';
