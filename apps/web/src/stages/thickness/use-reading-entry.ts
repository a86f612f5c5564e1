/** The flow of taking readings: a lit station, a figure, a question if it doesn't fit, the next station. */
import {
  checkThickness, formatThickness, InvalidInput, nextUnread, orderStations, parseQuantity, questionReading,
  type Question, type Station, type StationReading, type UnitChoice, DEFAULT_LAYOUT,
} from '@nimble/core'; // prettier-ignore
import { useCallback, useMemo, useState } from 'react';
import type { SurveyReading } from '../../api/types';
import { usePreferences } from '../../shell/preferences';
import { say, spokenName } from './speech';
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
  add: (surveyId: string, readings: SurveyReading[]) => void;
}

export function useReadingEntry({ surveyId, stations, readings, averages, units, guide, add }: Context) {
  const { person, speech, order } = usePreferences();
  const walk = useMemo(() => orderStations(stations, order, DEFAULT_LAYOUT.pitch), [stations, order]);
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
      const others = averages.filter((reading) => reading.station !== current.name);
      const doubt = questionReading({ x: current.x, y: current.y, value }, others, guide);
      const taken = { station: current, thickness: value, typed, source };
      if (doubt) setQuestion({ ...taken, question: doubt });
      else store(taken, false);
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

  /** Takes the last reading back (kept, but no longer counted) and lights its station. */
  const undoLast = (): SurveyReading | null => {
    const last = lastStanding(readings);
    if (!last || surveyId === null) return null;
    add(surveyId, [
      {
        ...last,
        id: crypto.randomUUID(),
        thickness: null,
        typed: '',
        kept: false,
        supersedes: last.id,
        person,
        at: new Date().toISOString(),
      },
    ]);
    light(last.station);
    return last;
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
    confirmQuestion: () => question && store(question, true),
    dropQuestion: () => setQuestion(null),
    clearError: () => setError(null),
  };
}

export type ReadingEntry = ReturnType<typeof useReadingEntry>;
