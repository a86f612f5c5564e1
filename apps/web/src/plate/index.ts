export { PlateDrawing } from './PlateDrawing';
export { DragHandle } from './DragHandle';
export { MM, polygonPath, woodPath } from './plate-paths';
export { MapLayer, MapLegend } from './MapLayer';
export { StationLayer, type StationView } from './StationLayer';
export { PlateLines } from './PlateLines';
export { StepMarks } from './StepMarks';
