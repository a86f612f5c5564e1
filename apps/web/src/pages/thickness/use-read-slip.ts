/**
 * Reading at the plate: what is typed, the caliper on its cable, the hand that walks on, and the keys for all of it.
 */
import type { StationReading } from '@nimble/core/survey';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { SurveyReading } from '../../api/types';
import { useFiguresGoTo } from '../../ui/figures-go-to';
import { useShortcuts } from '../../ui/shortcuts';
import { pressCaliper, useCaliper } from './use-caliper';
import type { ReadingEntry } from './use-reading-entry';

const PRESS_EVERY_MS = 1400;

interface Reading {
  buildId: string;
  entry: ReadingEntry;
  /** What was read at the lit station. */
  here: StationReading | undefined;
}

export function useReadSlip({ buildId, entry, here }: Reading) {
  const [text, setText] = useState('');
  const { current, question } = entry;
  const field = useTypingField(current?.name, question !== null);
  // Enter on a doubted figure does what the main button says: it is dropped and read again; a figure typed meanwhile
  // takes its place.
  const submit = (source: SurveyReading['source'] = 'typed') => {
    if (text.trim() === '') entry.dropQuestion();
    else if (entry.enter(text, source)) setText('');
  };
  const type = (next: string) => {
    setText(next);
    entry.clearError();
  };
  const undo = () => {
    const undone = entry.undoLast();
    if (undone) toast(`Taken back: ${undone.station} ${undone.typed}`);
  };
  const cable = useCable({ buildId, entry, here });
  useShortcuts([
    { key: ' ', label: 'Take a reading from the caliper', run: cable.press },
    { key: 'ArrowRight', label: 'Next station', run: () => entry.step(1) },
    { key: 'ArrowLeft', label: 'Station before', run: () => entry.step(-1) },
    { key: 'Backspace', shown: 'Backspace', label: 'Take back the last reading', run: undo },
    { key: 'Enter', shown: 'Enter', label: question ? 'Read it again' : 'Accept the reading', run: () => submit() },
    ...(question
      ? [
          { key: 'k', shown: 'K', label: 'The doubted figure is right: keep it', run: entry.confirmQuestion },
          { key: 'Escape', shown: 'Esc', label: 'Read it again', run: entry.dropQuestion },
        ]
      : []),
  ]);
  return { text, type, field, submit, undo, cable };
}

export type ReadSlipState = ReturnType<typeof useReadSlip>;

/** A figure typed anywhere on the page is a reading. */
function useTypingField(station: string | undefined, isAsked: boolean) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!matchMedia('(pointer: coarse)').matches) field.current?.focus({ preventScroll: true });
  }, [station, isAsked]);
  useFiguresGoTo(field);
  return (element: HTMLInputElement | null) => {
    field.current = element;
  };
}

/** The simulated caliper: plugged in at the first press. */
function useCable({ buildId, entry, here }: Reading) {
  const [cabled, setCabled] = useState(false);
  const [walking, setWalking] = useState(false);
  const { current, question } = entry;
  const caliper = useCaliper(buildId, cabled, (line) => entry.enter(line, 'caliper'));
  const press = () => {
    if (!current) return;
    if (!cabled) setCabled(true);
    pressCaliper(buildId, current).catch((error: Error) => toast.error(error.message));
  };
  const isFree = caliper === 'on' && !question && !here?.disputed && entry.read < entry.walk.length;
  useWalkingHand(walking && isFree, current?.name ?? '', press);
  return {
    ...{ cabled, walking, caliper, press },
    onCable: () => setCabled(!cabled),
    onWalk: () => setWalking(!walking),
  };
}

/** Lets the stand-in's hand press again at each newly lit station. */
function useWalkingHand(active: boolean, station: string, press: () => void): void {
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => {
    if (!active) return;
    const timer = setTimeout(() => latest.current(), PRESS_EVERY_MS);
    return () => clearTimeout(timer);
  }, [active, station]);
}
