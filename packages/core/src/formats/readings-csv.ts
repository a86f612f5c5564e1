/**
 * Thickness readings as CSV: `station,thickness` or `x,y,thickness`.
 * Tolerant of header names, units in header or cell, decimal commas and semicolons; strict in that one bad line imports
 * nothing.
 */
import Papa from 'papaparse';
import { InvalidInput } from '../base';
import { checkThickness, ownStationName, type Station } from '../survey';
import { formatQuantity, parseQuantity, type UnitChoice } from '../units';

export interface LineError {
  /** Line of the file, from 1. */
  line: number;
  message: string;
}

export interface ImportedReading {
  line: number;
  station: string;
  x: number;
  y: number;
  thickness: number;
  typed: string;
}

export interface ReadingsImport {
  readings: ImportedReading[];
  /** Stations to add, where a place in the file has none. */
  newStations: Station[];
  /** Any at all: nothing may be imported. */
  errors: LineError[];
}

const MOST_LINES = 5000;
/** Blank ones and remarks among them. */
const MOST_IN_FILE = 2 * MOST_LINES;
const MOST_ERRORS = 50;
/** A place this near to a station means that station [m]. */
const SAME_PLACE = 0.006;

const COLUMN_WORDS: Record<string, RegExp> = {
  station: /^(station|name|point|place|stn|label|id)\b/i,
  x: /^x\b/i,
  y: /^y\b/i,
  thickness: /^(thickness|thick|t|h|value|reading|caliper)\b/i,
};

interface Columns {
  station: number;
  x: number;
  y: number;
  thickness: number;
  units: Record<'x' | 'y' | 'thickness', string>;
  firstRow: number;
}

/** @param isOnPlate tells whether a place given by x, y is wood */
export function importReadings(
  text: string,
  stations: readonly Station[],
  units: UnitChoice,
  isOnPlate: (x: number, y: number) => boolean,
): ReadingsImport {
  const { rows, isLonger } = readRows(text);
  const failed = (line: number, message: string): ReadingsImport => ({
    readings: [],
    newStations: [],
    errors: [{ line, message }],
  });
  if (rows.length === 0) return failed(1, 'The file holds no lines.');
  if (isLonger || rows.length > MOST_LINES) return failed(MOST_LINES, `The file has more than ${MOST_LINES} lines.`);
  const columns = findColumns(rows, units);
  if (typeof columns === 'string') return failed(1, columns);
  const result: ReadingsImport = { readings: [], newStations: [], errors: [] };
  const byName = new Map(stations.map((station) => [station.name.toLowerCase(), station]));
  for (let i = columns.firstRow; i < rows.length && result.errors.length < MOST_ERRORS; i++) {
    try {
      result.readings.push(
        readLine(rows[i], columns, { byName, stations, isOnPlate, newStations: result.newStations }),
      );
    } catch (error) {
      if (!(error instanceof InvalidInput)) throw error;
      result.errors.push({ line: rows[i].line, message: `${error.field} ${error.reason}` });
    }
  }
  if (result.readings.length === 0 && result.errors.length === 0)
    return failed(rows[0].line, 'There is a header but no readings under it.');
  return result.errors.length > 0 ? { ...result, readings: [], newStations: [] } : result;
}

export interface ExportedReading {
  station: string;
  x: number;
  y: number;
  thickness: number;
}

/** `station,x_mm,y_mm,thickness_mm`: metres become millimetres, so that any spreadsheet reads it. */
export function exportReadings(readings: readonly ExportedReading[]): string {
  const mm = (value: number, decimals: number) =>
    formatQuantity(value, 'length', 'mm', decimals).figure.replace('−', '-');
  const rows = readings.map((r) => [r.station, mm(r.x, 1), mm(r.y, 1), mm(r.thickness, 3)]);
  return `${Papa.unparse([['station', 'x_mm', 'y_mm', 'thickness_mm'], ...rows], { newline: '\n' })}\n`;
}

interface Row {
  line: number;
  cells: string[];
}

/** Nothing is read beyond what could be taken, however long the file. */
function readRows(text: string): { rows: Row[]; isLonger: boolean } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: guessDelimiter(text),
    preview: MOST_IN_FILE + 1,
  });
  const rows = data
    .map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some((cell) => cell !== '') && !cells[0].startsWith('#'));
  return { rows, isLonger: data.length > MOST_IN_FILE };
}

/** A semicolon or a tab anywhere decides; only then can a comma be a decimal one. */
function guessDelimiter(text: string): string {
  const head = text.slice(0, 2000);
  return head.includes(';') ? ';' : head.includes('\t') ? '\t' : ',';
}

function findColumns(rows: Row[], units: UnitChoice): Columns | string {
  const header = rows[0].cells;
  const defaults = {
    x: units.length,
    y: units.length,
    thickness: units.thickness === 'in-fraction' ? 'in' : units.thickness,
  };
  if (!header.some((cell) => Object.values(COLUMN_WORDS).some((word) => word.test(cell.replace(/_/g, ' '))))) {
    if (header.length === 2) return { station: 0, x: -1, y: -1, thickness: 1, units: defaults, firstRow: 0 };
    if (header.length === 3) return { station: -1, x: 0, y: 1, thickness: 2, units: defaults, firstRow: 0 };
    return `The columns can't be told: name them "station,thickness" or "x,y,thickness".`;
  }
  const find = (name: string) => header.findIndex((cell) => COLUMN_WORDS[name].test(cell.replace(/_/g, ' ')));
  const columns = { station: find('station'), x: find('x'), y: find('y'), thickness: find('thickness') };
  if (columns.thickness < 0) return 'No column is named "thickness".';
  if (columns.station < 0 && (columns.x < 0 || columns.y < 0))
    return 'A "station" column is needed, or both "x" and "y".';
  const unitIn = (column: number, fallback: string) => (column < 0 ? fallback : headerUnit(header[column], fallback));
  return {
    ...columns,
    units: {
      x: unitIn(columns.x, defaults.x),
      y: unitIn(columns.y, defaults.y),
      thickness: unitIn(columns.thickness, defaults.thickness),
    },
    firstRow: 1,
  };
}

/** "thickness (mm)", "x_mm", "t [in]". */
function headerUnit(cell: string, fallback: string): string {
  const found = /[\s_([](mm|cm|m|in|inch|inches|thou)[\])]?\s*$/i.exec(cell)?.[1].toLowerCase();
  return found?.startsWith('in') ? 'in' : (found ?? fallback);
}

interface LineContext {
  byName: Map<string, Station>;
  stations: readonly Station[];
  newStations: Station[];
  isOnPlate: (x: number, y: number) => boolean;
}

function readLine({ line, cells }: Row, columns: Columns, context: LineContext): ImportedReading {
  const cell = (column: number) => cells[column] ?? '';
  const thickness = parseQuantity('thickness', cell(columns.thickness), 'length', columns.units.thickness);
  checkThickness('thickness', thickness.value);
  if (cells.length > Math.max(columns.station, columns.x, columns.y, columns.thickness) + 1 && columns.firstRow === 0) {
    throw new InvalidInput(
      'line',
      cells.join(),
      'has too many columns: write decimals with a point, or part columns with semicolons',
    );
  }
  const station =
    columns.station >= 0 && cell(columns.station) !== ''
      ? stationByName(cell(columns.station), context)
      : stationByPlace(cells, columns, context);
  return {
    line,
    station: station.name,
    x: station.x,
    y: station.y,
    thickness: thickness.value,
    typed: thickness.typed,
  };
}

function stationByName(name: string, { byName }: LineContext): Station {
  const station = byName.get(name.toLowerCase());
  if (!station) throw new InvalidInput('station', name, `"${name}" is not on this plate`);
  return station;
}

function stationByPlace(cells: string[], columns: Columns, context: LineContext): Station {
  const x = parseQuantity('x', cells[columns.x] ?? '', 'length', columns.units.x).value;
  const y = parseQuantity('y', cells[columns.y] ?? '', 'length', columns.units.y).value;
  const known = [...context.stations, ...context.newStations].find((s) => Math.hypot(s.x - x, s.y - y) < SAME_PLACE);
  if (known) return known;
  if (!context.isOnPlate(x, y))
    throw new InvalidInput('x, y', [x, y], 'lies off the plate: x runs from the neck end, y from the centre line');
  const station: Station = {
    name: ownStationName([...context.stations, ...context.newStations]),
    x,
    y,
    kind: 'own',
    skipped: false,
  };
  context.newStations.push(station);
  return station;
}
