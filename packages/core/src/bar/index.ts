/** A bar by itself, of any profile, with its notches: partials, mass, and what wood off anywhere does to them. */
export {
  BAR_ENDS,
  barModes,
  type Bar,
  type BarEnds,
  type BarMode,
  type BarNotch,
  type BarResult,
  type BarStation,
} from './bar-modes';
export { identifyStick, STICK_NODE, type IdentifiedStick, type StickTest } from './identify-stick';
