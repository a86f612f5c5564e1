import { formatMassRemoved, formatQuantity, formatPlanLength, inWords } from '@nimble/core/units';
import {
  crowdedPlaces,
  seekInterval,
  seekNote,
  workingWidth,
  type Brace,
  type GluedPlace,
  type GluedPlate,
  type IntervalSought,
  type PlanFigures,
  type Sought,
} from '@nimble/core/bracing';
import type { BarMode } from '@nimble/core/bar';
import { useState } from 'react';
import type { Build } from '../../api/types';
import { ROLE_WORDS } from '../../words/bracing-words';
import { Caution, Row } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import { longPitch, shortPitch } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import { Button, Option, PanelSection, SelectField, TextField } from '../../ui';

interface Props {
  build: Build;
  brace: Brace;
  braces: readonly Brace[];
  figures: PlanFigures;
  glued: readonly GluedPlace[];
  plate: GluedPlate & { measured: boolean };
  /** Partials once its notches and holes are cut; null where there are none. */
  notched: readonly BarMode[] | null;
  partial: number;
  onPartial: (partial: number) => void;
  onKeep: (brace: Brace) => void;
  onKeepBoth: (braces: readonly Brace[]) => void;
}

/** What the brace sounds, weighs and carries, free and glued; and the least planing to a note or an interval. */
export function BraceSlip(props: Props) {
  return (
    <>
      <Sound {...props} />
      <Notched {...props} />
      <p className="text-note">{ROLE_WORDS[props.brace.role].role}</p>
      <Carries {...props} />
      <Seek {...props} />
      <SeekInterval {...props} />
      <Caution>
        Cut away from the hand and clamp the plate. Figures are estimates of a free bar: a deeply scooped one comes out
        4 to 5 % lower.
      </Caution>
    </>
  );
}

function Sound({ figures, partial, onPartial }: Props) {
  const choice = usePreferences();
  return (
    <section aria-label="Notes of the free bar" className="flex flex-wrap gap-x-5">
      {figures.modes.map(({ frequency }, m) => (
        <button
          key={m}
          type="button"
          aria-pressed={m === partial}
          onClick={() => onPartial(m)}
          className={`min-h-12 text-left leading-tight ${m === partial ? 'border-b-[3px] border-spruce' : ''} ${m === 0 ? 'w-full' : ''}`}
        >
          <span className={`figures block font-medium ${m === 0 ? 'text-great leading-none' : 'text-head'}`}>
            {choice.pitch === 'note' ? shortPitch(frequency, choice) : frequency.toFixed(0)}
          </span>
          <span className="figures block text-soft">
            {choice.pitch === 'note' && `${longPitch(frequency, choice).split(' ')[1]} ¢, `}
            {frequency.toFixed(1)} Hz{m > 0 && `, × ${(frequency / figures.modes[0]!.frequency).toFixed(2)}`}
          </span>
        </button>
      ))}
    </section>
  );
}

function Notched({ notched, figures }: Props) {
  const choice = usePreferences();
  if (!notched) return null;
  const [first] = notched;
  const share = Math.round(100 * (1 - first!.frequency / figures.modes[0]!.frequency));
  return (
    <p className="text-note">
      That is the whole stick. With its notch and holes cut it sounds about{' '}
      <span className="figures">
        {choice.pitch === 'note' && `${longPitch(first!.frequency, choice)} ¢: `}
        {notched.map(({ frequency }) => frequency.toFixed(0)).join(', ')} Hz
      </span>
      , the first {share} % lower, until it is glued. On the plate a leg cut from below counts as whole, one cut from
      above as the notch and its cap leave it.
    </p>
  );
}

function Carries({ build, brace, figures, glued, plate }: Props) {
  const mass = formatMassRemoved(figures.mass, build.units);
  const rigidities = glued.map(({ rigidity }) => rigidity);
  const [least, most] = [Math.min(...rigidities), Math.max(...rigidities)];
  const crowded = crowdedPlaces(glued);
  const strip = formatPlanLength(workingWidth(brace, plate), build.units);
  return (
    <>
      <dl>
        <Row name="weight" value={`${mass.figure} ${mass.symbol}`} />
        <Row name="of a plain block’s weight" value={percent(figures.mass / figures.rectangleMass)} />
        <Row name="of its stiffness, at the tallest" value={percent(figures.stiffness)} />
        <Row
          name="glued to the plate"
          value={`${least.toFixed(1)} to ${most.toFixed(1)} N m²`}
          hint={`with ${inWords(strip)} of plate${plate.measured ? '' : ', 2.8 mm thick as nothing is measured'}`}
        />
      </dl>
      {crowded.length > 0 && (
        <p className="text-note">
          <span className="text-lake">Blue dashes under the brace:</span> neighbours already stiffen the plate there, by
          up to {percent(Math.max(...crowded.map(({ neighbours }) => neighbours)) / most)} of what this brace has at its
          stiffest. It may be lower there.
        </p>
      )}
    </>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** The least planing that brings the chosen partial to a note. */
function Seek({ brace, partial, onKeep }: Props) {
  const { a4 } = usePreferences();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [found, setFound] = useState<Sought | null>(null);
  const seek = () => {
    const wanted = readPitch(text, a4, 5000);
    if (wanted.kind !== 'pitch') return setError(wanted.kind === 'wrong' ? wanted.words : 'Say which note');
    setError(null);
    setFound(seekNote(brace, partial, wanted.frequency));
  };
  return (
    <PanelSection label="Seek a note">
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <TextField
            label={`Bring the ${['first', 'second', 'third'][partial]} note to`}
            value={text}
            error={error}
            placeholder="G5, or 784"
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && seek()}
          />
        </div>
        <Button onClick={seek}>Seek</Button>
      </div>
      {found && (
        <div role="status">
          <p>
            {found.reached ? 'Least planing: ' : 'It can’t come so far within the heights: '}
            <span className="figures">{(found.removed * 1000).toFixed(2)} g</span> off, to{' '}
            <span className="figures">{found.frequency.toFixed(1)} Hz</span>.
          </p>
          {found.removed > 0 && (
            <Button
              className="mt-1"
              onClick={() => {
                onKeep({ ...brace, heights: found.heights });
                setFound(null);
              }}
            >
              Draw it so
            </Button>
          )}
        </div>
      )}
    </PanelSection>
  );
}

/** Steps of the scale over the other bar. */
const INTERVALS = [
  [1, 'a half step'],
  [2, 'a whole step'],
  [3, 'a minor third'],
  [4, 'a major third'],
  [5, 'a fourth'],
  [7, 'a fifth'],
  [12, 'an octave'],
  [0, 'the same note'],
] as const;

/** Two bars an interval apart, with the least wood off both together. */
function SeekInterval({ build, brace, braces, partial, onKeepBoth }: Props) {
  const others = braces.filter(
    ({ id, role }) =>
      id !== brace.id && (role === brace.role || role === 'free' || role === 'tone-bar' || role === 'long-bar'),
  );
  const [otherId, setOther] = useState(others[0]?.id ?? '');
  const [steps, setSteps] = useState(3);
  const [above, setAbove] = useState(true);
  const [found, setFound] = useState<IntervalSought | null>(null);
  const other = others.find(({ id }) => id === otherId);
  if (!other) return null;
  const seek = () => setFound(seekInterval([brace, other], partial, 2 ** ((above ? steps : -steps) / 12)));
  return (
    <PanelSection label="Seek an interval">
      <div className="grid grid-cols-2 gap-2">
        <SelectField label="Or put it" value={steps} onChoose={(chosen) => setSteps(Number(chosen))}>
          {INTERVALS.map(([count, words]) => (
            <Option key={count} value={count}>
              {words}
            </Option>
          ))}
        </SelectField>
        <SelectField label="from" value={above ? 'above' : 'below'} onChoose={(chosen) => setAbove(chosen === 'above')}>
          <Option value="above">above</Option>
          <Option value="below">below</Option>
        </SelectField>
      </div>
      <div className="flex items-end gap-2">
        <div className="min-w-0 flex-1">
          <SelectField label="the other bar" value={otherId} onChoose={setOther}>
            {others.map(({ id, name }) => (
              <Option key={id} value={id}>
                {name}
              </Option>
            ))}
          </SelectField>
        </div>
        <Button onClick={seek}>Seek</Button>
      </div>
      {found && (
        <div role="status">
          <p>
            {found.reached ? 'Least planing of both: ' : 'They can’t come so far within the heights: '}
            <span className="figures">
              {inWords(formatQuantity(found.removed, 'mass', build.units.mass, build.units.mass === 'g' ? 2 : 3))}
            </span>{' '}
            off, to <span className="figures">{(1200 * Math.log2(found.ratio)).toFixed(0)} cents</span> apart.
          </p>
          {found.removed > 0 && (
            <Button
              className="mt-1"
              onClick={() => {
                onKeepBoth([
                  { ...brace, heights: found.heights[0] },
                  { ...other, heights: found.heights[1] },
                ]);
                setFound(null);
              }}
            >
              Draw both so
            </Button>
          )}
        </div>
      )}
    </PanelSection>
  );
}
