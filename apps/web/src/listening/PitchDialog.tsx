import { Music } from 'lucide-react';
import { useEffect, useState } from 'react';
import { setPreferences, usePreferences, type Preferences } from '../ui/preferences';
import { Dialog, SelectField, TextField, Option } from '../ui';

const PITCHES: readonly (readonly [Preferences['pitch'], string])[] = [
  ['note', 'notes and cents'],
  ['hertz', 'hertz'],
  ['none', 'no names: alive or dull'],
];
const SPELLINGS: readonly (readonly [Preferences['spelling'], string])[] = [
  ['sharp', 'sharps'],
  ['flat', 'flats'],
];

/** How pitches are said on this device, when two notes beat, and which microphone listens. */
export function PitchButton() {
  const choice = usePreferences();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        aria-label="How pitches are said"
        className="inline-flex min-h-12 items-center gap-1 rounded-md px-2 hover:bg-grain/50"
        onClick={() => setOpen(true)}
      >
        <Music aria-hidden size={20} />
        <span>{choice.pitch === 'note' ? `A = ${choice.a4}` : choice.pitch === 'hertz' ? 'Hz' : 'no names'}</span>
      </button>
      <Dialog title="How pitches are said" open={open} onClose={() => setOpen(false)}>
        <PitchFields />
      </Dialog>
    </>
  );
}

function PitchFields() {
  const choice = usePreferences();
  const microphones = useMicrophones();
  return (
    <div className="space-y-3">
      <SelectField
        label="Pitches as"
        value={choice.pitch}
        onChoose={(chosen) => setPreferences({ pitch: chosen as Preferences['pitch'] })}
      >
        {PITCHES.map(([pitch, words]) => (
          <Option key={pitch} value={pitch}>
            {words}
          </Option>
        ))}
      </SelectField>
      <SelectField
        label="Spelled with"
        value={choice.spelling}
        onChoose={(chosen) => setPreferences({ spelling: chosen as Preferences['spelling'] })}
      >
        {SPELLINGS.map(([spelling, words]) => (
          <Option key={spelling} value={spelling}>
            {words}
          </Option>
        ))}
      </SelectField>
      <div className="grid grid-cols-2 gap-3">
        <RangeField label="A4" from={400} to={480} value={choice.a4} onChange={(a4) => setPreferences({ a4 })} />
        <RangeField
          label="Notes beat when nearer than"
          from={0.5}
          to={30}
          value={choice.beatRange}
          onChange={(beatRange) => setPreferences({ beatRange })}
        />
      </div>
      <SelectField
        label="Microphone"
        hint={microphones.length === 0 ? 'Their names are known once you have pressed Listen.' : undefined}
        value={choice.microphone}
        onChoose={(chosen) => setPreferences({ microphone: chosen })}
      >
        <Option value="">the browser’s own choice</Option>
        {microphones.map(({ id, name }) => (
          <Option key={id} value={id}>
            {name}
          </Option>
        ))}
      </SelectField>
    </div>
  );
}

interface RangeProps {
  label: string;
  from: number;
  to: number;
  value: number;
  onChange: (value: number) => void;
}

function RangeField({ label, from, to, value, onChange }: RangeProps) {
  const [text, setText] = useState(String(value));
  const [error, setError] = useState<string | null>(null);
  const read = (typed: string) => {
    setText(typed);
    const figure = Number(typed.trim().replace(',', '.'));
    if (typed.trim() === '' || !(figure >= from && figure <= to)) return setError(`From ${from} to ${to} Hz`);
    setError(null);
    onChange(figure);
  };
  return (
    <TextField label={label} suffix="Hz" value={text} error={error} onChange={(event) => read(event.target.value)} />
  );
}

/** Names come only once the microphone was allowed. */
function useMicrophones(): { id: string; name: string }[] {
  const [found, setFound] = useState<{ id: string; name: string }[]>([]);
  useEffect(() => {
    if (!('mediaDevices' in navigator) || !('enumerateDevices' in navigator.mediaDevices)) return;
    let here = true;
    const look = async () => {
      const devices = await navigator.mediaDevices.enumerateDevices();
      const inputs = devices.filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId !== '');
      if (here)
        setFound(inputs.map(({ deviceId, label }, i) => ({ id: deviceId, name: label || `microphone ${i + 1}` })));
    };
    void look().catch(() => undefined);
    return () => {
      here = false;
    };
  }, []);
  return found;
}
