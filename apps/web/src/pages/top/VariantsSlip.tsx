import type { KeptFigures, TopHold } from '@nimble/core/top';
import type { UnitChoice } from '@nimble/core/units';
import type { VariantView } from '../../api/variants';
import { usePreferences } from '../../ui/preferences';
import { shortPitch } from '../../words/pitch-words';
import { Button, PanelSection, TakeBack } from '../../ui';
import { TOP_PART_WORDS } from '../../words/explore-words';
import { centsBetween, lengthChange, massWords, movementWords, sign, sinkWords } from '../../words/figure-words';
import { HOLD_WORDS, SHORT_KIND } from '../../words/top-words';

interface Props {
  asDrawn: KeptFigures;
  variants: readonly VariantView[];
  open: string | null;
  /** Of the rim as the page has it. */
  hold: TopHold;
  units: UnitChoice;
  onOpen: (id: string | null) => void;
  onTake: (variant: VariantView) => void;
  onTurn: (id: string, retract: boolean) => void;
}

/** What the figures shown can't tell apart [kg]. */
const SAME_MASS = 5e-5;

/**
 * Tops kept beside the plan, side by side with it; one may be looked at on the plate, and its braces taken into the
 * plan.
 */
export function VariantsSlip({ asDrawn, variants, open, hold, units, onOpen, onTake, onTurn }: Props) {
  const standing = variants.filter(({ retracted }) => !retracted);
  const chosen = standing.find(({ id }) => id === open) ?? null;
  const rows = [{ id: null, name: 'As drawn', figures: asDrawn }, ...standing];
  const least = (pick: (figures: KeptFigures) => number | null) =>
    Math.min(...rows.map(({ figures }) => pick(figures) ?? Infinity));
  const lightest = least(({ mass }) => mass);
  return (
    <div className="space-y-3 pt-1">
      {standing.length === 0 && (
        <p className="text-soft">
          Nothing is kept yet: try something under “What if”, or search for designs, and keep it beside the plan.
        </p>
      )}
      <table className="w-full text-note">
        <thead>
          <tr className="text-left text-soft">
            <th scope="col" className="font-normal">
              Top
            </th>
            <th scope="col" className="pl-2 text-right font-normal">
              {SHORT_KIND[asDrawn.modes[0]?.kind ?? 'other']}
            </th>
            <th scope="col" className="pl-2 text-right font-normal">
              {asDrawn.turns ? 'turns' : 'sinks'}
            </th>
            <th scope="col" className="pl-2 text-right font-normal">
              reserve
            </th>
            <th scope="col" className="pl-2 text-right font-normal">
              weight
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, name, figures }) => (
            <tr
              key={id ?? 'drawn'}
              className={`border-t border-grain ${id === (chosen?.id ?? null) ? 'bg-grain/40' : ''}`}
            >
              <th scope="row" className="text-left font-normal">
                <button
                  type="button"
                  className="min-h-12 w-full text-left underline-offset-4 hover:underline"
                  aria-pressed={id === (chosen?.id ?? null)}
                  onClick={() => onOpen(id)}
                >
                  {name}
                </button>
              </th>
              <td className="figures pl-2 text-right whitespace-nowrap">
                {figures.modes[0] ? (
                  <Note
                    frequency={figures.modes[0].frequency}
                    drawn={id === null ? null : (asDrawn.modes[0]?.frequency ?? null)}
                  />
                ) : (
                  '–'
                )}
              </td>
              <td className="figures pl-2 text-right whitespace-nowrap">
                {figures.movement === null ? '–' : movementWords(figures.movement, figures.turns, units)}
              </td>
              <td className="figures pl-2 text-right whitespace-nowrap">
                {figures.reserve === null ? '–' : figures.reserve.toFixed(2)}
              </td>
              <td
                className={`figures pl-2 text-right whitespace-nowrap ${figures.mass < lightest + SAME_MASS ? 'font-bold' : ''}`}
              >
                {massWords(figures.mass, units)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {chosen && <Chosen {...{ chosen, hold, units, onTake, onTurn }} />}
    </div>
  );
}

/** Of the plan its note, of the others how far they lie from it. */
function Note({ frequency, drawn }: { frequency: number; drawn: number | null }) {
  const choice = usePreferences();
  if (drawn !== null) {
    const cents = centsBetween(drawn, frequency);
    return `${sign(Math.round(cents))}${Math.abs(cents).toFixed(0)} ¢`;
  }
  return choice.pitch === 'none' ? frequency.toFixed(0) : shortPitch(frequency, choice);
}

function Chosen({
  chosen,
  hold,
  units,
  onTake,
  onTurn,
}: Pick<Props, 'hold' | 'units' | 'onTake' | 'onTurn'> & { chosen: VariantView }) {
  const parts = Object.entries(chosen.thicker) as [keyof typeof TOP_PART_WORDS, number][];
  return (
    <PanelSection label={chosen.name}>
      <div className="flex items-center justify-between gap-2">
        <h2 className="font-medium">{chosen.name}</h2>
        <TakeBack what="kept top" retracted={false} onTurn={() => onTurn(chosen.id, true)} />
      </div>
      {chosen.figures.sink !== null && <p>10 N sinks it {sinkWords(chosen.figures.sink, units)}.</p>}
      {chosen.hold !== hold && <p>Its figures are for another rim: {HOLD_WORDS[chosen.hold].toLowerCase()}.</p>}
      {parts.length > 0 && (
        <p>
          Plate:{' '}
          {parts
            .map(([part, metres]) => `${TOP_PART_WORDS[part].toLowerCase()} ${lengthChange(metres, units)}`)
            .join(', ')}
          . The plane does that, not the plan.
        </p>
      )}
      <Button kind="main" onClick={() => onTake(chosen)}>
        Make it the plan
      </Button>
    </PanelSection>
  );
}
