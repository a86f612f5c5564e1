import type { KnockAnalysis } from '@nimble/core';
import { Ear, FileAudio } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button } from '../ui';
import { KnockPicture } from './KnockPicture';
import { movedSince, noteWords, onsetWords, strongest, warningWords } from './knock-words';
import { useEar } from './use-ear';

interface Props {
  /** Each knock as it is heard. */
  onHeard: (analysis: KnockAnalysis) => void;
}

const LARGE = 3;

/** Listens for knocks by microphone, or opens a WAV; shows the strongest notes large and what moved since the knock before. */
export function KnockEar({ onHeard }: Props) {
  const [heard, setHeard] = useState<KnockAnalysis | null>(null);
  const [before, setBefore] = useState<KnockAnalysis | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const ear = useEar((analysis) => {
    if (heard && heard.partials.length > 0) setBefore(heard);
    setHeard(analysis);
    if (analysis.partials.length > 0) onHeard(analysis);
  });
  return (
    <section
      aria-label="By ear"
      className="relative space-y-2"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const dropped = event.dataTransfer.files[0];
        if (dropped) ear.open(dropped);
      }}
    >
      <div className="flex flex-wrap gap-2">
        {ear.state === 'listening' ? (
          <>
            <Button kind="main" onClick={ear.stop}>
              Stop listening
            </Button>
            <Button onClick={ear.take}>Take this moment</Button>
          </>
        ) : (
          <Button disabled={ear.state === 'asking'} onClick={() => void ear.listen()}>
            <Ear aria-hidden size={20} /> Listen
          </Button>
        )}
        <Button kind="quiet" onClick={() => file.current?.click()}>
          <FileAudio aria-hidden size={20} /> Open a WAV
        </Button>
        <input
          ref={file}
          type="file"
          accept=".wav,audio/wav,audio/x-wav"
          aria-label="WAV file"
          className="sr-only"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            if (chosen) ear.open(chosen);
            event.target.value = '';
          }}
        />
      </div>
      <EarWords {...ear} />
      {heard && <Heard heard={heard} before={before} />}
    </section>
  );
}

function EarWords({
  state,
  meter,
  busy,
  trouble,
}: Pick<ReturnType<typeof useEar>, 'state' | 'meter' | 'busy' | 'trouble'>) {
  const hint =
    meter && meter.peak > 0.98
      ? 'Too loud: move the microphone away.'
      : meter && meter.usual > 0.05
        ? 'The room is loud: knocks may be missed.'
        : 'Knock: it hears by itself, then waits for the next.';
  return (
    <div role="status" className="text-[0.97rem]">
      {state === 'listening' && (
        <>
          <svg aria-hidden viewBox="0 0 200 10" className="h-3 w-full" preserveAspectRatio="none">
            <rect width="200" height="10" fill="var(--grain)" />
            <rect width={200 * Math.min(1, Math.sqrt(meter?.peak ?? 0))} height="10" fill="var(--spruce)" />
          </svg>
          <p className="text-soft">{busy ? 'Hearing it out …' : hint}</p>
        </>
      )}
      {state !== 'listening' && busy && <p className="text-soft">Hearing it out …</p>}
      {state === 'asking' && <p>The browser asks whether this page may use the microphone: say yes.</p>}
      {state === 'refused' && (
        <p role="alert" className="font-medium text-ember-ink">
          The microphone was refused. Allow it at the left of the address line and press Listen again; files and typed
          notes work without it.
        </p>
      )}
      {state === 'none' && (
        <p role="alert" className="font-medium text-ember-ink">
          No microphone was found. Plug one in and press Listen again, or open a WAV.
        </p>
      )}
      {trouble && (
        <p role="alert" className="font-medium text-ember-ink">
          {trouble}
        </p>
      )}
    </div>
  );
}

function Heard({ heard, before }: { heard: KnockAnalysis; before: KnockAnalysis | null }) {
  return (
    <div className="space-y-1">
      <ul className="flex flex-wrap gap-x-6">
        {strongest(heard, LARGE).map((partial) => {
          const moved = movedSince(partial, before);
          return (
            <li key={partial.frequency} className="leading-tight">
              <span className="figures block text-[1.9rem] font-medium">{partial.frequency.toFixed(1)}</span>
              <span className="figures block text-soft">
                {noteWords(partial)}
                {moved !== null && `, ${moved >= 0 ? '+' : '−'}${Math.abs(moved).toFixed(0)} ¢ since`}
              </span>
              <span className="block text-[0.92rem] text-soft">
                rings {partial.ring.toFixed(2)} s, Q {Math.round(partial.q)}
              </span>
            </li>
          );
        })}
      </ul>
      {heard.partials.length > 0 && <KnockPicture heard={heard} before={before} />}
      <p className="text-soft">
        {onsetWords(heard)}
        {heard.ringTime !== null && (
          <>
            {' '}
            Rings <span className="figures">{heard.ringTime.toFixed(2)} s</span> in all.
          </>
        )}
        {heard.rattle > 0.3 && ' Something rattles: look for a loose joint, and knock here again.'}
      </p>
      {heard.warnings.map((warning) => (
        <p key={warning} className="font-medium text-ember-ink">
          {warningWords(warning)}
        </p>
      ))}
    </div>
  );
}
