/** The closed box: air and top note, trims, how it settles under its strings, what the good ones share. */
export { AIR, airResonance, holeConductivity, ellipseOf, widened, type AirBox, type Opening } from './air-resonance';
export { airSpring, aloneOf, pairOf, type Alone, type Pair } from './air-and-top';
export {
  boxNotes,
  checkTrim,
  topPiston,
  type BoxNotes,
  type ClosedBox,
  type TopPiston,
  type Trim,
} from './trim-forecast';
export { settling, type Settling, type SettlingReading } from './settling';
export { sharedByGood, type ComparedBuild, type SharedFigure } from './compare-builds';
export { closedOf, settlingOfRecord, type ClosedPlate, type RecordedSettling } from './of-record';
