/** Where a weight or a bend of a round is typed, or comes in by itself from a gauge that types like a keyboard. */
import { bendByHand, ENOUGH_MARKS, type FlexPlace, type MarkedBend, type VoicingBodies } from '@nimble/core/voicing';
import { parseLoad, parseQuantity, type UnitChoice } from '@nimble/core/units';
import { InvalidInput } from '@nimble/core/base';
import { useState } from 'react';
import { Caution } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import { Button, MainAction, SelectField, TextField, Option } from '../../ui';
import { estimateWords, PLACE_HINTS, PLACE_WORDS } from '../../words/round-words';
import { ReadingField } from './ReadingField';
import type { DoubtedReading } from './use-doubted-reading';

export interface EntryProps {
  units: UnitChoice;
  /** What lay on the plate last time, as typed. */
  lastLoad: string;
  /** This person's marks by hand beside the dial, and the mark given in this round at a place, if any. */
  marks: readonly MarkedBend[];
  felt: (place: FlexPlace) => number | null;
  /** A reading that waits to be answered for, and the answers. */
  doubt: DoubtedReading;
  /** A stand-in instrument is being read. */
  taking: boolean;
  onBend: (body: VoicingBodies['flex']) => void;
  onMass: (body: VoicingBodies['mass']) => void;
  /** The stand-in instruments. */
  onStandIn: () => Promise<void>;
  onUndo: (() => void) | null;
}

export function MassEntry({ units, doubt, taking, onMass, onStandIn, onUndo }: EntryProps) {
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    if (doubt.doubted && text.trim() === '') return doubt.drop();
    try {
      const { value } = parseQuantity('mass', text, 'mass', units.mass);
      if (!(value > 0 && value <= 5)) throw new InvalidInput('mass', text, 'must lie between nothing and 5 kg');
      onMass({ mass: value, said: text });
      setText('');
      setError(null);
    } catch (failure) {
      setError(failure instanceof InvalidInput ? failure.reason : String(failure));
    }
  };
  return (
    <form className="space-y-2" onSubmit={(event) => (event.preventDefault(), keep())}>
      <ReadingField
        label={`Weight of the braced plate [${units.mass}]`}
        value={text}
        error={error}
        onText={setText}
        onTake={keep}
        onUndo={onUndo}
      />
      <MainAction>
        <div className="flex gap-2">
          <Button kind="main" type="submit" className="flex-auto">
            Keep the weight
          </Button>
          <Button disabled={taking} onClick={() => void onStandIn()}>
            {taking ? 'Weighing …' : 'Stand-in balance'}
          </Button>
        </div>
      </MainAction>
    </form>
  );
}

type BendEntryProps = EntryProps & { place: FlexPlace };

export function BendEntry({
  place,
  units,
  lastLoad,
  marks,
  felt,
  doubt,
  taking,
  onBend,
  onStandIn,
  onUndo,
}: BendEntryProps) {
  const [load, setLoad] = useState(lastLoad);
  const [dial, setDial] = useState('');
  const [errors, setErrors] = useState<{ load?: string; dial?: string }>({});
  const unit = units.thickness === 'in-fraction' ? 'in' : units.thickness;
  const attempt = <T,>(field: 'load' | 'dial', read: () => T): T | null => {
    try {
      return read();
    } catch (failure) {
      setErrors((all) => ({ ...all, [field]: failure instanceof InvalidInput ? failure.reason : String(failure) }));
      return null;
    }
  };
  const keep = () => {
    if (doubt.doubted && dial.trim() === '') return doubt.drop();
    setErrors({});
    const force = attempt('load', () =>
      within(parseLoad('load', load).value, load, 200, 'must be more than nothing and at most 200 N'),
    );
    const way = attempt('dial', () =>
      within(
        parseQuantity('dial', dial, 'length', unit).value,
        dial,
        0.05,
        'must be more than nothing and at most 50 mm',
      ),
    );
    if (force === null || way === null) return;
    onBend({ place, load: force, deflection: way, feel: null, closed: false, said: `${dial} under ${load}` });
    setDial('');
  };
  return (
    <form className="space-y-2" onSubmit={(event) => (event.preventDefault(), keep())}>
      <ReadingField
        label={`It went down by, on the dial [${unit}]`}
        value={dial}
        error={errors.dial ?? null}
        onText={setDial}
        onTake={keep}
        onUndo={onUndo}
      />
      <p className="text-note text-soft">{PLACE_HINTS[place]}</p>
      <TextField
        label="Weight laid on"
        hint="1 kg, 9.8 N or 2.2 lb"
        value={load}
        error={errors.load ?? null}
        onChange={(event) => setLoad(event.target.value)}
      />
      <MainAction>
        <div className="flex gap-2">
          <Button kind="main" type="submit" className="flex-auto">
            Keep {PLACE_WORDS[place].toLowerCase()}
          </Button>
          <Button type="button" disabled={taking} onClick={() => void onStandIn()}>
            {taking ? 'Reading …' : 'Stand-in gauge'}
          </Button>
        </div>
      </MainAction>
      <SelectField
        label="Or by hand: how it felt"
        value=""
        onChoose={(chosen) =>
          chosen &&
          onBend({
            place,
            load: null,
            deflection: null,
            feel: Number(chosen),
            closed: false,
            said: chosen,
          })
        }
      >
        <Option value="">choose from 1, soft, to 9, stiff</Option>
        {Array.from({ length: 9 }, (_, i) => (
          <Option key={i + 1} value={i + 1}>
            {i + 1}
          </Option>
        ))}
      </SelectField>
      <HandWords place={place} felt={felt(place)} marks={marks} units={units} />
      <Caution>
        Lay weights on gently and keep a hand near them: a thin top can let go. Keep fingers clear of what may fall.
      </Caution>
    </form>
  );
}

/** What marks by hand are worth so far. */
function HandWords({
  place,
  felt,
  marks,
  units,
}: Pick<BendEntryProps, 'place' | 'marks' | 'units'> & { felt: number | null }) {
  const choice = usePreferences();
  const meant = felt === null ? null : bendByHand(marks, place, felt);
  if (meant)
    return (
      <p className="text-note">
        Your {felt} means <b className="figures">{estimateWords(`flex:${place}`, meant, units, choice)}</b> here, from{' '}
        {marks.length} marks beside the dial. It counts where no dial is read.
      </p>
    );
  const given = felt === null ? '' : `Marked ${felt} of 9. `;
  return (
    <p className="text-note text-soft">
      {given}Mark first, then read the dial: from {ENOUGH_MARKS} marks beside it on, a mark alone counts as a reading (
      {marks.length} so far).
    </p>
  );
}

function within(value: number, text: string, most: number, words: string): number {
  if (!(value > 0 && value <= most)) throw new InvalidInput('value', text, words);
  return value;
}
