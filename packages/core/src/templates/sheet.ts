/**
 * A drawing at true size, before it becomes a file: lines and words on a sheet. SI [m], x right, y down, from the upper
 * left corner.
 */
import type { Point } from '../outline';

/** What a line is for; each becomes a layer of its own. */
export const LAYERS = ['cut', 'mark', 'plate', 'words'] as const;
export type Layer = (typeof LAYERS)[number];

export interface SheetLine {
  layer: Layer;
  points: Point[];
  closed: boolean;
  dashed?: boolean;
}

export interface SheetWords {
  at: Point;
  text: string;
  /** Height of capitals, roughly [m]. */
  size: number;
}

export interface Sheet {
  name: string;
  width: number;
  height: number;
  lines: SheetLine[];
  words: SheetWords[];
}

const MARGIN = 0.012;
const SCALE_BAR = 0.1;
const BAR_ROOM = 0.016;
const WORDS = 3.2e-3;

/**
 * Lays what was drawn about any origin onto a sheet with margins, a title and a bar of 100 mm to check the print by.
 */
export function framed(name: string, lines: readonly SheetLine[], words: readonly SheetWords[]): Sheet {
  const all = lines.flatMap(({ points }) => points);
  const xs = all.map(([x]) => x);
  const ys = all.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const width = Math.max(Math.max(...xs) - left, SCALE_BAR) + 2 * MARGIN;
  const drawn = Math.max(...ys) - top;
  const shift = ([x, y]: Point): Point => [x - left + MARGIN, y - top + MARGIN + 2 * WORDS];
  const barAt = drawn + MARGIN + 2 * WORDS + BAR_ROOM / 2;
  return {
    name,
    width,
    height: barAt + BAR_ROOM,
    lines: [...lines.map((line) => ({ ...line, points: line.points.map(shift) })), ...scaleBar([MARGIN, barAt])],
    words: [
      ...words.map((word) => ({ ...word, at: shift(word.at) })),
      { at: [MARGIN, MARGIN], text: name, size: WORDS * 1.25 },
      { at: [MARGIN, barAt + 2 * WORDS], text: '100 mm: measure this bar before cutting', size: WORDS },
    ],
  };
}

/** A bar of exactly 100 mm with a tick every 10. */
export function scaleBar([x, y]: Point): SheetLine[] {
  const ticks = Array.from({ length: 11 }, (_, i): SheetLine => {
    const at = x + (SCALE_BAR * i) / 10;
    return {
      layer: 'mark',
      closed: false,
      points: [
        [at, y - (i % 5 === 0 ? 3e-3 : 1.5e-3)],
        [at, y],
      ],
    };
  });
  return [
    {
      layer: 'mark',
      closed: false,
      points: [
        [x, y],
        [x + SCALE_BAR, y],
      ],
    },
    ...ticks,
  ];
}
