import type { BarGoal } from '@nimble/core/project';
import { useState } from 'react';
import type { KnockView, useKnockWrites } from '../../api/knocks';
import { usePreferences } from '../../ui/preferences';
import { EarPanel } from '../../listening/EarPanel';
import { longPitch, shortPitch, signed } from '../../words/pitch-words';
import { readPitch } from '@nimble/core/sound';
import type { KnockListener } from '../../listening/use-knock-listener';
import { Button, Fold, PanelSection, TextField } from '../../ui';
import { NameForm } from '../../forms';
import { KnockRow } from './KnockRow';
import { barReadings, interval, notesOver, type BarReading } from '@nimble/core/voicing';
import type { LastHeard } from './last-heard';

interface Props {
  ear: KnockListener;
  last: LastHeard | null;
  knocks: readonly KnockView[];
  keep: ReturnType<typeof useKnockWrites>;
  bars: readonly BarGoal[];
  lit: string;
  onLit: (name: string) => void;
  onBars: (bars: BarGoal[]) => void;
  onUndo: () => void;
}

/**
 * One bar at a time: the other is damped with a soft pad, the note is read, the running table says how far it is from
 * its goal.
 */
export function BarsSlip({ ear, last, knocks, keep, bars, lit, onLit, onBars, onUndo }: Props) {
  const choice = usePreferences();
  const readings = bars.map((bar) => barReadings(knocks, bar));
  const at = Math.max(
    0,
    bars.findIndex(({ name }) => name === lit),
  );
  const newest = readings[at]!.at(-1);
  const between = readings.length > 1 ? interval(readings[0]!, readings[1]!) : null;
  const failed = last && !last.kept;
  return (
    <div className="space-y-3 pt-1">
      <div role="group" aria-label="Which bar" className="flex flex-wrap gap-2">
        {bars.map(({ name }) => (
          <Button
            key={name}
            kind={name === bars[at]!.name ? 'main' : 'plain'}
            aria-pressed={name === bars[at]!.name}
            onClick={() => onLit(name)}
          >
            {name}
          </Button>
        ))}
      </div>
      <PadGuide bars={bars.map(({ name }) => name)} lit={at} />
      <EarPanel ear={ear} />
      {failed && <p className="font-medium text-ember-ink">Nothing clear was heard: knock again.</p>}
      {newest && (
        <div>
          <p className="text-soft">The {bars[at]!.name} sings</p>
          <p className="figures text-great leading-none font-medium">
            {choice.pitch === 'note' ? shortPitch(newest.frequency, choice) : newest.frequency.toFixed(1)}
          </p>
          <p className="figures text-soft">
            {choice.pitch === 'note' && `${longPitch(newest.frequency, choice).split(' ')[1]} ¢, `}
            {newest.frequency.toFixed(1)} Hz
          </p>
          {newest.toGoal !== null && (
            <p className="text-lead">
              {Math.abs(newest.toGoal) < 5 ? (
                <strong className="text-spruce">There: within 5 cents of its goal.</strong>
              ) : newest.toGoal < 0 ? (
                <>
                  Lower it by{' '}
                  <span className="figures font-medium text-ember-ink">{Math.abs(newest.toGoal).toFixed(0)} ¢</span>
                </>
              ) : (
                <>
                  Already <span className="figures font-medium text-lake">{newest.toGoal.toFixed(0)} ¢</span> under its
                  goal: take no more from the middle
                </>
              )}
            </p>
          )}
        </div>
      )}
      <OwnNote
        {...notesOver(knocks, bars[at]!)}
        about={bars[at]!.about ?? null}
        onAbout={(about) => onBars(bars.map((bar, i) => (i === at ? { ...bar, about } : bar)))}
      />
      {last?.kept?.about === 'bar' && (
        <Button kind="quiet" onClick={onUndo}>
          Take this reading back
        </Button>
      )}
      {between !== null && (
        <p>
          From {bars[0]!.name} to {bars[1]!.name}: <span className="figures">{signed(between)} ¢</span> (
          {(Math.abs(between) / 100).toFixed(1)} half steps)
        </p>
      )}
      {bars.map((bar, i) => (
        <BarTable
          key={bar.name}
          bar={bar}
          readings={readings[i]!}
          onGoal={(goal) => onBars(bars.map((b, j) => (j === i ? { ...b, goal } : b)))}
        />
      ))}
      <Fold title={<>Sounds of the {bars[at]!.name}</>} tone="soft">
        <ul>
          {knocks
            .filter(({ about, place, retracted }) => about === 'bar' && place.name === bars[at]!.name && !retracted)
            .map((knock) => (
              <KnockRow key={knock.id} knock={knock} keep={keep} />
            ))}
        </ul>
      </Fold>
      <NameForm
        label="Another bar"
        taken={bars.map(({ name }) => name)}
        onAdd={(name) => onBars([...bars, { name, goal: null }])}
      />
    </div>
  );
}

/** Over a bar the whole plate sings: which of its notes is the bar's own is for the ear to say, once. */
function OwnNote({
  notes,
  own,
  about,
  onAbout,
}: {
  notes: readonly number[];
  own: number | null;
  about: number | null;
  onAbout: (about: number) => void;
}) {
  const choice = usePreferences();
  if (notes.length < 2) return null;
  return (
    <section aria-label="Its own note">
      <p className="text-note text-soft">
        Heard over it. Its own is the one that a pad on the bar kills and that falls as you plane it: tap it once, and
        it is followed.
      </p>
      {about !== null && own === null && (
        <p role="alert" className="font-medium text-ember-ink">
          Its own note, about {about.toFixed(0)} Hz, was not heard in the newest knock: knock again, or tap another.
        </p>
      )}
      <div className="mt-1 flex flex-wrap gap-1.5">
        {notes.map((note) => (
          <Button
            key={note}
            className="px-3"
            kind={note === own ? 'main' : 'plain'}
            aria-pressed={note === own}
            onClick={() => onAbout(note)}
          >
            <span className="figures">
              {choice.pitch === 'note' ? `${shortPitch(note, choice)} ` : ''}
              {note.toFixed(0)} Hz
            </span>
          </Button>
        ))}
      </div>
    </section>
  );
}

function BarTable({
  bar,
  readings,
  onGoal,
}: {
  bar: BarGoal;
  readings: readonly BarReading[];
  onGoal: (goal: number | null) => void;
}) {
  const choice = usePreferences();
  const [text, setText] = useState(bar.goal === null ? '' : bar.goal.toFixed(1));
  const [error, setError] = useState<string | null>(null);
  const keep = () => {
    const goal = readPitch(text, choice.a4);
    if (goal.kind === 'wrong') return setError(goal.words);
    setError(null);
    onGoal(goal.kind === 'none' ? null : goal.frequency);
  };
  return (
    <PanelSection label={bar.name} tight>
      <TextField
        label={`Goal of the ${bar.name}, note or Hz`}
        value={text}
        error={error}
        placeholder="G3, or 196"
        onChange={(event) => setText(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
      />
      {readings.length === 0 ? (
        <p className="pt-1 text-soft">Not read yet.</p>
      ) : (
        <table className="figures mt-1 w-full text-note">
          <thead>
            <tr className="text-soft">
              <th className="text-left font-normal">note</th>
              <th className="text-right font-normal">Hz</th>
              <th className="text-right font-normal">to goal, ¢</th>
              <th className="text-right font-normal">since, ¢</th>
            </tr>
          </thead>
          <tbody>
            {[...readings].reverse().map(({ id, frequency, toGoal, since }) => (
              <tr key={id} className="border-t border-grain">
                <td className="py-1">{shortPitch(frequency, choice) || '–'}</td>
                <td className="text-right">{frequency.toFixed(1)}</td>
                <td className="text-right">{toGoal === null ? '–' : signed(toGoal)}</td>
                <td className="text-right">{since === null ? '–' : signed(since)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </PanelSection>
  );
}

/** A plate on its edge with two bars: the lit one is knocked, a soft pad lies on the other. */
function PadGuide({ bars, lit }: { bars: readonly string[]; lit: number }) {
  const shown = bars.slice(0, 2);
  const other = lit === 0 ? 1 : 0;
  const x = [92, 248];
  return (
    <figure>
      <svg
        role="img"
        aria-label={`Knock on the plate over the ${bars[lit]}; lay a soft pad on the ${shown[other] ?? 'others'}`}
        viewBox="0 0 340 108"
        className="w-full max-w-sm"
      >
        <path d="M14 84Q170 74 326 84V91Q170 81 14 91Z" fill="var(--wood)" stroke="var(--ink)" />
        {shown.map((name, i) => (
          <g key={name}>
            <path
              d={`M${x[i]! - 11} 80L${x[i]! - 8} 52Q${x[i]} 46 ${x[i]! + 8} 52L${x[i]! + 11} 80Z`}
              fill="var(--wood)"
              stroke="var(--ink)"
            />
            {i === other && (
              <path
                d={`M${x[i]! - 24} 50Q${x[i]} 26 ${x[i]! + 24} 50L${x[i]! + 20} 62Q${x[i]} 40 ${x[i]! - 20} 62Z`}
                fill="var(--brass)"
                fillOpacity="0.5"
                stroke="var(--brass)"
              />
            )}
            {i === Math.min(lit, 1) && (
              <g stroke="var(--spruce)" strokeWidth="3" fill="none">
                <path d={`M${x[i]! + 36} 30L${x[i]! + 12} 47`} strokeLinecap="round" />
                <circle cx={x[i]! + 41} cy="26" r="6" fill="var(--slip)" />
              </g>
            )}
            <text x={x[i]} y="105" textAnchor="middle" fontSize="14" fill="var(--soft)">
              {name}
            </text>
            <text x={x[i]} y={i === other ? 20 : 16} textAnchor="middle" fontSize="14" fill="var(--ink)">
              {i === other ? 'soft pad' : i === lit ? 'knock here' : ''}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}
