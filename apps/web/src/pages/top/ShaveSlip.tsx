import { formatPlanLength, formatQuantity, formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { ONE_PASS, PLANE_REACH, SCRAPED, WASTED, type Wish } from '@nimble/core/top';
import { Row } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import { shortPitch } from '../../words/pitch-words';
import { Option, PanelSection, SelectField } from '../../ui';
import type { TopFigures } from '../../compute/top-computer';
import type { PassHere, TopPicture } from '../../plate/pictures';
import { KIND_WORDS } from '../../words/top-words';

interface Props {
  figures: TopFigures;
  picture: TopPicture | null;
  wish: Wish;
  pass: PassHere | null;
  units: UnitChoice;
  onWish: (wish: Wish) => void;
}

export const wishKey = (wish: Wish) => ('mode' in wish ? `${wish.kind}-${wish.mode}` : wish.kind);

export function readWish(key: string | null, modes: number): Wish {
  const [kind, mode] = (key ?? '').split('-');
  if ((kind === 'lower' || kind === 'raise') && Number(mode) < modes) return { kind, mode: Number(mode) };
  if (key === 'softer-across' || key === 'less-weight') return { kind: key };
  return { kind: 'lower', mode: 0 };
}

/** Modes that a wish may name. */
const WISHED = 4;

/** A wish, and what one pass does at the place that was touched. */
export function ShaveSlip({ figures, picture, wish, pass, units, onWish }: Props) {
  const choice = usePreferences();
  const named = (frequency: number) =>
    choice.pitch === 'none' ? `${frequency.toFixed(0)} Hz` : shortPitch(frequency, choice);
  const thin = formatThickness(ONE_PASS, units);
  const wishes: [string, string][] = [
    ...figures.modes.slice(0, WISHED).flatMap(({ frequency, kind }, m): [string, string][] => [
      [`lower-${m}`, `${named(frequency)} lower (${KIND_WORDS[kind]})`],
      [`raise-${m}`, `${named(frequency)} higher`],
    ]),
    ['softer-across', 'softer across, the same along'],
    ...(figures.weight ? [['less-weight', 'less weight, the same sink'] as [string, string]] : []),
  ];
  return (
    <div className="space-y-3 pt-1">
      <SelectField
        label="I wish"
        value={wishKey(wish)}
        onChoose={(chosen) => onWish(readWish(chosen, figures.modes.length))}
      >
        {wishes.map(([key, words]) => (
          <Option key={key} value={key}>
            {words}
          </Option>
        ))}
      </SelectField>
      <ul className="space-y-1">
        <Key ink="var(--ember)" words="wood off helps" />
        <Key ink="var(--wood)" words={`wasted: less than ${Math.round(100 * WASTED)} % of the best place`} />
        <Key ink="var(--lake)" words="it harms: leave it" />
      </ul>
      {picture && <p className="text-soft">{bestWords(wish, picture.most, `${thin.figure} ${thin.symbol}`)}</p>}
      <PanelSection label="What a pass does here" tight>
        {pass ? (
          <>
            <p className="font-medium">
              {thin.figure} {thin.symbol} off here:
            </p>
            <dl>
              {figures.modes.slice(0, WISHED).map(({ frequency, kind }, m) => (
                <Row key={m} name={`${named(frequency)}, ${KIND_WORDS[kind]}`} value={`${cents(pass.cents[m]!)} ¢`} />
              ))}
              {pass.sink !== null && <Row name="sinks under a weight" value={share(pass.sink)} />}
              {pass.movement !== null && <Row name="moves under the strings" value={share(pass.movement)} />}
              <Row name="weight" value={mass(pass.mass, units)} />
            </dl>
          </>
        ) : (
          <p className="text-soft">
            Touch the plate or a brace: here stands what {thin.figure} {thin.symbol} off there does, over a stroke of
            the scraper ({stroke(units)}), or over {reach(units)} of brace.
          </p>
        )}
      </PanelSection>
    </div>
  );
}

const cents = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(2)}`;
const stroke = (units: UnitChoice) =>
  units.length === 'mm' ? `${(SCRAPED * 1e4).toFixed(0)} cm²` : `${(SCRAPED / 0.0254 ** 2).toFixed(1)} in²`;
const reach = (units: UnitChoice) => inWords(formatPlanLength(PLANE_REACH, units));
const share = (value: number) => `${value >= 0 ? '+' : '−'}${Math.abs(100 * value).toFixed(2)} %`;

function mass(kg: number, units: UnitChoice): string {
  const { figure, symbol } = formatQuantity(Math.abs(kg), 'mass', units.mass, units.mass === 'g' ? 2 : 4);
  return `−${figure} ${symbol}`;
}

function bestWords(wish: Wish, most: number, thin: string): string {
  if (wish.kind === 'less-weight')
    return `At the best places ${thin} off over a stroke of the scraper spares ${(100 * most).toFixed(2)} % of the sink that the same weight costs elsewhere.`;
  return `At the best places of the plate ${thin} off over a stroke of the scraper gives ${most.toFixed(2)} cents.`;
}

function Key({ ink, words }: { ink: string; words: string }) {
  return (
    <li className="flex items-center gap-2">
      <span aria-hidden className="inline-block size-5 rounded-sm border border-line" style={{ background: ink }} />
      {words}
    </li>
  );
}
