/** A plate struck at many places: mode shapes, node lines, where to hold, what is loose. */
export {
  averagePlace,
  type AveragedPartial,
  type HeardKnock,
  type LeftOutReason,
  type PlaceAverage,
} from './place-average';
export {
  knockMap,
  strongestAt,
  type KnockMap,
  type KnockPlace,
  type MapPartial,
  type MapStation,
  type PlacedKnock,
} from './knock-map';
export { LEAST_STATIONS, modalAssurance, modeShapes, type ModeShape, type ModeShapes } from './mode-shape';
export { noteCensus, type CensusFinding, type CensusOptions, type NoteCensus, type TriadKind } from './note-census';
export { looseJoints, type LooseJoint } from './loose-joint';
export { mirrorKnocks, type MirrorKnocks, type MirrorPair } from './mirror-knocks';
export { compareHearings, type HearingChange, type MovedPartial } from './compare-hearings';
export { knockPlaces, PLACE_SETS, placeSetOf, type PlaceSet } from './knock-places';
