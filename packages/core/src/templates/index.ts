/** Drawings at true size: braces, plan, cut list, as SVG, DXF and PDF. */
export { framed, LAYERS, type Sheet, type SheetLine, type SheetWords } from './sheet';
export { archSheet, braceSheet, footprint, planSheet, undersideRadius, type PlanOfPlate } from './brace-sheets';
export { archStl, sheetDxf, sheetSvg } from './sheet-files';
export { PAPERS, sheetsPdf, tilingOf, type Paper } from './sheet-pdf';
export { cutListCsv } from './cut-list-csv';
