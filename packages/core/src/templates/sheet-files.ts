/** Sheets as open files at true size: SVG and DXF in millimetres, and solids of arch templates as STL. */
import DxfDrawing from 'dxf-writer';
import { arcHeight, arcOfRadius } from '../arch';
import type { Point } from '../outline';
import { LAYERS, type Layer, type Sheet, type SheetLine } from './sheet';

/** The files' millimetre. */
const MM = 1000;

const STROKES: Record<Layer, string> = { cut: '#000000', mark: '#7a5c10', plate: '#555555', words: '#22302f' };

export function sheetSvg(sheet: Sheet): string {
  const [width, height] = [(sheet.width * MM).toFixed(3), (sheet.height * MM).toFixed(3)];
  const groups = LAYERS.map((layer) => {
    const lines = sheet.lines
      .filter((line) => line.layer === layer)
      .map(svgLine)
      .join('');
    const words =
      layer === 'words'
        ? sheet.words
            .map(
              ({ at, text, size }) =>
                `<text x="${coordinate(at[0])}" y="${coordinate(at[1])}" font-size="${(size * 1.4 * MM).toFixed(2)}" fill="${STROKES.words}" stroke="none">${escaped(text)}</text>`,
            )
            .join('')
        : '';
    return `<g id="${layer}" fill="none" stroke="${STROKES[layer]}" stroke-width="0.25">${lines}${words}</g>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}" font-family="sans-serif"><title>${escaped(sheet.name)}</title>${groups.join('')}</svg>\n`;
}

function svgLine({ points, closed, dashed }: SheetLine): string {
  const path = points.map(([x, y]) => `${coordinate(x)} ${coordinate(y)}`).join('L');
  return `<path d="M${path}${closed ? 'Z' : ''}"${dashed ? ' stroke-dasharray="6 2 1 2"' : ''}/>`;
}

const coordinate = (metres: number) => (metres * MM).toFixed(3);
const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** y points up, as drawing programs have it. */
export function sheetDxf(sheet: Sheet): string {
  const drawing = new DxfDrawing();
  drawing.setUnits('Millimeters');
  const colours: Record<Layer, number> = {
    cut: DxfDrawing.ACI.WHITE,
    mark: DxfDrawing.ACI.YELLOW,
    plate: DxfDrawing.ACI.CYAN,
    words: DxfDrawing.ACI.GREEN,
  };
  LAYERS.forEach((layer) => drawing.addLayer(layer, colours[layer], 'CONTINUOUS'));
  const up = ([x, y]: Point): [number, number] => [x * MM, (sheet.height - y) * MM];
  for (const { layer, points, closed } of sheet.lines) {
    drawing.setActiveLayer(layer);
    drawing.drawPolyline(points.map(up), closed);
  }
  drawing.setActiveLayer('words');
  for (const { at, text, size } of sheet.words) drawing.drawText(...up(at), size * MM, 0, text);
  return drawing.toDxfString();
}

const STL_STEPS = 120;

/**
 * The hump of an arch as a solid to print or mill: ASCII STL in millimetres, lying on its side.
 * @param body under the ends [m]
 */
export function archStl(span: number, radius: number, { body = 0.03, thickness = 6e-3 } = {}): string {
  const arc = arcOfRadius(span, radius);
  const facets: string[] = [];
  const facet = (...corners: readonly (readonly [number, number, number])[]) =>
    facets.push(
      `facet normal 0 0 0\nouter loop\n${corners.map((c) => `vertex ${c.map((v) => (v * MM).toFixed(4)).join(' ')}`).join('\n')}\nendloop\nendfacet`,
    );
  const quad = (
    a: readonly [number, number, number],
    b: readonly [number, number, number],
    c: readonly [number, number, number],
    d: readonly [number, number, number],
  ) => {
    facet(a, b, c);
    facet(a, c, d);
  };
  const at = (i: number): [number, number] => {
    const x = (span * i) / STL_STEPS - span / 2;
    return [x, body + arcHeight(arc, x)];
  };
  for (let i = 0; i < STL_STEPS; i++) {
    const [[x0, y0], [x1, y1]] = [at(i), at(i + 1)];
    quad([x0, y0, 0], [x1, y1, 0], [x1, 0, 0], [x0, 0, 0]);
    quad([x0, 0, thickness], [x1, 0, thickness], [x1, y1, thickness], [x0, y0, thickness]);
    quad([x0, y0, thickness], [x1, y1, thickness], [x1, y1, 0], [x0, y0, 0]);
    quad([x0, 0, 0], [x1, 0, 0], [x1, 0, thickness], [x0, 0, thickness]);
  }
  const [[a], [b]] = [at(0), at(STL_STEPS)];
  quad([a, 0, 0], [a, 0, thickness], [a, body, thickness], [a, body, 0]);
  quad([b, 0, 0], [b, body, 0], [b, body, thickness], [b, 0, thickness]);
  return `solid arch\n${facets.join('\n')}\nendsolid arch\n`;
}
