/**
 * Lines of a file whose thickness the rest of the plate contradicts: asked about in one list before anything is kept.
 */
import { questionableReadings, checkReading, type Question, type StationReading } from '../survey';
import type { ImportedReading } from './readings-csv';

export interface DoubtfulLine {
  line: number;
  station: string;
  typed: string;
  thickness: number;
  question: Question;
}

const asStation = ({ station, x, y, thickness }: ImportedReading): StationReading => ({
  station,
  x,
  y,
  thickness,
  count: 1,
  spread: 0,
  kept: false,
});

/** @param standing what has been read in this survey already */
export function questionImport(lines: readonly ImportedReading[], standing: readonly StationReading[]): DoubtfulLine[] {
  const fresh = lines.map(asStation);
  const names = new Set(fresh.map(({ station }) => station));
  const all = [...standing.filter(({ station }) => !names.has(station)), ...fresh];
  const asked = new Map(questionableReadings(all).map(({ reading, question }) => [reading, question]));
  return lines.flatMap(({ line, station, typed, thickness, x, y }, i) => {
    const question =
      asked.get(fresh[i]) ?? (fresh.length < 2 ? checkReading({ x, y, value: thickness }, standing, null) : null);
    return question ? [{ line, station, typed, thickness, question }] : [];
  });
}
