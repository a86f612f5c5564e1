/**
 * Sheets as a PDF at true size, cut into pages that overlap, each with its place, crosses to line it up by and a bar of
 * 100 mm.
 */
import {
  clip,
  closePath,
  endPath,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  setDashPattern,
  setLineWidth,
  StandardFonts,
  stroke,
  type PDFFont,
  type PDFOperator,
  type PDFPage,
} from 'pdf-lib';
import type { Point } from '../outline';
import { POINTS_PER_METRE } from '../units';
import { scaleBar, type Sheet, type SheetLine } from './sheet';

/** [m] */
export const PAPERS = { A4: [0.21, 0.297], Letter: [0.2159, 0.2794] } as const;
export type Paper = keyof typeof PAPERS;

const EDGE = 0.012;
const FOOT = 0.02;
const OVERLAP = 8e-3;

interface Tiling {
  page: readonly [number, number];
  columns: number;
  rows: number;
  /** What a page shows [m]. */
  view: readonly [number, number];
}

/** Upright or lying, whichever needs fewer pages. */
export function tilingOf(sheet: Pick<Sheet, 'width' | 'height'>, paper: Paper): Tiling {
  const [short, long] = PAPERS[paper];
  const choices = [
    [short, long],
    [long, short],
  ].map(([w, h]): Tiling => {
    const view = [w - 2 * EDGE, h - EDGE - FOOT] as const;
    const count = (size: number, room: number) => Math.max(1, Math.ceil((size - OVERLAP) / (room - OVERLAP)));
    return { page: [w, h], view, columns: count(sheet.width, view[0]), rows: count(sheet.height, view[1]) };
  });
  return choices[0].columns * choices[0].rows <= choices[1].columns * choices[1].rows ? choices[0] : choices[1];
}

export async function sheetsPdf(sheets: readonly Sheet[], paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  for (const sheet of sheets) {
    const tiling = tilingOf(sheet, paper);
    for (let row = 0; row < tiling.rows; row++)
      for (let column = 0; column < tiling.columns; column++)
        drawTile(pdf.addPage([tiling.page[0] * POINTS_PER_METRE, tiling.page[1] * POINTS_PER_METRE]), {
          sheet,
          tiling,
          row,
          column,
          font,
        });
  }
  return pdf.save({ useObjectStreams: false });
}

interface Tile {
  sheet: Sheet;
  tiling: Tiling;
  row: number;
  column: number;
  font: PDFFont;
}

function drawTile(page: PDFPage, { sheet, tiling, row, column, font }: Tile): void {
  const { view, page: size } = tiling;
  const origin: Point = [column * (view[0] - OVERLAP), row * (view[1] - OVERLAP)];
  const onPage = ([x, y]: Point): [number, number] => [
    (x - origin[0] + EDGE) * POINTS_PER_METRE,
    (size[1] - (y - origin[1] + EDGE)) * POINTS_PER_METRE,
  ];
  const [left, top] = onPage(origin);
  const [w, h] = view.map((value) => value * POINTS_PER_METRE);
  page.pushOperators(pushGraphicsState(), rectangle(left, top - h, w, h), clip(), endPath());
  sheet.lines.forEach((line) => page.pushOperators(...linePath(line, onPage)));
  for (const { at, text, size: height } of sheet.words) {
    const [x, y] = onPage(at);
    page.drawText(plain(text), { x, y, size: height * 1.4 * POINTS_PER_METRE, font });
  }
  page.pushOperators(popGraphicsState());
  crosses(tiling, row, column).forEach((line) =>
    page.pushOperators(...linePath(line, (p) => onPage([p[0] + origin[0], p[1] + origin[1]]))),
  );
  drawFoot(page, { sheet, tiling, row, column, font });
}

function linePath({ points, closed, dashed }: SheetLine, onPage: (p: Point) => [number, number]): PDFOperator[] {
  const [first, ...rest] = points.map(onPage);
  const dash = dashed ? [8, 3, 2, 3] : [];
  return [
    setLineWidth(0.6),
    setDashPattern(dash, 0),
    moveTo(...first),
    ...rest.map((p) => lineTo(...p)),
    ...(closed ? [closePath()] : []),
    stroke(),
  ];
}

/** Where neighbouring pages lie over each other: the same crosses on both. */
function crosses({ view, columns, rows }: Tiling, row: number, column: number): SheetLine[] {
  const half = OVERLAP / 2;
  const xs = [...(column > 0 ? [half] : []), ...(column < columns - 1 ? [view[0] - half] : [])];
  const ys = [...(row > 0 ? [half] : []), ...(row < rows - 1 ? [view[1] - half] : [])];
  const places: Point[] = [
    ...xs.flatMap((x): Point[] => [
      [x, view[1] * 0.25],
      [x, view[1] * 0.75],
    ]),
    ...ys.flatMap((y): Point[] => [
      [view[0] * 0.25, y],
      [view[0] * 0.75, y],
    ]),
  ];
  return places.flatMap(([x, y]): SheetLine[] => [
    {
      layer: 'mark',
      closed: false,
      points: [
        [x - half, y],
        [x + half, y],
      ],
    },
    {
      layer: 'mark',
      closed: false,
      points: [
        [x, y - half],
        [x, y + half],
      ],
    },
  ]);
}

function drawFoot(page: PDFPage, { sheet, tiling, row, column, font }: Tile): void {
  const { columns, rows, page: size } = tiling;
  const bar = scaleBar([EDGE, size[1] - 7e-3]);
  const onPage = ([x, y]: Point): [number, number] => [x * POINTS_PER_METRE, (size[1] - y) * POINTS_PER_METRE];
  bar.forEach((line) => page.pushOperators(...linePath(line, onPage)));
  const place = columns * rows === 1 ? '' : `, column ${column + 1} of ${columns}, row ${row + 1} of ${rows}`;
  const [x, y] = onPage([EDGE, size[1] - 0.0115]);
  page.drawText(plain(`${sheet.name}${place}. The bar is 100 mm: print at 100 %, measure it.`), {
    x,
    y,
    size: 8,
    font,
  });
}

/** The built-in font knows Latin letters only. */
function plain(text: string): string {
  return text
    .replaceAll('’', "'")
    .replaceAll('−', '-')
    .replace(/[^\u0020-\u00ff]/g, '?');
}
