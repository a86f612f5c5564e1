/** The order in which stations are walked, so that the hand moves the least. */
import type { Station } from './station';

/** `serpentine`: across and back, column by column. `lines`: along the grain, line by line. `free`: as laid. */
export type StationOrder = 'serpentine' | 'lines' | 'free';

/** Skipped stations are left out. @param pitch distance within which stations count as one line [m] */
export function orderStations(stations: readonly Station[], order: StationOrder, pitch: number): Station[] {
  const open = stations.filter((station) => !station.skipped);
  if (order === 'free') return open;
  const lineOf = (s: Station) => Math.round((order === 'serpentine' ? s.x : s.y) / (pitch / 2));
  const alongLine = (s: Station) => (order === 'serpentine' ? s.y : s.x);
  const lines = new Map<number, Station[]>();
  for (const station of open) lines.set(lineOf(station), [...(lines.get(lineOf(station)) ?? []), station]);
  return [...lines.entries()]
    .sort(([a], [b]) => a - b)
    .flatMap(([, line], i) => line.sort((a, b) => (alongLine(a) - alongLine(b)) * (i % 2 === 0 ? 1 : -1)));
}

/**
 * The first station after `name` in walking order that still wants a reading, going round once; null when all are read.
 */
export function nextUnread(
  walk: readonly Station[],
  name: string | null,
  isRead: (name: string) => boolean,
): Station | null {
  const start = walk.findIndex((station) => station.name === name) + 1;
  for (let i = 0; i < walk.length; i++) {
    const station = walk[(start + i) % walk.length];
    if (!isRead(station.name)) return station;
  }
  return null;
}
