import {
  contains,
  defaultHoles,
  defaultOutline,
  distanceToLine,
  drawParametric,
  plateArea,
  plateShape,
  signedArea,
  type Family,
  type Polygon,
} from '.';
import { centroid } from './polygon';

const FAMILIES: Family[] = ['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'];
const unitSquare: Polygon = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];

describe('polygon', () => {
  it('has the area and centre of a triangle by hand', () => {
    const triangle: Polygon = [
      [0, 0],
      [3, 0],
      [0, 2],
    ];
    expect(signedArea(triangle)).toBeCloseTo(3, 12);
    expect(centroid(triangle)[0]).toBeCloseTo(1, 12);
    expect(centroid(triangle)[1]).toBeCloseTo(2 / 3, 12);
  });
  it('measures distance to a side and to a corner', () => {
    expect(distanceToLine(unitSquare, 0.5, 0.2)).toBeCloseTo(0.2, 12);
    expect(distanceToLine(unitSquare, 2, 2)).toBeCloseTo(Math.SQRT2, 12);
  });
});

describe('parametric outlines', () => {
  it.each(FAMILIES)('%s: legal, as long and wide as asked, symmetric', (family) => {
    const spec = defaultOutline(family);
    const shape = plateShape(spec, defaultHoles(family));
    expect(shape.length).toBeCloseTo(spec.bodyLength, 9);
    const widest = spec.kind === 'rectangle' ? spec.width : spec.lowerBout;
    expect(Math.abs(shape.width / widest - 1)).toBeLessThan(1e-6);
    for (const [x, y] of shape.outline) expect(distanceToLine(shape.outline, x, -y)).toBeLessThan(1e-9);
  });
  it('finds the waist where it was put, and none on a teardrop', () => {
    expect(plateShape(defaultOutline('steel-string')).waistAt).toBeCloseTo(0.41 * 0.49, 2);
    expect(plateShape(defaultOutline('mandolin')).waistAt).toBeNull();
  });
  it('cuts wood away on the treble side only', () => {
    const whole = defaultOutline('steel-string');
    if (whole.kind !== 'waisted') throw new Error('a guitar has a waist');
    const cut = drawParametric({ ...whole, cutaway: 0.09 });
    expect(contains(cut, 0.03, -0.1)).toBe(false);
    expect(contains(cut, 0.03, 0.1)).toBe(true);
    expect(Math.abs(signedArea(cut))).toBeLessThan(Math.abs(signedArea(drawParametric(whole))));
    expect(() => plateShape({ ...whole, cutaway: 0.09 })).not.toThrow();
  });
  it('turns without a jump of direction anywhere but at the flat of the neck', () => {
    const outline = drawParametric(defaultOutline('nylon-string'));
    const sharpest = outline.map((p, i) => {
      const a = outline[(i + outline.length - 1) % outline.length];
      const b = outline[(i + 1) % outline.length];
      const turn = Math.atan2(b[1] - p[1], b[0] - p[0]) - Math.atan2(p[1] - a[1], p[0] - a[0]);
      return p[0] < 1e-9 ? 0 : Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn)));
    });
    expect(Math.max(...sharpest)).toBeLessThan(0.2);
  });
});

describe('plateShape', () => {
  it('subtracts holes from the area', () => {
    const shape = plateShape({ kind: 'rectangle', bodyLength: 0.5, width: 0.4 }, [
      { kind: 'round', x: 0.2, y: 0, diameter: 0.1 },
    ]);
    const polygonShare = (48 / (2 * Math.PI)) * Math.sin((2 * Math.PI) / 48); // a 48-gon against its circle
    expect(plateArea(shape)).toBeCloseTo(0.2 - Math.PI * 0.05 ** 2 * polygonShare, 9);
  });
  it.each([
    [{ kind: 'rectangle', bodyLength: -0.5, width: 0.4 }, /bodyLength/],
    [{ kind: 'rectangle', bodyLength: NaN, width: 0.4 }, /bodyLength/],
    [{ kind: 'rectangle', bodyLength: 500, width: 0.4 }, /check the unit/],
    [{ ...defaultOutline('steel-string'), waist: 0.5 }, /waist/],
    [
      {
        kind: 'drawn',
        points: [
          [0, 0],
          [0.4, 0.3],
          [0.4, 0],
          [0, 0.3],
        ],
      },
      /crosses itself/,
    ],
    [
      {
        kind: 'drawn',
        points: [
          [0, 0],
          [1, 1],
        ],
      },
      /four points/,
    ],
    [{ kind: 'drawn', points: unitSquare.map(([x, y]) => [x * 400, y * 300]) }, /check the unit/],
  ] as const)('refuses %j', (spec, reason) => expect(() => plateShape(spec as never)).toThrow(reason));
  it('refuses a hole over the edge, by its number', () => {
    const holes = [{ kind: 'round', x: 0.02, y: 0, diameter: 0.1 }] as const;
    expect(() => plateShape(defaultOutline('ukulele'), holes)).toThrow(/holes\[0\].*outside the plate/);
  });
});
