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
