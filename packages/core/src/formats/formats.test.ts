import { defaultHoles, defaultOutline, isWood, plateShape, signedArea } from '../outline';
import { layStations } from '../survey';
import { METRIC } from '../units';
import { InvalidInput } from '../base';
import { exportReadings, importOutline, importReadings } from '.';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const stations = layStations(shape);
const read = (text: string) => importReadings(text, stations, METRIC, (x, y) => isWood(shape, x, y));

describe('importReadings', () => {
  it.each([
    ['plain', 'station,thickness\nA1,2.81\nB2,2.79\n'],
    ['no header', 'A1,2.81\nB2,2.79'],
    ['semicolons and decimal commas', 'Station;Thickness\na1;2,81\nb2;2,79'],
    ['units in the header', 'station,thickness_in\nA1,0.11063\nB2,0.109843'],
    ['units in the cells', 'point,t\nA1,2.81 mm\nB2,109.843 thou'],
    ['byte-order mark, comment and empty lines', '\uFEFF# my plate\nstation,thickness (mm)\n\nA1,2.81\nB2,2.79\n\n'],
    ['tabs', 'station\tthickness\nA1\t2.81\nB2\t2.79'],
  ])('reads %s', (_, text) => {
    const { readings, errors } = read(text);
    expect(errors).toEqual([]);
    expect(readings.map((r) => r.station)).toEqual(['A1', 'B2']);
    expect(readings[0].thickness).toBeCloseTo(2.81e-3, 7);
    expect(readings[1].thickness).toBeCloseTo(2.79e-3, 7);
  });
  it('finds the station at a place, and makes one where there is none', () => {
    const [a] = stations;
    const { readings, newStations } = read(`x_mm,y_mm,thickness\n${a.x * 1000 + 1},${a.y * 1000},2.8\n350,11.3,2.7`);
    expect(readings[0].station).toBe(a.name);
    expect(readings[1].station).toBe('P1');
    expect(newStations).toMatchObject([{ name: 'P1', kind: 'own' }]);
  });
  it('imports nothing when half the stations are unknown, and names every such line', () => {
    const { readings, errors } = read('station,thickness\nA1,2.8\nQ77,2.8\nB2,2.7\nR5,2.6');
    expect(readings).toEqual([]);
    expect(errors).toEqual([
      { line: 3, message: 'station "Q77" is not on this plate' },
      { line: 5, message: 'station "R5" is not on this plate' },
    ]);
  });
  it.each([
    ['', /no lines/],
    ['station,thickness\n', /no readings/],
    ['station,width\nA1,3', /"thickness"/],
    ['station,thickness\nA1,abc', /can't be read/],
    ['station,thickness\nA1,-2.8', /above zero/],
    ['station,thickness\nA1,0', /above zero/],
    ['station,thickness\nA1,1e9', /100 mm/],
    ['station,thickness\nA1,', /empty/],
    ['x,y,thickness\n900,0,2.8', /off the plate/],
    ['A1,2,81\nB2,2,79', /x can't be read|too many columns/],
    [`station,thickness\n${'A1,2.8\n'.repeat(5001)}`, /more than 5000/],
    [`station,thickness\nA1,2.8\n${'\n'.repeat(20_000)}`, /more than 5000/],
  ])('refuses %j by line', (text, reason) => {
    const { errors, readings } = read(text);
    expect(errors[0].message).toMatch(reason);
    expect(readings).toEqual([]);
  });
  it('reads back what it wrote', () => {
    const rows = stations
      .slice(0, 5)
      .map(({ name, x, y }, i) => ({ station: name, x, y, thickness: 2.7e-3 + i * 1e-5 }));
    const { readings } = read(exportReadings(rows));
    readings.forEach((r, i) =>
      expect(r).toMatchObject({ station: rows[i].station, thickness: expect.closeTo(rows[i].thickness, 9) }),
    );
  });
});

const dxf = (...entities: string[]) =>
  [
    '0',
    'SECTION',
    '2',
    'HEADER',
    '9',
    '$INSUNITS',
    '70',
    '4',
    '0',
    'ENDSEC',
    '0',
    'SECTION',
    '2',
    'ENTITIES',
    ...entities,
    '0',
    'ENDSEC',
    '0',
    'EOF',
  ].join('\n');
const line = (x1: number, y1: number, x2: number, y2: number) =>
  ['0', 'LINE', '8', '0', '10', `${x1}`, '20', `${y1}`, '11', `${x2}`, '21', `${y2}`].join('\n');

describe('importOutline', () => {
  it.each([
    [
      'ellipse.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="600mm" viewBox="0 0 600 500"><ellipse cx="300" cy="250" rx="240" ry="180"/></svg>',
    ],
    [
      'path.svg',
      '<svg width="60cm" viewBox="0 0 300 250"><g transform="scale(0.5)"><path transform="translate(10,20)" d="M60 250a240 180 0 1 0 480 0a240 180 0 1 0 -480 0z"/></g></svg>',
    ],
    [
      'pixels.svg',
      `<svg><path d="M${60 * (96 / 25.4)} 0a${240 * (96 / 25.4)} ${180 * (96 / 25.4)} 0 1 0 ${480 * (96 / 25.4)} 0a${240 * (96 / 25.4)} ${180 * (96 / 25.4)} 0 1 0 ${-480 * (96 / 25.4)} 0z"/></svg>`,
    ],
  ])('gives an ellipse its true size: %s', (name, text) => {
    const { points, length, width } = importOutline(name, text);
    expect(length).toBeCloseTo(0.48, 4);
    expect(width).toBeCloseTo(0.36, 4);
    expect(Math.abs(signedArea(points)) / (Math.PI * 0.24 * 0.18)).toBeCloseTo(1, 3);
    expect(points.length).toBeLessThan(300);
  });
  it('lays an upright drawing along the grain, neck end at zero', () => {
    const { points, length } = importOutline(
      'a.svg',
      '<svg width="300mm" viewBox="0 0 300 500"><polygon points="100,0 200,0 300,500 0,500"/></svg>',
    );
    expect(length).toBeCloseTo(0.5, 6);
    const atNeck = points.filter(([x]) => x < 1e-6).map(([, y]) => y);
    expect(Math.max(...atNeck) - Math.min(...atNeck)).toBeCloseTo(0.1, 6); // the narrow end stays the neck end
  });
  it.each([
    ['nested.svg', `<svg>${'<g>'.repeat(3000)}<path d="M0 0h1v1z"/>${'</g>'.repeat(3000)}</svg>`],
    ['entity.svg', '<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>'],
    ['huge.svg', '<svg width="600mm" viewBox="0 0 600 500"><path d="M0 0H1e308V1e308H-1e308Z"/></svg>'],
    ['odd.svg', '<svg><path d="M"/><polygon points="a,b"/></svg>'],
  ])('says in words what is wrong with %s', (name, text) => {
    expect(() => importOutline(name, text)).toThrow(InvalidInput);
    expect(() => importOutline(name, text)).not.toThrow(/nested tags|External entities|undefined|stack/i);
  });
  it('joins the lines and reads the bulges of a DXF', () => {
    const box = importOutline(
      'box.dxf',
      dxf(line(0, 0, 400, 0), line(400, 300, 400, 0), line(400, 300, 0, 300), line(0, 0, 0, 300)),
    );
    expect(Math.abs(signedArea(box.points))).toBeCloseTo(0.12, 6);
    const halfCircle = [
      '0',
      'LWPOLYLINE',
      '8',
      '0',
      '90',
      '2',
      '70',
      '1',
      '10',
      '0',
      '20',
      '0',
      '42',
      '1',
      '10',
      '400',
      '20',
      '0',
      '42',
      '1',
    ].join('\n');
    const circle = importOutline('circle.dxf', dxf(halfCircle));
    expect(Math.abs(signedArea(circle.points)) / (Math.PI * 0.04)).toBeCloseTo(1, 3);
  });
  it('reads points from a CSV', () => {
    const { length, width } = importOutline('o.csv', 'x_mm,y_mm\n0,0\n480,0\n480,360\n0,360\n');
    expect([length, width]).toEqual([expect.closeTo(0.48, 9), expect.closeTo(0.36, 9)]);
  });
  it.each([
    ['a.svg', '<svg><script>alert(1)</script></svg>', /script/],
    [
      'a.svg',
      '<svg width="300mm" viewBox="0 0 300 300"><path d="M0 0 L300 0 L300 200"/></svg>',
      /open lines.*360\.6 mm apart/,
    ],
    ['a.svg', '<svg><g></svg>', /broken at line/],
    ['a.svg', '<html></html>', /not an SVG/],
    ['a.svg', '<svg></svg>', /no line/],
    ['a.dxf', 'nonsense', /DXF/],
    ['a.csv', 'x,y\n1,2\n3,abc', /line 3/],
    ['a.pdf', '', /SVG, DXF or CSV/],
  ])('says what is wrong in %s %s', (name, text, reason) => expect(() => importOutline(name, text)).toThrow(reason));
});

describe('what a drawing leaves open', () => {
  const unitless = (points: string) => `<svg viewBox="0 0 30 30"><polygon points="${points}"/></svg>`;
  it('is the unit: told where the file tells it, else asked, and taken as one says', () => {
    const drawn = unitless('0,0 20,0 20,15 0,15');
    expect(importOutline('a.svg', drawn).unit).toEqual({ used: 'px', told: false });
    // Twenty inches.
    expect(importOutline('a.svg', drawn, { unit: 'in' })).toMatchObject({
      length: expect.closeTo(0.508, 9),
      unit: { used: 'in', told: false },
    });
    const inches = dxf(line(0, 0, 20, 0), line(20, 15, 20, 0), line(20, 15, 0, 15), line(0, 0, 0, 15));
    expect(importOutline('a.dxf', inches, { unit: 'in' }).width).toBeCloseTo(0.381, 9);
    expect(importOutline('a.csv', 'x_in,y_in\n0,0\n20,0\n20,15\n0,15').unit).toEqual({ used: 'in', told: true });
    expect(importOutline('a.csv', '0,0\n20 in,0\n20 in,15 in\n0,15 in', { unit: 'cm' }).length).toBeCloseTo(0.508, 9);
  });

  /** Half an ellipse of 480 by 360 mm on its centre line, with half a soundhole and one of two slots. */
  const half = (outline: string) =>
    `<svg width="600mm" viewBox="0 0 600 500">${outline}<path d="M150 250a50 50 0 0 1 100 0Z"/>` +
    '<polygon points="330,160 430,150 430,158 330,168"/></svg>';
  it.each([
    ['closed along its centre line', half('<path d="M60 250a240 180 0 0 1 480 0Z"/>')],
    ['open along it', half('<path d="M60 250a240 180 0 0 1 480 0"/>')],
  ])('is the other half of a template that is %s', (_, text) => {
    const whole = importOutline('half.svg', text);
    expect(whole).toMatchObject({ isHalf: true, length: expect.closeTo(0.48, 6), width: expect.closeTo(0.36, 4) });
    expect(Math.abs(signedArea(whole.points)) / (Math.PI * 0.24 * 0.18)).toBeCloseTo(1, 3);
    const middles = whole.points.map(([, y]) => y);
    expect(Math.max(...middles) + Math.min(...middles)).toBeCloseTo(0, 9);
    // Slot from 330 to 430, its middle 91 above the line; the hole's middle at 200; the neck end at 60.
    expect(whole.holes).toEqual([
      {
        kind: 'f-holes',
        x: expect.closeTo(0.32, 6),
        length: expect.closeTo(0.1, 6),
        spread: expect.closeTo(0.182, 4),
      },
      { kind: 'round', x: expect.closeTo(0.14, 4), y: 0, diameter: expect.closeTo(0.1, 4) },
    ]);
  });
  it('is taken as drawn where one says so, and a board with two straight sides is no half', () => {
    const text = half('<path d="M60 250a240 180 0 0 1 480 0Z"/>');
    expect(importOutline('half.svg', text, { mirror: false }).width).toBeCloseTo(0.18, 4);
    const board = '<svg width="600mm" viewBox="0 0 600 500"><rect width="500" height="200"/></svg>';
    expect(importOutline('board.svg', board)).toMatchObject({
      isHalf: false,
      width: expect.closeTo(0.2, 6),
      holes: [],
    });
  });
  it('is which end is the neck’s', () => {
    const text = '<svg width="500mm" viewBox="0 0 500 300"><polygon points="0,0 500,100 500,200 0,300"/></svg>';
    const atNeck = (turned: boolean) => {
      const ys = importOutline('a.svg', text, { turned })
        .points.filter(([x]) => x < 1e-9)
        .map(([, y]) => y);
      return Math.max(...ys) - Math.min(...ys);
    };
    expect(atNeck(false)).toBeCloseTo(0.3, 9);
    expect(atNeck(true)).toBeCloseTo(0.1, 9);
  });

  /** The line's ends from the neck end and the centre line, to the millimetre, the one nearer the neck first. */
  const inMillimetres = (lines: readonly (readonly (readonly number[])[])[]) =>
    lines
      .map((line) =>
        [...line]
          .sort((a, b) => a[0] - b[0] || a[1] - b[1])
          .flatMap((point) => point.map((at) => Math.round(1000 * at) + 0)),
      )
      .sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  it('holds lines that may be braces: strokes, bars, two sides of one; no rosette, centre line or line outside', () => {
    const { lines } = importOutline(
      'braced.svg',
      '<svg width="600mm" viewBox="0 0 600 500"><ellipse cx="300" cy="250" rx="240" ry="180"/>' +
        '<path d="M70 250H530"/><circle cx="210" cy="250" r="50"/>' +
        '<path d="M180 130L420 350"/><polyline points="180,370 300,260 420,150"/>' +
        // A bar of 12 mm, and the two sides of another, one of them drawn backwards.
        '<rect x="140" y="160" width="12" height="180"/><path d="M330 240L430 200M432 208L332 248"/>' +
        '<path d="M20 20L20 480"/><path d="M300 100L320 110"/><path d="M250 200Q350 300 450 200"/></svg>',
    );
    expect(inMillimetres(lines)).toEqual([
      [86, -90, 86, 90],
      [120, -120, 360, 100],
      [120, 120, 360, -100],
      [271, -6, 371, -46],
    ]);
  });
  it('of a half template each off the centre line stands twice, and one square to it goes across', () => {
    const { lines } = importOutline(
      'half.svg',
      half('<path d="M60 250a240 180 0 0 1 480 0Z"/>').replace(
        '</svg>',
        '<path d="M280 250L400 130M110 250V160"/></svg>',
      ),
    );
    const open = inMillimetres(lines).filter(([x]) => x < 269 || x > 271);
    expect(open).toEqual([
      [50, -90, 50, 90],
      [220, 0, 340, -120],
      [220, 0, 340, 120],
    ]);
  });
});
