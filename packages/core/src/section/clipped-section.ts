/**
 * A section as it is drawn and as it is left when its top is cut away: width at each height, and the figures of what
 * stays. SI.
 */
import { requireWithin } from '../base';
import { plainFigures, type PlainFigures, type Section } from './section-shape';

/** Width at a height over the glue face [m]. */
export function sectionWidthAt({ shape, width: b, height: h, topWidth = b }: Section, z: number): number {
  if (z < 0 || z > h) return 0;
  const left = 1 - z / h;
  switch (shape) {
    case 'rectangle':
      return b;
    case 'triangle':
      return b * left;
    case 'parabola':
      return b * Math.sqrt(left);
    case 'trapezoid':
      return topWidth + (b - topWidth) * left;
    case 'rounded': {
      const cap = Math.min(b / 2, h);
      const over = (z - (h - cap)) / cap;
      return over <= 0 ? b : b * Math.sqrt(Math.max(0, 1 - over * over));
    }
  }
}

const STRIPS = 400;

/**
 * Figures of the lowest part of a section, up to a height: strips summed.
 * @throws InvalidInput for a height outside the section
 */
export function clippedFigures(section: Section, upTo: number): PlainFigures {
  requireWithin('upTo', upTo, 0, section.height);
  if (upTo === section.height) return plainFigures(section);
  const dz = upTo / STRIPS;
  let [area, first, second] = [0, 0, 0];
  for (let i = 0; i < STRIPS; i++) {
    const z = (i + 0.5) * dz;
    const strip = sectionWidthAt(section, z) * dz;
    area += strip;
    first += strip * z;
    second += strip * (z * z + (dz * dz) / 12);
  }
  const centroidHeight = area > 0 ? first / area : 0;
  return { area, centroidHeight, secondMoment: Math.max(0, second - area * centroidHeight ** 2) };
}
