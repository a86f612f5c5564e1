import { standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import { InvalidInput } from '@nimble/core/base';
import type { BuildOutcome } from '@nimble/core/project';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { Button, MainAction, SelectField, TextField, Option } from '../../ui';
import { useEntryForm, type TextEntry } from '../../forms';
import { OutcomeField } from '../../frame/OutcomeField';

interface Props {
  buildId: string;
  events: readonly VoicingEvent[];
  outcome: BuildOutcome | null;
  onOutcome: (outcome: BuildOutcome | null) => void;
  onKeep: (body: VoicingBodies['outcome']) => void;
}

const NOTHING_SAID = {
  words: '',
  again: '',
  differently: '',
  marks: ['answers quickly', 'bass', 'clear'].map((name) => ({ name, mark: 0 })),
};

/** How it turned out, in the maker's own words and marks; later builds learn from it. */
export function OutcomeSlip({ buildId, events, outcome, onOutcome, onKeep }: Props) {
  const last = standingEvents(events, 'outcome').at(-1);
  return (
    <div className="space-y-3 pt-1">
      <OutcomeField value={outcome} onChange={onOutcome} />
      <Form key={last?.id ?? 'new'} last={last?.body ?? null} onKeep={onKeep} />
      {last && (
        <p className="text-soft">
          Kept {format(new Date(last.at), 'd MMM yyyy')}
          {last.person && ` by ${last.person}`}. Earlier words stay in the story.
        </p>
      )}
      <Link className="flex min-h-12 items-center underline underline-offset-4" to="/compare">
        Builds beside each other: what the good ones share
      </Link>
      <Link className="flex min-h-12 items-center underline underline-offset-4" to={`/builds/${buildId}/story`}>
        The whole voicing as a story
      </Link>
    </div>
  );
}

function Form({ last, onKeep }: { last: VoicingBodies['outcome'] | null; onKeep: Props['onKeep'] }) {
  const form = useEntryForm({
    blank: { ...(last ?? NOTHING_SAID), name: '' },
    read: ({ words, again, differently, marks }) => {
      const given = marks.filter(({ mark }) => mark > 0);
      if (words.trim() === '' && given.length === 0)
        throw new InvalidInput('words', words, 'Say how it turned out, or give a mark');
      return { words: words.trim(), again: again.trim(), differently: differently.trim(), marks: given };
    },
    send: (said) => onKeep(said),
    after: (typed) => typed,
  });
  const { draft, set } = form;
  const { marks } = draft;
  const name = draft.name.trim();
  return (
    <form aria-label="How it turned out" className="space-y-2" onSubmit={form.submit}>
      <LongText label="In your own words" most={2000} {...form.text('words')} />
      <LongText label="Would do again" most={1000} {...form.text('again')} />
      <LongText label="Would do differently" most={1000} {...form.text('differently')} />
      <fieldset className="space-y-1">
        <legend className="text-soft">Marks under your own names, 1 poor to 9 splendid</legend>
        {marks.map((one, i) => (
          <SelectField
            key={one.name}
            label={one.name}
            value={one.mark}
            onChoose={(chosen) => set({ marks: marks.with(i, { ...one, mark: Number(chosen) }) })}
          >
            <Option value={0}>no mark</Option>
            {Array.from({ length: 9 }, (_, n) => (
              <Option key={n + 1} value={n + 1}>
                {n + 1}
              </Option>
            ))}
          </SelectField>
        ))}
        <div className="flex items-end gap-2">
          <div className="flex-1">
            <TextField label="Another name" maxLength={40} {...form.text('name')} />
          </div>
          <Button
            disabled={name === '' || marks.length >= 12 || marks.some((one) => one.name === name)}
            onClick={() => set({ marks: [...marks, { name, mark: 0 }], name: '' })}
          >
            Add
          </Button>
        </div>
      </fieldset>
      <MainAction>
        <Button type="submit" kind="main" className="w-full">
          Keep it
        </Button>
      </MainAction>
    </form>
  );
}

/** @param most characters */
function LongText({ label, most, value, error, onChange }: TextEntry & { label: string; most: number }) {
  return (
    <div>
      <label className="block text-soft">
        {label}
        <textarea
          className={`mt-0.5 block min-h-20 w-full rounded-md border bg-slip px-3 py-2 text-ink ${error ? 'border-ember' : 'border-line'}`}
          maxLength={most}
          value={value}
          onChange={onChange}
        />
      </label>
      {error && (
        <p role="alert" className="font-medium text-ember-ink">
          {error}
        </p>
      )}
    </div>
  );
}
