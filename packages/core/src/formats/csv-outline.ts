/** Corners of an outline as a table of points. */
import Papa from 'papaparse';
import { InvalidInput } from '../base';
import type { Point } from '../outline';
import { parseQuantity } from '../units';
import { METRES_PER, type Drawn, type OutlineUnit } from './outline-unit';

const NAMED = /\b(mm|cm|m|in|ft)(?:ch)?\b/i;

/**
 * Two columns; a header may say the unit ("x_mm"), else millimetres.
 * @param wanted unit of bare figures, whatever the header says
 */
export function csvDrawing(text: string, wanted?: OutlineUnit): Drawn {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { delimiter: /;/.test(text) ? ';' : '' });
  const hasHeader = data.length > 0 && !/\d/.test(data[0][0] ?? '');
  const said = NAMED.exec(hasHeader ? data[0].join(' ').replace(/_/g, ' ') : '')?.[1].toLowerCase();
  const unit = wanted ?? (said as OutlineUnit | undefined) ?? 'mm';
  const points = data.slice(hasHeader ? 1 : 0).map((cells, i): Point => {
    const line = `line ${i + 1 + Number(hasHeader)}`;
    if (cells.length < 2) throw new InvalidInput(line, cells.join(), 'needs two figures, x and y');
    return [lengthOf(line, cells[0], unit), lengthOf(line, cells[1], unit)];
  });
  return { paths: [{ points, closed: true }], unit, told: said !== undefined };
}

function lengthOf(line: string, cell: string, unit: OutlineUnit): number {
  if (unit !== 'px') return parseQuantity(line, cell, 'length', unit).value;
  return parseQuantity(line, cell, 'length', 'm').value * METRES_PER.px;
}
