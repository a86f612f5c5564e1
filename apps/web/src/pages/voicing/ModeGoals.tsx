import type { ModeWish, VoicingGoal } from '@nimble/core/voicing';
import { useState } from 'react';
import type { ComparedView } from '../../api/voicing';
import { usePreferences } from '../../ui/preferences';
import { longPitch } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import { Button, SelectField, TextField, Option } from '../../ui';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { KIND_WORDS } from '../../words/top-words';

/** A note as it was read, with the model's beside it. */
export type HeardMode = VoicingPicture['modes'][number] & { heard: number | null };

interface Props {
  goal: VoicingGoal;
  modes: readonly HeardMode[];
  /** A back is set against one of these. */
  tops: readonly ComparedView[];
  onModes: (modes: ModeWish[]) => void;
}

/** Notes of the plate, each with where it shall come to. */
export function ModeGoals({ goal, modes, tops, onModes }: Props) {
  const choice = usePreferences();
  const [mode, setMode] = useState(0);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  if (modes.length === 0) return null;
  const add = () => {
    const read = readPitch(text, choice.a4);
    if (read.kind === 'none') return setError('Type a note such as G3, a frequency, or a ratio such as 1.5 x');
    const ratio = /^([\d.,]+)\s*[x×]$/i.exec(text.trim());
    if (ratio) {
      if (mode === 0) return setError('A ratio is to the lowest note: choose another note for it');
      onModes([
        ...goal.modes.filter((wish) => wish.mode !== mode),
        { mode, at: 'ratio', to: 0, ratio: Number(ratio[1]!.replace(',', '.')) },
      ]);
    } else if (read.kind === 'wrong') return setError(read.words);
    else
      onModes([
        ...goal.modes.filter((wish) => wish.mode !== mode),
        { mode, at: 'frequency', frequency: read.frequency },
      ]);
    setText('');
    setError(null);
  };
  const pitch = (frequency: number) => longPitch(frequency, choice) || `${frequency.toFixed(0)} Hz`;
  const named = (m: number) => {
    const note = modes[m];
    if (!note) return `${m + 1}`;
    const read =
      note.heard === null
        ? `not heard, ${pitch(note.frequency)} by the model`
        : `${pitch(note.heard)}, ${pitch(note.frequency)} by the model`;
    return `${m + 1}: ${read}, ${KIND_WORDS[note.kind]}`;
  };
  return (
    <section aria-label="Notes of the plate" className="space-y-2">
      <h2 className="font-bold">Notes of the plate, free in the hand</h2>
      <ul>
        {goal.modes.map((wish) => (
          <li key={wish.mode} className="flex items-center justify-between gap-2 border-t border-grain">
            <span>
              Note {wish.mode + 1}{' '}
              {wish.at === 'frequency' ? `at ${wish.frequency.toFixed(1)} Hz` : `${wish.ratio.toFixed(3)} × the lowest`}
            </span>
            <Button kind="quiet" onClick={() => onModes(goal.modes.filter((one) => one !== wish))}>
              Drop
            </Button>
          </li>
        ))}
      </ul>
      <SelectField label="Note" value={mode} onChoose={(chosen) => setMode(Number(chosen))}>
        {modes.map((_, m) => (
          <Option key={m} value={m}>
            {named(m)}
          </Option>
        ))}
      </SelectField>
      <form className="flex items-end gap-2" onSubmit={(event) => (event.preventDefault(), add())}>
        <div className="flex-1">
          <TextField
            label="shall come to"
            placeholder="G2, 98, or 1.5 x"
            value={text}
            error={error}
            onChange={(event) => setText(event.target.value)}
          />
        </div>
        <Button type="submit">Add</Button>
      </form>
      <OverTop
        tops={tops}
        onFrequency={(frequency) =>
          onModes([...goal.modes.filter((wish) => wish.mode !== mode), { mode, at: 'frequency', frequency }])
        }
      />
    </section>
  );
}

const STEPS = [
  [0, 'at the same note'],
  [1, 'a half step over it'],
  [2, 'a whole tone over it'],
  [3, 'a minor third over it'],
  [4, 'a major third over it'],
  [-2, 'a whole tone under it'],
] as const;

/** A back is set against the loudest note of its top. */
function OverTop({ tops, onFrequency }: { tops: readonly ComparedView[]; onFrequency: (frequency: number) => void }) {
  const known = tops.filter(({ figures }) => (figures.note ?? 0) > 0);
  const [id, setId] = useState('');
  const top = known.find((one) => one.id === id);
  if (known.length === 0) return null;
  return (
    <div className="space-y-2">
      <SelectField label="Or set it against the top" value={id} onChoose={setId}>
        <Option value="">choose its build</Option>
        {known.map(({ id: key, number, name, figures }) => (
          <Option key={key} value={key}>
            No. {number} {name}, {figures.note!.toFixed(0)} Hz
          </Option>
        ))}
      </SelectField>
      {top && (
        <SelectField
          label="The note above stands"
          value=""
          onChoose={(chosen) => chosen !== '' && onFrequency(top.figures.note! * 2 ** (Number(chosen) / 12))}
        >
          <Option value="">choose</Option>
          {STEPS.map(([step, words]) => (
            <Option key={step} value={step}>
              {words}
            </Option>
          ))}
        </SelectField>
      )}
    </div>
  );
}
