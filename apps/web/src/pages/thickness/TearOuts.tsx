import type { TearMark } from '@nimble/core/project';
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import type { TearOut, TearState } from '@nimble/core/verdict';
import type { Face } from '@nimble/core/wood';
import { useState } from 'react';
import { positiveBelow, QuantityField } from '../../forms';
import { Button, Fold, PanelSection } from '../../ui';

export type JudgeTear = (place: { x: number; y: number; depth: number }) => Promise<TearOut | null>;

interface Props {
  judge: JudgeTear;
  station: { name: string; x: number; y: number } | null;
  units: UnitChoice;
  /** The face that is worked, and what one pass takes off [m]. */
  face: Face;
  depthPerPass: number;
  tears: readonly TearMark[];
  states: readonly TearState[];
  onTears: (tears: TearMark[]) => void;
  /** Planing that part the other way from now on; null where it is not known which way tore it. */
  otherWay: (tear: TearMark) => { words: string; take: () => void } | null;
}

const FACE_WORDS: Record<Face, string> = { outer: 'outer face', inner: 'inner face' };

/** Where wood tore out: kept as marks on the plate, and held against the plan until they are gone. */
export function TearOuts({ judge, station, units, face, depthPerPass, tears, states, onTears, otherWay }: Props) {
  const open = tears.filter(({ gone }) => gone === null);
  const close = (id: string) =>
    onTears(tears.map((tear) => (tear.id === id ? { ...tear, gone: new Date().toISOString() } : tear)));
  return (
    <>
      {open.length > 0 && (
        <PanelSection label="Tear-outs" heading="Tear-outs" tight>
          <ul className="space-y-1">
            {open.map((tear) => (
              <li key={tear.id}>
                <TearWords
                  tear={tear}
                  state={states.find(({ id }) => id === tear.id)}
                  units={units}
                  depthPerPass={depthPerPass}
                />
                <div className="flex flex-wrap gap-2">
                  <Button onClick={() => close(tear.id)}>It is gone</Button>
                  <OtherWay way={otherWay(tear)} />
                  <Button kind="quiet" onClick={() => onTears(tears.filter(({ id }) => id !== tear.id))}>
                    Take the mark back
                  </Button>
                </div>
              </li>
            ))}
          </ul>
        </PanelSection>
      )}
      {station && (
        <TearForm
          key={station.name}
          {...{ judge, station, units, face }}
          onMark={(mark) => onTears([...tears, mark])}
        />
      )}
    </>
  );
}

function OtherWay({ way }: { way: ReturnType<Props['otherWay']> }) {
  return way && <Button onClick={way.take}>{way.words}</Button>;
}

interface WordsProps {
  tear: TearMark;
  /** None while the map is worked out, or where the outline leaves the place out. */
  state: TearState | undefined;
  units: UnitChoice;
  depthPerPass: number;
}

function TearWords({ tear, state, units, depthPerPass }: WordsProps) {
  const thickness = (value: number) => inWords(formatThickness(value, units));
  const found = `${tear.station}, ${FACE_WORDS[tear.face]}: ${thickness(tear.depth)} deep when the plate was ${thickness(tear.thickness)} there`;
  if (!state) return <p>{found}.</p>;
  const isBad = state.says === 'too-deep';
  return (
    <p>
      {found}; now {thickness(state.thickness)}.{' '}
      <span className={`font-medium ${isBad ? 'text-ember-ink' : 'text-spruce'}`}>
        {nowWords(state, thickness, depthPerPass)}
      </span>
    </p>
  );
}

/** Counts on what came off since having come off the face that tore. */
function nowWords(
  { says, left, bottom, spare, planned }: TearState,
  thickness: (value: number) => string,
  depthPerPass: number,
): string {
  const more = Math.ceil((left - planned) / depthPerPass - 1e-9);
  switch (says) {
    case 'gone':
      return 'It should be gone, if it was planed from that face: look, and say so.';
    case 'in-plan':
      return `${thickness(left)} left: the plan takes ${thickness(planned)} there, so it comes out.`;
    case 'deeper-than-plan':
      return `${thickness(left)} left: ${more} more ${more === 1 ? 'pass' : 'passes'} there than planned take it out and leave ${thickness(bottom)}, ${thickness(spare)} to spare.`;
    case 'too-deep':
      return `${thickness(left)} left: planed out it leaves ${thickness(bottom)}, ${thickness(-spare)} too little. Fill it, or turn it to a place under the bridge or a brace.`;
  }
}

interface FormProps extends Pick<Props, 'judge' | 'units' | 'face'> {
  station: NonNullable<Props['station']>;
  onMark: (mark: TearMark) => void;
}

/** How deep, with the answer as it is typed; one tap keeps it. */
function TearForm({ judge, station, units, face, onMark }: FormProps) {
  const [depth, setDepth] = useState<number | null>(null);
  const [answer, setAnswer] = useState<{ words: string; tear: TearOut | null } | null>(null);
  const ask = async (value: number | null) => {
    // Left with what was answered already: to clear it would take away the button that the finger goes for.
    if (value === depth && answer !== null) return;
    setDepth(value);
    setAnswer(null);
    if (value === null) return;
    try {
      const tear = await judge({ x: station.x, y: station.y, depth: value });
      if (tear) setAnswer({ tear, words: outWords(tear, units) });
    } catch (failure) {
      setAnswer({ tear: null, words: (failure as Error).message.replace(/^\w+: /, 'The tear ') });
    }
  };
  const keep = () => {
    if (depth === null || !answer?.tear) return;
    const { name, x, y } = station;
    const thickness = answer.tear.left + depth;
    const at = new Date().toISOString();
    onMark({ id: crypto.randomUUID(), station: name, x, y, face, depth, thickness, at, gone: null });
    setDepth(null);
    setAnswer(null);
  };
  return (
    <Fold title={<>A tear-out at {station.name}?</>}>
      <QuantityField
        label={`How deep, at ${station.name}, ${FACE_WORDS[face]}`}
        quantity="length"
        unit={units.thickness}
        value={depth}
        optional
        check={positiveBelow(0.02, 'That is deeper than the plate')}
        onLive={(value) => void ask(value)}
        onChange={(value) => void ask(value)}
      />
      {answer && (
        <p className={`mt-1 font-medium ${answer.tear?.fits ? 'text-spruce' : 'text-ember-ink'}`}>{answer.words}</p>
      )}
      {answer?.tear && (
        <Button className="mt-1" onClick={keep}>
          Keep it as a mark
        </Button>
      )}
    </Fold>
  );
}

function outWords({ fits, left, spare }: TearOut, units: UnitChoice): string {
  const thickness = (value: number) => inWords(formatThickness(value, units));
  return fits
    ? `Planed out it leaves ${thickness(left)}: it fits, with ${thickness(spare)} to spare.`
    : `Planed out it leaves ${thickness(left)}, ${thickness(-spare)} too little: fill it, or turn it to a place under the bridge or a brace.`;
}
