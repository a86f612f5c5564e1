/** Sections of a brace along its path, with the notches of its laps. SI. */
import type { Point } from '../outline';
import type { Section } from '../section';
import { beamSection, type BeamSection } from './brace-beam';
import type { TopBrace, TopInput } from './top-input';

/** Distance along a path of the place of it that is nearest to a point [m]. */
export function stationOf(path: readonly Point[], [x, y]: readonly number[]): number {
  let best = { distance: Infinity, s: 0 };
  let gone = 0;
  for (let i = 1; i < path.length; i++) {
    const [[ax, ay], [bx, by]] = [path[i - 1], path[i]];
    const length = Math.hypot(bx - ax, by - ay);
    const share = Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / (length * length)));
    const distance = Math.hypot(ax + share * (bx - ax) - x, ay + share * (by - ay) - y);
    if (distance < best.distance) best = { distance, s: gone + share * length };
    gone += length;
  }
  return best.s;
}

interface Notch {
  at: number;
  half: number;
}

/** Where an open leg is cut to half its height: as wide as what passes, on the slant. */
export function notchesOf(brace: TopBrace, { braces = [] }: TopInput): Notch[] {
  if (brace.lap !== 'open') return [];
  return braces.filter((other) => other !== brace).flatMap((other) => crossingsOf(brace, other));
}

function crossingsOf({ path }: TopBrace, other: TopBrace): Notch[] {
  const width = Math.max(...other.stations.map((station) => station.width));
  const found: Notch[] = [];
  let gone = 0;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1], path[i]];
    const [ux, uy] = [b[0] - a[0], b[1] - a[1]];
    const length = Math.hypot(ux, uy);
    for (let j = 1; j < other.path.length; j++) {
      const [c, d] = [other.path[j - 1], other.path[j]];
      const [vx, vy] = [d[0] - c[0], d[1] - c[1]];
      const det = ux * vy - uy * vx;
      if (Math.abs(det) < 1e-9 * length * Math.hypot(vx, vy)) continue;
      const s = ((c[0] - a[0]) * vy - (c[1] - a[1]) * vx) / det;
      const t = ((c[0] - a[0]) * uy - (c[1] - a[1]) * ux) / det;
      const slant = Math.abs(det) / (length * Math.hypot(vx, vy));
      if (s >= 0 && s <= 1 && t >= 0 && t <= 1) found.push({ at: gone + s * length, half: width / slant / 2 });
    }
    gone += length;
  }
  return found;
}

/** Section of a piece between two stations: at its middle, weakened in series by the share of it that is notched. */
export function sectionAlong(
  { section, stations }: TopBrace,
  notches: readonly Notch[],
): (from: number, to: number) => BeamSection & { height: number } {
  // prettier-ignore
  const sorted = [...stations].sort((a, b) => a.s - b.s);
  const at = (s: number): Section => {
    const next = sorted.findIndex((station) => station.s > s);
    const [low, high] = next < 0 ? [sorted[sorted.length - 1], sorted[sorted.length - 1]] : [sorted[Math.max(0, next - 1)], sorted[next]]; // prettier-ignore
    const share = high.s > low.s ? Math.min(1, Math.max(0, (s - low.s) / (high.s - low.s))) : 0;
    const mix = (a: number, b: number) => a + share * (b - a);
    return { shape: section, width: mix(low.width, high.width), height: mix(low.height, high.height), ...(low.topWidth !== undefined && { topWidth: mix(low.topWidth, high.topWidth ?? low.topWidth) }) }; // prettier-ignore
  };
  return (from, to) => {
    const whole = at((from + to) / 2);
    const cut = notches.reduce((sum, notch) => sum + Math.max(0, Math.min(to, notch.at + notch.half) - Math.max(from, notch.at - notch.half)), 0); // prettier-ignore
    const full = { ...beamSection(whole), height: whole.height };
    const share = to > from ? Math.min(1, cut / (to - from)) : 0;
    if (share === 0) return full;
    const half = beamSection({ ...whole, height: whole.height / 2 });
    const series = (a: number, b: number) => 1 / ((1 - share) / a + share / b);
    return {
      area: series(full.area, half.area),
      centroid: (1 - share) * full.centroid + share * half.centroid,
      I: series(full.I, half.I),
      sideways: series(full.sideways, half.sideways),
      torsion: series(full.torsion, half.torsion),
      height: whole.height,
    };
  };
}
