import { standingEvents, type VoicingBodies, type VoicingEvent } from '@nimble/core/voicing';
import type { BuildOutcome } from '@nimble/core/project';
import { format } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button, SelectField, TextField, Option } from '../../ui';
import { OutcomeField } from '../../frame/OutcomeField';

interface LongText {
  label: string;
  value: string;
  set: (text: string) => void;
  /** Characters. */
  most: number;
  wrong?: string | null;
}

interface Props {
  buildId: string;
  events: readonly VoicingEvent[];
  outcome: BuildOutcome | null;
  onOutcome: (outcome: BuildOutcome | null) => void;
  onKeep: (body: VoicingBodies['outcome']) => void;
}

const USUAL_MARKS = ['answers quickly', 'bass', 'clear'];

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
  const [words, setWords] = useState(last?.words ?? '');
  const [again, setAgain] = useState(last?.again ?? '');
  const [differently, setDifferently] = useState(last?.differently ?? '');
  const [marks, setMarks] = useState(last?.marks ?? USUAL_MARKS.map((name) => ({ name, mark: 0 })));
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const given = marks.filter(({ mark }) => mark > 0);
    if (words.trim() === '' && given.length === 0) return setError('Say how it turned out, or give a mark');
    setError(null);
    onKeep({ words: words.trim(), again: again.trim(), differently: differently.trim(), marks: given });
  };
  const long = ({ label, value, set, most, wrong = null }: LongText) => (
    <div>
      <label className="block text-soft">
        {label}
        <textarea
          className={`mt-0.5 block min-h-20 w-full rounded-md border bg-slip px-3 py-2 text-ink ${wrong ? 'border-ember' : 'border-line'}`}
          maxLength={most}
          value={value}
          onChange={(event) => set(event.target.value)}
        />
      </label>
      {wrong && (
        <p role="alert" className="font-medium text-ember-ink">
          {wrong}
        </p>
      )}
    </div>
  );
  return (
    <form aria-label="How it turned out" className="space-y-2" onSubmit={(event) => (event.preventDefault(), keep())}>
      {long({ label: 'In your own words', value: words, set: setWords, most: 2000, wrong: error })}
      {long({ label: 'Would do again', value: again, set: setAgain, most: 1000 })}
      {long({ label: 'Would do differently', value: differently, set: setDifferently, most: 1000 })}
      <fieldset className="space-y-1">
        <legend className="text-soft">Marks under your own names, 1 poor to 9 splendid</legend>
        {marks.map(({ name: mark, mark: value }, i) => (
          <SelectField
            key={mark}
            label={mark}
            value={value}
            onChoose={(chosen) => setMarks(marks.map((one, at) => (at === i ? { ...one, mark: Number(chosen) } : one)))}
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
            <TextField
              label="Another name"
              maxLength={40}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </div>
          <Button
            disabled={name.trim() === '' || marks.length >= 12 || marks.some((one) => one.name === name.trim())}
            onClick={() => (setMarks([...marks, { name: name.trim(), mark: 0 }]), setName(''))}
          >
            Add
          </Button>
        </div>
      </fieldset>
      <Button type="submit" kind="main" className="w-full">
        Keep it
      </Button>
    </form>
  );
}
