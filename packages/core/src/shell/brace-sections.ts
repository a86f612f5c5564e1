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
  /** Of the height (1). */
  keeps: number;
}

/** Where a brace is cut: as drawn, and an open leg to half its height, as wide as what passes on the slant. */
export function notchesOf(brace: TopBrace, { braces = [] }: TopInput): Notch[] {
  const drawn = (brace.cuts ?? []).map(({ at, length, keeps }): Notch => ({ at, half: length / 2, keeps }));
  if (brace.lap !== 'open') return drawn;
  return [...drawn, ...braces.filter((other) => other !== brace).flatMap((other) => crossingsOf(brace, other))];
}

/** What only butts against the leg cuts no notch, on whichever side of its line round-off puts the end. */
function crossingsOf({ path, stations }: TopBrace, other: TopBrace): Notch[] {
  const widest = (of: TopBrace['stations']) => Math.max(...of.map((station) => station.width));
  const width = widest(other.stations);
  const goesOn = ([x, y]: Point, { path: line }: Pick<TopBrace, 'path'>, beyond: number) =>
    [line[0], line[line.length - 1]].every((end) => Math.hypot(end[0] - x, end[1] - y) > beyond / 2);
  const found: Notch[] = [];
  let gone = 0;
  for (const piece of piecesOf(path)) {
    for (const passing of piecesOf(other.path)) {
      const meeting = meetingOf(piece, passing);
      if (!meeting || meeting.a < 0 || meeting.a > 1 || meeting.b < 0 || meeting.b > 1) continue;
      if (!goesOn(meeting.point, other, widest(stations)) || !goesOn(meeting.point, { path }, width)) continue;
      found.push({
        at: gone + meeting.a * lengthOf(piece),
        half: width / Math.sin(angleBetween(piece, passing)) / 2,
        keeps: NOTCHED,
      });
    }
    gone += lengthOf(piece);
  }
  return found;
}

export type PieceSection = BeamSection & { height: number };

/** Where the section of a piece is taken, of its length: the mean of the two is exact for a cubic. */
const GAUSS = [0.5 - Math.sqrt(1 / 12), 0.5 + Math.sqrt(1 / 12)] as const;

/** How much taller a piece is at its two places [m]. */
export type Rise = readonly [number, number];

export const placesOf = (from: number, to: number): Rise => [
  from + GAUSS[0] * (to - from),
  from + GAUSS[1] * (to - from),
];

/**
 * Mean section of a piece between two places along the path, so much taller. Where a share of it is notched it is as
 * low as bends as much in all: 1/h^3 is shared out.
 */
export function sectionAlong(
  { section, stations }: TopBrace,
  notches: readonly Notch[],
): (from: number, to: number, rise: Rise) => PieceSection {
  const between = stationsAround(stations);
  const at = (s: number, extra: number, softer: number): Section => {
    const { low, high, share } = between(s);
    const mix = (pick: (station: Station) => number) =>
      (1 - share) * pick(stations[low]) + share * pick(stations[high]);
    const height = mix((station) => station.height) + extra;
    return {
      shape: section,
      width: mix(({ width }) => width),
      height: height / Math.cbrt(softer),
      ...(stations[low].topWidth !== undefined && { topWidth: mix(({ topWidth = 0 }) => topWidth) }),
    };
  };
  return (from, to, rise) => {
    const softer = notches.reduce((sum, { at: middle, half, keeps }) => {
      const share = to > from ? overlap([from, to], [middle - half, middle + half]) / (to - from) : 0;
      return sum + share * (keeps ** -3 - 1);
    }, 1);
    return meanSection(placesOf(from, to).map((place, i) => at(place, rise[i], softer)));
  };
}

/** Of its height that an open leg keeps under what passes (1). */
const NOTCHED = 0.5;

const overlap = ([a, b]: readonly [number, number], [c, d]: readonly [number, number]) =>
  Math.max(0, Math.min(b, d) - Math.max(a, c));

function meanSection(sections: readonly Section[]): PieceSection {
  const parts = sections.map(beamSection);
  const mean = (of: (i: number) => number) => parts.reduce((sum, _, i) => sum + of(i), 0) / parts.length;
  const area = mean((i) => parts[i].area);
  return {
    area,
    centroid: mean((i) => parts[i].area * parts[i].centroid) / area,
    I: mean((i) => parts[i].I),
    sideways: mean((i) => parts[i].sideways),
    torsion: mean((i) => parts[i].torsion),
    moments: parts[0].moments.map((_, power) => mean((i) => parts[i].moments[power])),
    height: mean((i) => sections[i].height),
  };
}

type Station = TopBrace['stations'][number];

/** The stations before and after a place, by their number, and how far it is from the first to the second (0..1). */
export function stationsAround(
  stations: readonly Station[],
): (s: number) => { low: number; high: number; share: number } {
  const order = stations.map((_, i) => i).sort((a, b) => stations[a].s - stations[b].s);
  return (s) => {
    const next = order.findIndex((i) => stations[i].s > s);
    const [low, high] =
      next < 0 ? [order[order.length - 1], order[order.length - 1]] : [order[Math.max(0, next - 1)], order[next]];
    const span = stations[high].s - stations[low].s;
    return { low, high, share: span > 0 ? Math.min(1, Math.max(0, (s - stations[low].s) / span)) : 0 };
  };
}
