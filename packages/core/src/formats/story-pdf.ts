/** A story on A4 or Letter pages: headings, paragraphs, tables, and the plate as it was. */
import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import { boundsOf, type Point } from '../outline';
import { PAPERS, type Paper } from '../templates';
import { POINTS_PER_METRE } from '../units';
import type { Story, StoryPlate, StorySection } from './story';

/** Points. */
const EDGE = 54;
const SIZES = { title: 22, heading: 15, text: 10.5, small: 9 } as const;
const LEADING = 1.4;
const PLATE_WIDTH = 190;
const INK = rgb(0.13, 0.19, 0.18);
const EMBER = rgb(0.75, 0.33, 0.19);

/** What the standard fonts of PDF lack, said otherwise. */
const SAID: Record<string, string> = { '−': '-', '♯': '#', '♭': 'b', '✓': 'yes', '✗': 'no', '≥': '>=', '≤': '<=' };
const UNKNOWN = /[^\u0020-\u007e\u00a0-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026\u20ac]/gu;
export const printable = (text: string) => text.replace(/[−♯♭✓✗≥≤]/g, (sign) => SAID[sign]).replace(UNKNOWN, '?');

class Pages {
  private page: PDFPage;
  private y: number;
  constructor(
    private readonly pdf: PDFDocument,
    private readonly fonts: { plain: PDFFont; bold: PDFFont },
    private readonly size: [number, number],
  ) {
    this.page = pdf.addPage(size);
    this.y = size[1] - EDGE;
  }

  private get width(): number {
    return this.size[0] - 2 * EDGE;
  }

  /** Begins a page where so much is not left. */
  room(height: number): void {
    if (this.y - height >= EDGE) return;
    this.page = this.pdf.addPage(this.size);
    this.y = this.size[1] - EDGE;
  }

  text(words: string, size: number, bold = false): void {
    const font = bold ? this.fonts.bold : this.fonts.plain;
    for (const line of wrapped(printable(words), font, size, this.width)) {
      this.room(size * LEADING);
      this.y -= size * LEADING;
      this.page.drawText(line, { x: EDGE, y: this.y, size, font, color: INK });
    }
  }

  gap(height: number): void {
    this.y -= height;
  }

  table({ head, rows }: NonNullable<StorySection['table']>): void {
    const column = this.width / head.length;
    [head, ...rows].forEach((cells, r) => {
      const font = r === 0 ? this.fonts.bold : this.fonts.plain;
      const lines = cells.map((cell) => wrapped(printable(cell), font, SIZES.small, column - 8));
      const height = Math.max(...lines.map((all) => all.length)) * SIZES.small * LEADING;
      this.room(height + 4);
      lines.forEach((all, c) =>
        all.forEach((line, i) =>
          this.page.drawText(line, {
            x: EDGE + c * column,
            y: this.y - (i + 1) * SIZES.small * LEADING,
            size: SIZES.small,
            font,
            color: INK,
          }),
        ),
      );
      this.y -= height + 4;
      this.page.drawLine({
        start: { x: EDGE, y: this.y },
        end: { x: EDGE + this.width, y: this.y },
        thickness: 0.4,
        color: INK,
      });
    });
  }

  plate({ outline, holes, braces, cuts }: StoryPlate): void {
    const { xMin, xMax, yMin, yMax } = boundsOf(outline);
    const scale = PLATE_WIDTH / (xMax - xMin);
    const height = (yMax - yMin) * scale;
    this.room(height + 8);
    const top = this.y - 4;
    const at = ([x, y]: Point) => ({ x: EDGE + (x - xMin) * scale, y: top - (y - yMin) * scale });
    const ring = (points: readonly Point[]) =>
      points.forEach((point, i) =>
        this.page.drawLine({ start: at(point), end: at(points[(i + 1) % points.length]), thickness: 0.8, color: INK }),
      );
    [outline, ...holes].forEach(ring);
    for (const [a, b] of braces)
      this.page.drawLine({ start: at(a), end: at(b), thickness: 1.6, color: rgb(0.6, 0.55, 0.45) });
    for (const [a, b] of cuts) this.page.drawLine({ start: at(a), end: at(b), thickness: 3, color: EMBER });
    this.y = top - height - 8;
  }
}

export async function storyPdf({ title, subtitle, sections }: Story, paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(printable(title));
  const fonts = {
    plain: await pdf.embedFont(StandardFonts.Helvetica),
    bold: await pdf.embedFont(StandardFonts.HelveticaBold),
  };
  const [width, height] = PAPERS[paper];
  const pages = new Pages(pdf, fonts, [width * POINTS_PER_METRE, height * POINTS_PER_METRE]);
  pages.text(title, SIZES.title, true);
  pages.text(subtitle, SIZES.text);
  for (const section of sections) {
    pages.gap(14);
    pages.room(80);
    pages.text(section.title, SIZES.heading, true);
    pages.text(section.when, SIZES.small);
    section.paragraphs.forEach((words) => pages.text(words, SIZES.text));
    if (section.table) pages.table(section.table);
    if (section.plate) pages.plate(section.plate);
  }
  return pdf.save({ useObjectStreams: false });
}

/** Broken at spaces; a word longer than the line stands alone. */
function wrapped(words: string, font: PDFFont, size: number, width: number): string[] {
  const lines = [''];
  for (const word of words.split(/\s+/)) {
    const longer = lines[lines.length - 1] === '' ? word : `${lines[lines.length - 1]} ${word}`;
    if (font.widthOfTextAtSize(longer, size) <= width || lines[lines.length - 1] === '')
      lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines;
}
