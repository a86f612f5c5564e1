import type { TopFigures } from '../../compute/top-computer';
import { usePreferences } from '../../ui/preferences';
import { longPitch, shortPitch } from '../../words/pitch-words';
import { Row } from '../../ui/Row';
import { KIND_WORDS } from '../../words/top-words';

interface Props {
  figures: TopFigures;
  braces: readonly { name: string }[];
  mode: number;
  onMode: (mode: number) => void;
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** Each mode's note, what it does, and where its energy sits. */
export function ModesSlip({ figures, braces, mode, onMode }: Props) {
  const choice = usePreferences();
  const open = figures.modes[mode]!;
  const named = (frequency: number) => (choice.pitch === 'none' ? frequency.toFixed(0) : shortPitch(frequency, choice));
  const most = open.energy.braces
    .map((share, i) => ({ share, name: braces[i]!.name }))
    .sort((a, b) => b.share - a.share);
  return (
    <div className="space-y-3 pt-1">
      <section aria-label="The mode that is shown">
        <p className="figures text-great leading-none font-medium">{named(open.frequency)}</p>
        <p className="figures text-soft">
          {choice.pitch === 'note' && `${longPitch(open.frequency, choice).split(' ')[1]} ¢, `}
          {open.frequency.toFixed(1)} Hz
        </p>
        <p className="mt-1">It {KIND_WORDS[open.kind]}.</p>
      </section>
      <dl>
        <Row
          name="moves as much as"
          value={`${(open.modalMass * 1000).toFixed(0)} g`}
          hint="at the place that moves most"
        />
        <Row name="pumps" value={percent(open.pumping)} hint="of a piston of the whole plate" />
        <Row name="energy along the grain" value={percent(open.energy.along)} />
        <Row name="across it" value={percent(open.energy.across)} />
        <Row name="in twist and shear" value={percent(open.energy.twist + open.energy.shear)} />
        <Row
          name="in the braces"
          value={percent(open.energy.braces.reduce((sum, share) => sum + share, 0))}
          hint={
            most[0] &&
            most
              .slice(0, 2)
              .map(({ name, share }) => `${name} ${percent(share)}`)
              .join(', ')
          }
        />
      </dl>
      <ul aria-label="All modes">
        {figures.modes.map(({ frequency, kind }, m) => (
          <li key={m}>
            <button
              type="button"
              aria-pressed={m === mode}
              onClick={() => onMode(m)}
              className={`flex min-h-12 w-full items-baseline gap-3 border-t border-grain text-left ${m === mode ? 'font-bold' : ''}`}
            >
              <span className="figures w-16 text-lead">{named(frequency)}</span>
              <span className="figures w-20 text-soft">{frequency.toFixed(0)} Hz</span>
              <span>{KIND_WORDS[kind]}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
