/**
 * Cross-sections of braces: area, centroid over the glue face, second moments. SI.
 * `width` is the base (glue face), `height` stands on it. A rounded top is a half circle of the width, or half an
 * ellipse on a bar lower than that.
 * Source: any table of plane figures; the parabola's (8/175) b h^3 from Roark, table A.1.
 */
import { InvalidInput, requirePositive } from '../base';

export const SECTION_SHAPES = ['rectangle', 'triangle', 'parabola', 'trapezoid', 'rounded'] as const;
export type SectionShape = (typeof SECTION_SHAPES)[number];

export interface Section {
  shape: SectionShape;
  width: number;
  height: number;
  /** Of a trapezoid; 0 is a triangle, the width a rectangle. */
  topWidth?: number;
}

export interface SectionFigures {
  /** [m2] */
  area: number;
  /** Over the glue face [m]. */
  centroidHeight: number;
  /** About the own centroid, for bending in the height direction [m4]. */
  secondMoment: number;
  /** About the glue face [m4]. */
  secondMomentAboutBase: number;
  /** Least of the two edges [m3]. */
  sectionModulus: number;
}

/** @throws InvalidInput naming `width`, `height` or `topWidth` */
export function sectionFigures(section: Section): SectionFigures {
  checkSection(section);
  const { area, centroidHeight, secondMoment } = plainFigures(section);
  return {
    area,
    centroidHeight,
    secondMoment,
    secondMomentAboutBase: secondMoment + area * centroidHeight ** 2,
    sectionModulus: secondMoment / Math.max(centroidHeight, section.height - centroidHeight),
  };
}

export function checkSection({ shape, width, height, topWidth }: Section): void {
  requirePositive('width', width);
  requirePositive('height', height);
  if (shape !== 'trapezoid') return;
  if (topWidth === undefined)
    throw new InvalidInput('topWidth', topWidth, 'is missing: a trapezoid needs its top width');
  if (!(topWidth >= 0 && topWidth <= width))
    throw new InvalidInput('topWidth', topWidth, 'must lie between nothing and the width of the base');
}

export type PlainFigures = Pick<SectionFigures, 'area' | 'centroidHeight' | 'secondMoment'>;

/** Without checks, for inner loops. */
export function plainFigures({ shape, width: b, height: h, topWidth = b }: Section): PlainFigures {
  switch (shape) {
    case 'rectangle':
      return { area: b * h, centroidHeight: h / 2, secondMoment: (b * h ** 3) / 12 };
    case 'triangle':
      return { area: (b * h) / 2, centroidHeight: h / 3, secondMoment: (b * h ** 3) / 36 };
    case 'parabola':
      return { area: (2 / 3) * b * h, centroidHeight: 0.4 * h, secondMoment: (8 / 175) * b * h ** 3 };
    case 'trapezoid': {
      const sum = b + topWidth;
      return {
        area: (sum * h) / 2,
        centroidHeight: (h * (b + 2 * topWidth)) / (3 * sum),
        secondMoment: (h ** 3 * (b * b + 4 * b * topWidth + topWidth * topWidth)) / (36 * sum),
      };
    }
    case 'rounded':
      return roundedFigures(b, h);
  }
}

/** A block with half an ellipse on it: a half circle where the bar is tall enough. */
function roundedFigures(b: number, h: number): PlainFigures {
  const cap = Math.min(b / 2, h);
  const block = h - cap;
  const [areaBlock, areaCap] = [b * block, (Math.PI * b * cap) / 4];
  const area = areaBlock + areaCap;
  const capCentroid = (4 * cap) / (3 * Math.PI);
  const centroidHeight = ((areaBlock * block) / 2 + areaCap * (block + capCentroid)) / area;
  // Half an ellipse about its flat edge: pi a b^3 / 8 with a the half width.
  const capOwn = (Math.PI * (b / 2) * cap ** 3) / 8 - areaCap * capCentroid ** 2;
  const secondMoment =
    (b * block ** 3) / 12 +
    areaBlock * (centroidHeight - block / 2) ** 2 +
    capOwn +
    areaCap * (block + capCentroid - centroidHeight) ** 2;
  return { area, centroidHeight, secondMoment };
}

export interface SectionSlopes {
  /** By height: d area [m], d second moment [m3]. */
  area: number;
  secondMoment: number;
}

/**
 * How area and second moment change with height, the base left as it is. Exact but for the rounded top, which is
 * differenced.
 */
export function slopesByHeight(
  section: Section,
  known: Pick<PlainFigures, 'area' | 'secondMoment'> = plainFigures(section),
): SectionSlopes {
  const { height } = section;
  const { area, secondMoment } = known;
  // All of these grow like h and h^3, as their corners stay where they are.
  if (section.shape !== 'rounded') return { area: area / height, secondMoment: (3 * secondMoment) / height };
  const step = 1e-5 * height;
  const [low, high] = [height - step, height + step].map((h) => plainFigures({ ...section, height: h }));
  return {
    area: (high.area - low.area) / (2 * step),
    secondMoment: (high.secondMoment - low.secondMoment) / (2 * step),
  };
}

/** Height that gives another section the same own-axis stiffness as a first one [m]. @throws InvalidInput as above */
export function heightOfSameStiffness(from: Section, to: Omit<Section, 'height'>): number {
  const wanted = sectionFigures(from).secondMoment;
  let [low, high] = [1e-6, 1];
  checkSection({ ...to, height: 1 });
  for (let i = 0; i < 80; i++) {
    const middle = Math.sqrt(low * high);
    if (plainFigures({ ...to, height: middle }).secondMoment < wanted) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}
