/** The flow of taking readings: a lit station, a figure, a question if it doesn't fit, the next station. */
import {
  checkGrowth,
  checkThickness,
  disagree,
  nextUnread,
  orderStations,
  checkReading,
  standingReadings,
  type Question,
  type Station,
  type StationReading,
  DEFAULT_LAYOUT,
} from '@nimble/core/survey';
import { formatThickness, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { useMemo, useState } from 'react';
import type { SurveyReading } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { say, spokenName } from '../../ui/speech';
import { lastStanding, stoppedAt } from './view-model';

export interface PendingQuestion {
  station: Station;
  thickness: number;
  typed: string;
  source: SurveyReading['source'];
  question: Question;
}

interface Context {
  surveyId: string | null;
  stations: readonly Station[];
  readings: readonly SurveyReading[];
  averages: readonly StationReading[];
  units: UnitChoice;
  /** Thickness to compare a first reading with [m]. */
  guide: number | null;
  /** Where a quick look reads; null to walk all stations. */
  places?: readonly Station[] | null;
  /** What the survey before read; wood does not grow. */
  before?: readonly StationReading[];
  /** What every station should measure after a pass, for a quick look. */
  expected?: readonly StationReading[] | null;
  add: (surveyId: string, readings: SurveyReading[]) => void;
}

export function useReadingEntry(context: Context) {
  const { surveyId, readings, units, add } = context;
  const { person, speech } = usePreferences();
  const lit = useLitStation(context);
  const { current, walk, isRead } = lit;
  const [question, setQuestion] = useState<PendingQuestion | null>(null);
  const [error, setError] = useState<string | null>(null);
  const spoken = (words: string) => {
    if (speech) say(words);
  };
  const clear = () => {
    setQuestion(null);
    setError(null);
  };
  const light = (name: string) => {
    lit.pick(name);
    clear();
    spoken(spokenName(name));
  };
  const store = (taken: Omit<PendingQuestion, 'question'>, kept: boolean) => {
    if (surveyId === null) return;
    const { station, thickness } = taken;
    add(surveyId, [readingOf(taken, { kept, person })]);
    clear();
    // A second reading that the first contradicts is settled before the next place lights up.
    const before = standingReadings(readings).filter((reading) => reading.station === station.name);
    if (before.length > 0 && disagree([...before.map((reading) => reading.thickness), thickness])) {
      lit.pick(station.name);
      return spoken(`${spokenName(station.name)}: the readings disagree. Which one holds?`);
    }
    const next = nextUnread(walk, station.name, (name) => isRead(name) || name === station.name);
    lit.pick((next ?? station).name);
    spoken(`${formatThickness(thickness, units).figure}. ${next ? spokenName(next.name) : 'All read'}`);
  };
  /** @returns true when the figure was taken or questioned; false when it can't be read */
  const enter = (text: string, source: SurveyReading['source']): boolean => {
    if (!current) return false;
    const read = readFigure(text, units);
    if ('error' in read) {
      setError(read.error);
      return false;
    }
    const taken = { station: current, thickness: read.value, typed: read.typed, source };
    const doubt = doubtOf(read.value, current, context);
    setError(null);
    if (!doubt) store(taken, false);
    else {
      setQuestion({ ...taken, question: doubt });
      spoken(askedWords(read.value, doubt, units));
    }
    return true;
  };
  const takingBack = useTakingBack(context, light);
  return {
    current,
    isPicked: lit.isPicked,
    walk,
    read: walk.filter(({ name }) => isRead(name)).length,
    question,
    error,
    light,
    enter,
    step: (by: 1 | -1) => {
      const next = current && stepped(walk, current.name, by);
      if (next) light(next.name);
    },
    ...takingBack,
    /** The likely figure instead of a slip of the decimal point. */
    takeMeant: (): void => {
      if (!question) return;
      const { expected: thickness } = question.question;
      store({ ...question, thickness, typed: formatThickness(thickness, units).figure }, false);
    },
    /** All readings that stand at the lit station. */
    here: standingReadings(readings).filter(({ station }) => station === current?.name),
    confirmQuestion: () => question && store(question, true),
    dropQuestion: () => setQuestion(null),
    clearError: () => setError(null),
  };
}

/** What does not count any more is kept, and its station lights up again. */
function useTakingBack({ surveyId, readings, add }: Context, light: (name: string) => void) {
  const { person } = usePreferences();
  const takeBack = (reading: SurveyReading): void => {
    if (surveyId === null) return;
    add(surveyId, [retractionOf(reading, person)]);
    light(reading.station);
  };
  return {
    takeBack,
    undoLast: (): SurveyReading | null => {
      const last = lastStanding(readings);
      if (last) takeBack(last);
      return last;
    },
    /** Of readings that disagree one holds: the others are taken back. */
    hold: ({ station, id }: SurveyReading): void => {
      const others = standingReadings(readings).filter((other) => other.station === station && other.id !== id);
      if (surveyId === null || others.length === 0) return;
      add(
        surveyId,
        others.map((other) => retractionOf(other, person)),
      );
    },
  };
}

/** The station that is read next: picked by hand, else where reading stopped. */
function useLitStation({ surveyId, stations, readings, averages, places = null }: Context) {
  const { order } = usePreferences();
  const [picked, setPicked] = useState<{ surveyId: string | null; name: string } | null>(null);
  const walk = useMemo(
    () => (places ? [...places] : orderStations(stations, order, DEFAULT_LAYOUT.pitch)),
    [places, stations, order],
  );
  const readNames = useMemo(() => new Set(averages.map((reading) => reading.station)), [averages]);
  const isRead = (name: string) => readNames.has(name);
  const resumed = nextUnread(walk, stoppedAt(readings), isRead) ?? walk[0] ?? null;
  const pickedHere = picked?.surveyId === surveyId ? picked.name : null;
  return {
    walk,
    isRead,
    current: stations.find((station) => station.name === pickedHere) ?? resumed,
    /** Chosen by hand, not merely next. */
    isPicked: pickedHere !== null,
    pick: (name: string) => setPicked({ surveyId, name }),
  };
}

function stepped(walk: readonly Station[], name: string, by: 1 | -1): Station | null {
  const at = walk.findIndex((station) => station.name === name);
  return walk[(at + by + walk.length) % walk.length] ?? null;
}

function readFigure(text: string, units: UnitChoice): { value: number; typed: string } | { error: string } {
  try {
    const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
    const read = parseQuantity('thickness', text, 'length', unit);
    checkThickness('thickness', read.value);
    return read;
  } catch (failure) {
    return { error: failure instanceof InvalidInput ? `“${text.trim()}” ${failure.reason}` : String(failure) };
  }
}

function askedWords(value: number, { reason, expected }: Question, units: UnitChoice): string {
  const meant = reason === 'slip' ? `Or ${formatThickness(expected, units).figure}?` : 'Read it again.';
  return `${formatThickness(value, units).figure}? ${meant}`;
}

/** Whether a figure fits what stands around it. */
function doubtOf(value: number, { name, x, y }: Station, { averages, expected = null, guide, before = [] }: Context) {
  const was = before.find(({ station }) => station === name)?.thickness ?? null;
  return checkReading({ x, y, value }, othersThan(name, averages, expected), guide) ?? checkGrowth(value, was);
}

function readingOf(
  { station: { name, x, y }, thickness, typed, source }: Omit<PendingQuestion, 'question'>,
  { kept, person }: { kept: boolean; person: string },
): SurveyReading {
  const at = new Date().toISOString();
  return { id: crypto.randomUUID(), station: name, x, y, thickness, typed, source, kept, supersedes: null, person, at };
}

/** What stands at other stations; in a quick look also what is expected where nothing was read. */
function othersThan(station: string, averages: readonly StationReading[], expected: readonly StationReading[] | null) {
  const read = new Map((expected ?? []).map((reading) => [reading.station, reading]));
  for (const reading of averages) read.set(reading.station, reading);
  read.delete(station);
  return [...read.values()];
}

function retractionOf(reading: SurveyReading, person: string): SurveyReading {
  const at = new Date().toISOString();
  return {
    ...reading,
    id: crypto.randomUUID(),
    thickness: null,
    typed: '',
    kept: false,
    supersedes: reading.id,
    person,
    at,
    batch: undefined,
  };
}

export type ReadingEntry = ReturnType<typeof useReadingEntry>;
