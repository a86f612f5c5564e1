/** The flow of taking readings: a lit station, a figure, a question if it doesn't fit, the next station. */
import {
  checkThickness,
  disagree,
  formatThickness,
  InvalidInput,
  nextUnread,
  orderStations,
  parseQuantity,
  questionReading,
  standingReadings,
  type Question,
  type Station,
  type StationReading,
  type UnitChoice,
  DEFAULT_LAYOUT,
} from '@nimble/core';
import { useCallback, useMemo, useState } from 'react';
import type { SurveyReading } from '../../api/types';
import { usePreferences } from '../../shell/preferences';
import { say, spokenName } from '../../shell/speech';
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
  /** What every station should measure after a pass, for a quick look. */
  expected?: readonly StationReading[] | null;
  add: (surveyId: string, readings: SurveyReading[]) => void;
}

export function useReadingEntry({
  surveyId,
  stations,
  readings,
  averages,
  units,
  guide,
  places = null,
  expected = null,
  add,
}: Context) {
  const { person, speech, order } = usePreferences();
  const walk = useMemo(
    () => (places ? [...places] : orderStations(stations, order, DEFAULT_LAYOUT.pitch)),
    [places, stations, order],
  );
  const readNames = useMemo(() => new Set(averages.map((reading) => reading.station)), [averages]);
  const [picked, setPicked] = useState<{ surveyId: string | null; name: string } | null>(null);
  const [question, setQuestion] = useState<PendingQuestion | null>(null);
  const [error, setError] = useState<string | null>(null);

  const resumed = nextUnread(walk, stoppedAt(readings), (name) => readNames.has(name)) ?? walk[0] ?? null;
  const pickedHere = picked?.surveyId === surveyId ? picked.name : null;
  const current = stations.find((station) => station.name === pickedHere) ?? resumed;

  const light = useCallback(
    (name: string) => {
      setPicked({ surveyId, name });
      setQuestion(null);
      setError(null);
      if (speech) say(spokenName(name));
    },
    [speech, surveyId],
  );

  const store = (taken: Omit<PendingQuestion, 'question'>, kept: boolean) => {
    if (surveyId === null) return;
    const { station, thickness, typed, source } = taken;
    add(surveyId, [
      {
        id: crypto.randomUUID(),
        station: station.name,
        x: station.x,
        y: station.y,
        thickness,
        typed,
        source,
        kept,
        supersedes: null,
        person,
        at: new Date().toISOString(),
      },
    ]);
    setQuestion(null);
    setError(null);
    // A second reading that the first contradicts is settled before the next place lights up.
    const before = standingReadings(readings).filter((reading) => reading.station === station.name);
    if (before.length > 0 && disagree([...before.map((reading) => reading.thickness), thickness])) {
      setPicked({ surveyId, name: station.name });
      if (speech) say(`${spokenName(station.name)}: the readings disagree. Which one holds?`);
      return;
    }
    const next = nextUnread(walk, station.name, (name) => readNames.has(name) || name === station.name);
    setPicked({ surveyId, name: (next ?? station).name });
    if (speech) say(`${formatThickness(thickness, units).figure}. ${next ? spokenName(next.name) : 'All read'}`);
  };

  /** @returns true when the figure was taken or questioned; false when it can't be read */
  const enter = (text: string, source: SurveyReading['source']): boolean => {
    if (!current) return false;
    try {
      const { value, typed } = parseQuantity(
        'thickness',
        text,
        'length',
        units.thickness === 'in-fraction' ? 'in' : units.thickness,
      );
      checkThickness('thickness', value);
      const others = othersThan(current.name, averages, expected);
      const doubt = questionReading({ x: current.x, y: current.y, value }, others, guide);
      const taken = { station: current, thickness: value, typed, source };
      if (doubt) {
        setQuestion({ ...taken, question: doubt });
        if (speech)
          say(
            `${formatThickness(value, units).figure}? ${doubt.reason === 'slip' ? `Or ${formatThickness(doubt.expected, units).figure}?` : 'Read it again.'}`,
          );
      } else store(taken, false);
      setError(null);
      return true;
    } catch (failure) {
      setError(failure instanceof InvalidInput ? `“${text.trim()}” ${failure.reason}` : String(failure));
      return false;
    }
  };

  const step = (by: 1 | -1) => {
    if (!current || walk.length === 0) return;
    const at = walk.findIndex((station) => station.name === current.name);
    light(walk[(at + by + walk.length) % walk.length]!.name);
  };

  /** Takes a reading back (kept, but no longer counted) and lights its station. */
  const takeBack = (reading: SurveyReading): void => {
    if (surveyId === null) return;
    add(surveyId, [retractionOf(reading, person)]);
    light(reading.station);
  };
  const undoLast = (): SurveyReading | null => {
    const last = lastStanding(readings);
    if (last) takeBack(last);
    return last;
  };
  /** Of readings that disagree one holds: the others are taken back. */
  const hold = (holding: SurveyReading): void => {
    const others = standingReadings(readings).filter(
      ({ station, id }) => station === holding.station && id !== holding.id,
    );
    if (surveyId !== null && others.length > 0)
      add(
        surveyId,
        others.map((other) => retractionOf(other, person)),
      );
  };
  /** The likely figure instead of a slip of the decimal point. */
  const takeMeant = (): void => {
    if (!question) return;
    const meant = question.question.expected;
    store({ ...question, thickness: meant, typed: formatThickness(meant, units).figure }, false);
  };

  return {
    current,
    /** Chosen by hand, not merely next. */
    isPicked: pickedHere !== null,
    walk,
    read: walk.filter((station) => readNames.has(station.name)).length,
    question,
    error,
    light,
    enter,
    step,
    undoLast,
    takeBack,
    hold,
    takeMeant,
    /** All readings that stand at the lit station. */
    here: standingReadings(readings).filter(({ station }) => station === current?.name),
    confirmQuestion: () => question && store(question, true),
    dropQuestion: () => setQuestion(null),
    clearError: () => setError(null),
  };
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
