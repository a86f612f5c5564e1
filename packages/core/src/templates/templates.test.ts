import { inflateSync } from 'node:zlib';
import { drawPattern, notchesOf, usualBridge, usualSettings, type BracingPlan } from '../bracing';
import { importOutline } from '../formats';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { archSheet, archStl, braceSheet, framed, PAPERS, planSheet, sheetDxf, sheetsPdf, sheetSvg, tilingOf } from '.';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const drawn = drawPattern(usualSettings('x'), {
  shape,
  hole: { x: 0.152, diameter: 0.098 },
  bridgeAt: 0.29,
  trebleSign: -1,
});
const plan: BracingPlan = {
  ...drawn,
  bridge: usualBridge('steel-string'),
  strings: null,
  archRadius: 7.6,
  dishRadius: null,
  rodThroughHole: false,
};
const sheet = planSheet({ title: 'No. 41', plan, shape, scale: 0.645, trebleSign: -1 });
const bar = framed(
  'bar',
  [
    {
      layer: 'cut',
      closed: true,
      points: [
        [0, 0],
        [0.1, 0],
        [0.1, 0.02],
        [0, 0.02],
      ],
    },
  ],
  [],
);

/** Straight runs of the pages of a PDF [mm], read back from its own drawing operators. */
function pdfRuns(bytes: Uint8Array): { length: number; dx: number }[] {
  const text = Buffer.from(bytes).toString('latin1');
  return [...text.matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)].flatMap(([, body]) => {
    let page: string;
    try {
      page = inflateSync(Buffer.from(body, 'latin1')).toString('latin1');
    } catch {
      return [];
    }
    let at: [number, number] | null = null;
    return [...page.matchAll(/^(-?[\d.]+) (-?[\d.]+) ([ml])$/gm)].flatMap(([, x, y, op]) => {
      const to: [number, number] = [(Number(x) * 25.4) / 72, (Number(y) * 25.4) / 72];
      const run =
        op === 'l' && at ? [{ length: Math.hypot(to[0] - at[0], to[1] - at[1]), dx: Math.abs(to[0] - at[0]) }] : [];
      at = to;
      return run;
    });
  });
}

describe('a bar of 100 mm is 100 mm', () => {
  it('in SVG: its file is in millimetres, its path 100 long', () => {
    const svg = sheetSvg(bar);
    expect(svg).toMatch(/width="124\.000mm"/);
    expect(svg).toMatch(/viewBox="0 0 124\.000 /);
    const [, x0, , x1] = /id="cut"[^>]*><path d="M([\d.]+) ([\d.]+)L([\d.]+)/.exec(svg)!;
    expect(Number(x1) - Number(x0)).toBeCloseTo(100, 3);
  });
  it('in DXF: read back by the program’s own reader, 100 by 20 mm', () => {
    const outline = importOutline('bar.dxf', sheetDxf({ ...bar, lines: bar.lines.slice(0, 1) }));
    const [xs, ys] = [0, 1].map((axis) => outline.points.map((point) => point[axis]));
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(0.1, 6);
    expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(0.02, 6);
  });
  it.each(['A4', 'Letter'] as const)(
    'in PDF on %s: 72/25.4 points to the millimetre, on the sheet and in the foot of every page',
    async (paper) => {
      const runs = pdfRuns(await sheetsPdf([bar], paper)).filter(({ length }) => Math.abs(length - 100) < 1);
      expect(runs.length).toBeGreaterThanOrEqual(4); // two sides, its scale bar, the foot
      runs.forEach(({ length }) => expect(length).toBeCloseTo(100, 2));
    },
  );
});

describe('the plan at true size', () => {
  it('is as large as the plate with its margins, and seen from inside: bass above', () => {
    const outline = sheet.lines.find(({ layer }) => layer === 'plate')!.points;
    const width = (axis: 0 | 1) => Math.max(...outline.map((p) => p[axis])) - Math.min(...outline.map((p) => p[axis]));
    expect([width(0), width(1)]).toEqual([expect.closeTo(shape.length, 9), expect.closeTo(shape.width, 9)]);
    const first = plan.braces[0];
    const drawnAs = sheet.lines.filter(({ layer }) => layer === 'cut')[0].points;
    const middle = drawnAs.reduce((sum, [, y]) => sum + y, 0) / drawnAs.length;
    const axis = sheet.lines.find(({ dashed }) => dashed)!.points[0][1];
    expect(Math.sign(middle - axis)).toBe(-Math.sign(first.from[1] + first.to[1]));
  });
  it('falls into pages that overlap and cover it', () => {
    const { columns, rows, view } = tilingOf(sheet, 'A4');
    expect(columns * view[0] - (columns - 1) * 8e-3).toBeGreaterThanOrEqual(sheet.width);
    expect(rows * view[1] - (rows - 1) * 8e-3).toBeGreaterThanOrEqual(sheet.height);
    expect(columns * rows).toBeLessThanOrEqual(6);
    expect(PAPERS.Letter[0]).toBeCloseTo(8.5 * 0.0254, 9);
  });
  it('names its layers in the DXF and escapes words in the SVG', () => {
    expect(sheetDxf(sheet)).toMatch(/LAYER[\s\S]*plate/);
    expect(sheetSvg(framed('<a & b>', bar.lines, []))).toContain('&lt;a &amp; b&gt;');
  });
});

describe('a brace at true size', () => {
  const leg = plan.braces.find(({ id }) => id === 'x-bass')!;
  const [side, top] = braceSheet(leg, plan, 'No. 41').lines.filter(({ layer }) => layer === 'cut');
  const extent = (points: readonly (readonly [number, number])[], axis: 0 | 1) =>
    Math.max(...points.map((p) => p[axis])) - Math.min(...points.map((p) => p[axis]));
  it('is as long and as wide as the brace, and as high with its arch', () => {
    expect(extent(side.points, 0)).toBeCloseTo(leg.length, 9);
    expect(extent(top.points, 1)).toBeCloseTo(leg.width, 9);
    const rise = leg.length ** 2 / 8 / 7.6;
    const lowEnd = leg.heights[0];
    expect(extent(side.points, 1)).toBeLessThanOrEqual(0.0145 + rise);
    expect(extent(side.points, 1)).toBeGreaterThan(lowEnd + rise);
  });
  it('has its notch cut as wide and deep as the cut list says', () => {
    const [notch] = notchesOf(leg, plan);
    const offset = Math.min(...side.points.map(([x]) => x));
    const inside = side.points.filter(([x]) => Math.abs(x - offset - notch.at) < notch.width / 2 + 1e-9);
    const xs = inside.map(([x]) => x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(notch.width, 6);
    const atEdge = side.points
      .filter(([x]) => Math.abs(x - offset - (notch.at - notch.width / 2)) < 1e-9)
      .map(([, y]) => y)
      .sort((a, b) => a - b);
    expect(atEdge[1] - atEdge[0]).toBeGreaterThan(notch.depth * 0.98);
  });
});

describe('arch templates', () => {
  it('hump and hollow fit: the same curve, as high as the sagitta', () => {
    const [hump] = archSheet(0.38, 7.62, 'arch').lines;
    const ys = hump.points.slice(0, 201).map(([, y]) => y);
    expect((Math.max(...ys) - Math.min(...ys)) * 1e3).toBeCloseTo(2.369, 3); // by hand
  });
  it('as a solid is closed: its facets enclose the volume of the strip', () => {
    const stl = archStl(0.38, 7.62, { body: 0.03, thickness: 6e-3 });
    const corners = [...stl.matchAll(/vertex (\S+) (\S+) (\S+)/g)].map((m) => m.slice(1).map(Number));
    let volume = 0;
    for (let i = 0; i < corners.length; i += 3) {
      const [[ax, ay, az], [bx, by, bz], [cx, cy, cz]] = [corners[i], corners[i + 1], corners[i + 2]];
      volume += (ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx)) / 6;
    }
    const area = 380 * 30 + (2 / 3) * 380 * 2.369; // a flat arc is a parabola
    expect(Math.abs(Math.abs(volume) / (area * 6) - 1)).toBeLessThan(1e-4);
  });
});
