import { Ear, FileAudio, Sparkles } from 'lucide-react';
import { useRef } from 'react';
import { Button } from '../ui';
import type { KnockListener } from './use-knock-listener';

/** Begin and end of listening, the meter, and what to do when there is no microphone. */
export function EarPanel({ ear }: { ear: KnockListener }) {
  const file = useRef<HTMLInputElement>(null);
  const on = ear.state === 'listening' || ear.state === 'practising';
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
        {on ? (
          <>
            <Button kind="main" onClick={ear.stop}>
              Stop listening
            </Button>
            {ear.state === 'listening' && <Button onClick={ear.take}>Take this moment</Button>}
          </>
        ) : (
          <Button disabled={ear.state === 'asking'} onClick={() => void ear.listen()}>
            <Ear aria-hidden size={20} /> Listen
          </Button>
        )}
        <Button kind="quiet" onClick={() => file.current?.click()}>
          <FileAudio aria-hidden size={20} /> Open a WAV
        </Button>
        {ear.practise && !on && (
          <Button kind="quiet" onClick={ear.practise}>
            <Sparkles aria-hidden size={20} /> Simulated microphone
          </Button>
        )}
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
    </section>
  );
}

function EarWords({ state, meter, busy, trouble }: Pick<KnockListener, 'state' | 'meter' | 'busy' | 'trouble'>) {
  const hint =
    meter && meter.peak > 0.98
      ? 'Too loud: move the microphone away.'
      : meter && meter.usual > 0.05
        ? 'The room is loud: knocks may be missed.'
        : meter && meter.usual < 2e-6
          ? 'Nothing comes from this microphone: is it muted?'
          : 'Knock: it hears by itself, then waits for the next.';
  return (
    <div role="status" className="text-note">
      {state === 'listening' && (
        <>
          <svg aria-hidden viewBox="0 0 200 10" className="h-3 w-full" preserveAspectRatio="none">
            <rect width="200" height="10" fill="var(--grain)" />
            <rect width={200 * Math.min(1, Math.sqrt(meter?.peak ?? 0))} height="10" fill="var(--spruce)" />
          </svg>
          <p className="text-soft">{busy ? 'Hearing it out …' : hint}</p>
        </>
      )}
      {state === 'practising' && <p className="text-soft">The stand-in knocks on a simulated plate.</p>}
      {state !== 'listening' && busy && <p className="text-soft">Hearing it out …</p>}
      {state === 'asking' && <p>The browser asks whether this page may use the microphone: say yes.</p>}
      {state === 'refused' && (
        <Trouble>
          The microphone was refused. Allow it at the left of the address line and press Listen again; files and typed
          notes work without it.
        </Trouble>
      )}
      {state === 'none' && (
        <Trouble>No microphone was found. Plug one in and press Listen again, or open a WAV.</Trouble>
      )}
      {trouble && <Trouble>{trouble}</Trouble>}
    </div>
  );
}

function Trouble({ children }: { children: React.ReactNode }) {
  return (
    <p role="alert" className="font-medium text-ember-ink">
      {children}
    </p>
  );
}
