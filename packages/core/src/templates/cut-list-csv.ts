import Papa from 'papaparse';
import type { CutPiece } from '../bracing';
import { formatQuantity } from '../units';

/**
 * The cut list as a table that any program reads: lengths in mm, angles in degrees, weights in g, as its headings say.
 */
export function cutListCsv(pieces: readonly CutPiece[]): string {
  const mm = (metres: number) => plain(formatQuantity(metres, 'length', 'mm', 2).figure);
  const degrees = (radians: number) => plain(formatQuantity(radians, 'angle', '°', 1).figure);
  return Papa.unparse(
    pieces.map(({ name, stock, length, stockLength, width, height, ends, notches, mass }) => ({
      brace: name,
      stock: stock ?? '',
      length_mm: mm(length),
      saw_length_mm: mm(stockLength),
      width_mm: mm(width),
      height_mm: mm(height),
      mass_g: plain(formatQuantity(mass, 'mass', 'g', 2).figure),
      first_end: ends[0].fit,
      first_end_height_mm: mm(ends[0].height),
      first_bevel_deg: degrees(ends[0].bevel),
      second_end: ends[1].fit,
      second_end_height_mm: mm(ends[1].height),
      second_bevel_deg: degrees(ends[1].bevel),
      notches: notches
        .map((notch) => `${notch.from} at ${mm(notch.at)}, ${mm(notch.width)} x ${mm(notch.depth)}: ${notch.passes}`)
        .join('; '),
    })),
  );
}

const plain = (figure: string) => figure.replace('−', '-');
