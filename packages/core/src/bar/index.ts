export { BAR_ENDS, barModes, type Bar, type BarEnds, type BarMode, type BarResult, type BarStation } from './bar-modes';
