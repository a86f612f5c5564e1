/** Sections of a brace along its path, with the notches of its laps. SI. */
import { angleBetween, lengthOf, meetingOf, nearestOn, type Point, type Segment } from '../outline';
import type { Section } from '../section';
import { beamSection, type BeamSection } from './brace-beam';
import type { TopBrace, TopInput } from './top-input';

/** Distance along a path of the place of it that is nearest to a point [m]. */
export function stationOf(path: readonly Point[], point: Point): number {
  let best = { distance: Infinity, s: 0 };
  let gone = 0;
  for (const piece of piecesOf(path)) {
    const { distance, share } = nearestOn(piece, point);
    if (distance < best.distance) best = { distance, s: gone + share * lengthOf(piece) };
    gone += lengthOf(piece);
  }
  return best.s;
}

const piecesOf = (path: readonly Point[]): Segment[] => path.slice(1).map((to, i) => ({ from: path[i], to }));

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
  for (const piece of piecesOf(path)) {
    for (const passing of piecesOf(other.path)) {
      const meeting = meetingOf(piece, passing);
      if (!meeting || meeting.a < 0 || meeting.a > 1 || meeting.b < 0 || meeting.b > 1) continue;
      found.push({ at: gone + meeting.a * lengthOf(piece), half: width / Math.sin(angleBetween(piece, passing)) / 2 });
    }
    gone += lengthOf(piece);
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
