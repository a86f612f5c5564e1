import type { Family } from '@nimble/core/outline';
import { format } from 'date-fns';
import { Download, FileAudio, Mic } from 'lucide-react';
import { useRef, useState } from 'react';
import { useBuilds } from '../../api/hooks';
import { soundPath, type PlayedView, type useKnockWrites } from '../../api/knocks';
import type { Build } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { longPitch } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import { MOST_SECONDS, useRecorder } from '../../listening/use-recorder';
import { Button, Option, PanelSection, SelectField, TextField } from '../../ui';
import { useSending } from '../../forms';
import { valleyWords } from '../../words/played-words';

interface Props {
  build: Build;
  recordings: readonly PlayedView[];
  shown: PlayedView | null;
  others: readonly PlayedView[];
  against: PlayedView | null;
  otherBuild: string;
  keep: ReturnType<typeof useKnockWrites>;
  onShown: (id: string) => void;
  onOther: (buildId: string) => void;
  onAgainst: (id: string) => void;
}

/** Figures of the recording that is shown, what it is compared with, and a new one. */
export function PlayedSlip(props: Props) {
  const { recordings, shown, against } = props;
  return (
    <div className="space-y-3 pt-1">
      {shown ? (
        <Figures shown={shown} against={against} />
      ) : (
        <p>
          Nothing played yet. Play every note once, slowly, from the lowest string up to the last fret you use, about a
          hand from the top; leave a moment of silence before.
        </p>
      )}
      {recordings.length > 0 && <Compare {...props} />}
      <NewRecording {...props} />
    </div>
  );
}

function Figures({ shown, against }: { shown: PlayedView; against: PlayedView | null }) {
  const { peaks, valleys, evenness, background } = shown.analysis;
  const other = against?.analysis;
  return (
    <section aria-label="The recording">
      <p className="text-soft">
        {shown.place.title || 'Played'}, {format(new Date(shown.at), 'd MMM yyyy')}
      </p>
      <p className="figures text-great leading-none font-medium">{peaks.length}</p>
      <p>peaks in range{other && <span className="text-soft"> (the other: {other.peaks.length})</span>}</p>
      <dl className="mt-2">
        <Row
          name="evenness"
          value={`± ${evenness.toFixed(1)} dB`}
          other={other && `± ${other.evenness.toFixed(1)} dB`}
        />
        <Row name="deep valleys" value={`${valleys.length}`} other={other && `${other.valleys.length}`} />
        <Row
          name="room under it"
          value={`${background.toFixed(0)} dB`.replace('-', '−')}
          other={other && `${other.background.toFixed(0)} dB`.replace('-', '−')}
        />
      </dl>
      <Valleys shown={shown} />
    </section>
  );
}

function Row({ name, value, other }: { name: string; value: string; other?: string }) {
  return (
    <div className="flex items-baseline justify-between gap-2 border-t border-grain py-1">
      <dt>{name}</dt>
      <dd className="figures">
        {value}
        {other && <span className="text-soft"> / {other}</span>}
      </dd>
    </div>
  );
}

function Valleys({ shown }: { shown: PlayedView }) {
  const choice = usePreferences();
  const { valleys } = shown.analysis;
  if (valleys.length === 0) return <p>No note falls into a deep valley.</p>;
  return (
    <>
      <p className="mt-2">{valleyWords(valleys.length)}</p>
      <ul>
        {[...valleys]
          .sort((a, b) => b.depth - a.depth)
          .map(({ frequency, depth }) => (
            <li key={frequency} className="figures flex justify-between">
              <span>{longPitch(frequency, choice) || `${frequency.toFixed(0)} Hz`}</span>
              <span className="text-soft">{depth.toFixed(0)} dB deep</span>
            </li>
          ))}
      </ul>
    </>
  );
}

function Compare({ build, recordings, shown, others, against, otherBuild, keep, onShown, onOther, onAgainst }: Props) {
  const builds = useBuilds().data ?? [];
  const name = ({ place, at }: PlayedView) => `${place.title || 'Played'}, ${format(new Date(at), 'd MMM yyyy')}`;
  return (
    <PanelSection label="Compare">
      {recordings.length > 1 && (
        <SelectField label="Shown" value={shown?.id ?? ''} onChoose={onShown}>
          {recordings.map((recording) => (
            <Option key={recording.id} value={recording.id}>
              {name(recording)}
            </Option>
          ))}
        </SelectField>
      )}
      <SelectField label="Compared with (dashed)" value={otherBuild} onChoose={onOther}>
        <Option value="">{recordings.length > 1 ? 'an earlier recording of this one' : 'nothing'}</Option>
        {builds
          .filter(({ id }) => id !== build.id)
          .map(({ id, number, name: called }) => (
            <Option key={id} value={id}>
              No. {number} {called}
            </Option>
          ))}
      </SelectField>
      {otherBuild !== '' && others.length === 0 && <p className="text-soft">Nothing was recorded of that one yet.</p>}
      {others.filter(({ id }) => id !== shown?.id).length > 0 && (
        <SelectField label="Its recording" value={against?.id ?? ''} onChoose={onAgainst}>
          {otherBuild === '' && <Option value="">none</Option>}
          {others
            .filter(({ id }) => id !== shown?.id)
            .map((recording) => (
              <Option key={recording.id} value={recording.id}>
                {name(recording)}
              </Option>
            ))}
        </SelectField>
      )}
      {shown && (
        <div className="flex flex-wrap items-center gap-2">
          <a
            href={soundPath(shown.id)}
            download
            className="inline-flex min-h-11 items-center gap-2 px-1 underline underline-offset-4"
          >
            <Download aria-hidden size={20} /> Save the sound as WAV
          </a>
          <Button kind="quiet" onClick={() => keep.retract(shown.id, true)}>
            Take it back
          </Button>
        </div>
      )}
    </PanelSection>
  );
}

/** Lowest and highest fretted note as such instruments usually have them. */
const RANGES: Record<Family, readonly [string, string]> = {
  'steel-string': ['E2', 'A5'],
  'nylon-string': ['E2', 'G5'],
  'arched-guitar': ['E2', 'A5'],
  mandolin: ['G3', 'A6'],
  ukulele: ['C4', 'D6'],
  other: ['E2', 'A5'],
};

function NewRecording({ build, keep, onShown }: Props) {
  const { a4, person } = usePreferences();
  const [title, setTitle] = useState('');
  const [lowest, setLowest] = useState(RANGES[build.family][0]);
  const [highest, setHighest] = useState(RANGES[build.family][1]);
  const [wrong, setWrong] = useState<{ lowest?: string; highest?: string }>({});
  const file = useRef<HTMLInputElement>(null);
  const abort = useRef<AbortController | null>(null);
  const { send, busy, at } = useSending(() => setTitle(''));

  const range = () => {
    const [low, high] = [readPitch(lowest, a4), readPitch(highest, a4)];
    const words = (read: typeof low) =>
      read.kind === 'pitch' ? undefined : read.kind === 'wrong' ? read.words : 'Say the note';
    setWrong({ lowest: words(low), highest: words(high) });
    return low.kind === 'pitch' && high.kind === 'pitch' ? { lowest: low.frequency, highest: high.frequency } : null;
  };
  /**
   * What was recorded or opened stays here until the server has it: a bad range or a lost network costs no second
   * playing.
   */
  const [held, setHeld] = useState<HeldSound | null>(null);
  const keepSound = (sound: HeldSound) => {
    setHeld(sound);
    const asked = range();
    if (!asked) return;
    abort.current = new AbortController();
    const { signal } = abort.current;
    const place = { title: title.trim(), ...asked };
    void send(async () => {
      try {
        onShown((await keep.keepPlayed({ person, source: sound.source, place }, sound.bytes, signal)).id);
        setHeld(null);
      } catch (failure) {
        if ((failure as Error).name !== 'AbortError') throw failure;
      }
    });
  };
  const recorder = useRecorder((bytes) => keepSound({ bytes, source: 'microphone' }));
  const { state } = recorder;
  return (
    <PanelSection heading="A new recording" className="relative">
      <TextField
        label="What it is"
        value={title}
        placeholder="new strings, a month later"
        maxLength={80}
        onChange={(e) => setTitle(e.target.value)}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Lowest note"
          value={lowest}
          error={wrong.lowest ?? at('lowest')}
          onChange={(e) => setLowest(e.target.value)}
        />
        <TextField
          label="Highest note"
          value={highest}
          error={wrong.highest ?? at('highest')}
          onChange={(e) => setHighest(e.target.value)}
        />
      </div>
      {state.kind === 'recording' ? (
        <div role="status" className="space-y-1">
          <p className="figures text-figure leading-none">{state.seconds.toFixed(0)} s</p>
          <p className="text-soft">
            {state.peak > 0.98
              ? 'Too loud: move away.'
              : `Play every note once. It stops by itself after ${MOST_SECONDS / 60} minutes.`}
          </p>
          <Button kind="main" className="w-full" onClick={recorder.stop}>
            Stop and hear it out
          </Button>
        </div>
      ) : busy ? (
        <div role="status" className="flex items-center justify-between gap-2">
          <span>Hearing it out …</span>
          <Button onClick={() => abort.current?.abort()}>Cancel</Button>
        </div>
      ) : held ? (
        <Held sound={held} onAgain={() => keepSound(held)} onDrop={() => setHeld(null)} />
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => range() && void recorder.start()}>
            <Mic aria-hidden size={20} /> Record
          </Button>
          <Button kind="quiet" onClick={() => file.current?.click()}>
            <FileAudio aria-hidden size={20} /> Open a WAV
          </Button>
        </div>
      )}
      {(state.kind === 'refused' || state.kind === 'none') && (
        <p role="alert" className="font-medium text-ember-ink">
          {state.kind === 'refused'
            ? 'The microphone was refused. Allow it at the left of the address line and press Record again; files work without it.'
            : 'No microphone was found. Plug one in and press Record again, or open a WAV.'}
        </p>
      )}
      {at('file') && (
        <p role="alert" className="font-medium text-ember-ink">
          The file {at('file')}.
        </p>
      )}
      <input
        ref={file}
        type="file"
        accept=".wav,audio/wav,audio/x-wav"
        aria-label="Played WAV file"
        className="sr-only"
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          if (chosen) keepSound({ bytes: chosen, source: 'file' });
          event.target.value = '';
        }}
      />
    </PanelSection>
  );
}

interface HeldSound {
  bytes: Blob;
  source: 'microphone' | 'file';
}

/** A sound that the server doesn't have yet: again, as a file, or away with it. */
function Held({ sound, onAgain, onDrop }: { sound: HeldSound; onAgain: () => void; onDrop: () => void }) {
  const save = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(sound.bytes);
    link.download = 'played.wav';
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div role="status" className="space-y-2 border-l-4 border-brass bg-brass/10 px-3 py-2">
      <p>The sound is still here. Mend what is marked, then hear it out again.</p>
      <div className="flex flex-wrap gap-2">
        <Button kind="main" onClick={onAgain}>
          Hear it out
        </Button>
        {sound.source === 'microphone' && <Button onClick={save}>Save as WAV</Button>}
        <Button kind="quiet" onClick={onDrop}>
          Away with it
        </Button>
      </div>
    </div>
  );
}
