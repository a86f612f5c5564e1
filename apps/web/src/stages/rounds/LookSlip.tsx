import { BAD_FIT, halfInterval, holds, type BracingPlan, type UnitChoice, type WoodFactor } from '@nimble/core';
import { Row } from '../../bracing/Row';
import { usePreferences } from '../../shell/preferences';
import type { VoicingPicture } from '../../workers/voicing-computer';
import { findingWords } from './finding-words';
import { estimateWords, keyWords, valueWords, WANTED_WORDS } from './round-words';

interface Props {
  picture: VoicingPicture;
  plan: BracingPlan;
  units: UnitChoice;
  person: string;
  open: number | null;
  onOpen: (finding: number) => void;
}

const FACTOR_WORDS: Record<WoodFactor, string> = {
  along: 'stiffness along', across: 'stiffness across', shear: 'stiffness in shear', density: 'density', braces: 'stiffness of the braces', braceDensity: 'density of the braces',
}; // prettier-ignore

/** What makers hunt for, how well the model fits this top, and how good its forecasts have been. */
export function LookSlip({ picture, plan, units, person, open, onOpen }: Props) {
  const { findings, fit, worth, record, rounds, modes } = picture;
  const choice = usePreferences();
  const outcomes = rounds.flatMap((round) => round.outcomes.map((outcome) => ({ round: round.number, ...outcome })));
  return (
    <div className="space-y-4 pt-1">
      <section aria-label="Findings">
        <h2 className="font-bold">Found on this top</h2>
        {findings.length === 0 && <p className="text-soft">Nothing stands out: no bright place, no edge off its model, no notes that crowd each other.</p>}
        <ul>
          {findings.map((finding, i) => (
            <li key={i} className="border-t border-grain">
              <button type="button" aria-pressed={open === i} className={`min-h-12 w-full py-1 text-left ${open === i ? 'font-medium' : ''}`} onClick={() => onOpen(i)}>
                {findingWords(finding, plan, units)}
              </button>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="The fitted model">
        <h2 className="font-bold">The model, fitted to this top</h2>
        <p className="text-soft">{fitWords(fit.misfit, fit.readings.length)}</p>
        <dl>
          {(Object.keys(FACTOR_WORDS) as WoodFactor[]).map((name) => (
            <Row key={name} name={FACTOR_WORDS[name]} value={`${signedShare(fit.factors[name].value)} ± ${(100 * halfInterval(fit.factors[name])).toFixed(0)} %`} hint={`± ${(100 * halfInterval({ value: 1, sd: fit.prior[name] })).toFixed(0)} % before`} />
          ))}
        </dl>
        {worth[0] && <p>What would teach most: <b>{WANTED_WORDS(worth[0].key).toLowerCase()}</b>, by {(100 * worth[0].narrows).toFixed(0)} % of what is open.</p>}
      </section>
      {fit.readings.length > 0 && (
        <details>
          <summary className="min-h-11 cursor-pointer pt-2 text-soft">Readings against the model</summary>
          <table className="w-full text-[0.95rem]">
            <thead><tr className="text-soft"><th className="text-left font-normal">reading</th><th className="text-right font-normal">read</th><th className="text-right font-normal">fitted</th></tr></thead>
            <tbody>
              {fit.readings.map(({ key, measured, fitted }) => (
                <tr key={key} className="border-t border-grain">
                  <td className="py-1">{keyWords(key)}</td>
                  <td className="figures text-right">{valueWords(key, measured.value, units, choice)}</td>
                  <td className="figures text-right">{valueWords(key, fitted, units, choice)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-[0.95rem] text-soft">{modes.length} notes are followed by their shapes since the voicing began.</p>
        </details>
      )}
      <section aria-label="Forecast and outcome" className="border-t border-grain pt-2">
        <h2 className="font-bold">Forecast and outcome</h2>
        <p className="text-soft">{recordWords(record, person)}</p>
        {record.count > 0 && (
          <dl>
            {(['brace', 'plate'] as const).filter((place) => picture.byPlace[place].count > 0).map((place) => (
              <Row key={place} name={place === 'brace' ? 'wood off braces' : 'wood off the plate'} value={`${picture.byPlace[place].held} of ${picture.byPlace[place].count} held`} hint={picture.byPlace[place].enough ? `${picture.byPlace[place].taught} of them teach: bends do ${Math.round(100 * picture.learned[place].bend.gain)} %, notes ${Math.round(100 * picture.learned[place].note.gain)} % of what the model says` : 'too few to judge'} />
            ))}
          </dl>
        )}
        <ul>
          {[...outcomes].reverse().map((one, i) => (
            <li key={i} className="border-t border-grain py-1 text-[0.97rem]">
              <p className="flex justify-between gap-3">
                <span>Round {one.round}: {keyWords(one.quantity as Parameters<typeof keyWords>[0]).toLowerCase()}</span>
                <span className={holds(one.forecast, one.outcome) ? 'text-spruce' : 'text-ember-ink'}>{holds(one.forecast, one.outcome) ? '✓ held' : '✗ missed'}</span>
              </p>
              <p className="flex flex-wrap justify-between gap-x-3 text-soft">
                <span>foretold <span className="figures text-ink">{estimateWords(one.quantity, one.forecast, units, choice)}</span></span>
                <span>read <span className="figures text-ink">{valueWords(one.quantity, one.outcome.value, units, { ...choice, pitch: 'hertz' })}</span></span>
              </p>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
} // prettier-ignore

const signedShare = (factor: number) => `${factor >= 1 ? '+' : '−'}${Math.abs(100 * (factor - 1)).toFixed(1)}`;

function fitWords(misfit: number | null, count: number): string {
  if (misfit === null) return 'Nothing is read yet: the model stands on the wood’s constants and the plan alone.';
  const words = misfit < 1.2 ? 'It agrees with what was read as well as it should' : misfit < BAD_FIT ? 'It agrees middling: read the odd one again' : 'It agrees badly: another plate, a loose brace, or a plan that is not what was glued';
  return `${words} (${count} readings, ${misfit.toFixed(1)} of their doubt on average).`;
} // prettier-ignore

function recordWords({ count, taught, enough, held, gain, bias }: VoicingPicture['record'], person: string): string {
  if (count === 0) return 'No shaving has been read again yet: forecasts stand on the model alone.';
  const base = `${held} of ${count} outcomes of ${person || 'this bench'} fell into their nine-of-ten intervals.`;
  const left = count > taught ? ` ${count - taught} of them teach nothing: too far off, too small a change, or a note named by its pitch alone.` : '';
  if (!enough) return `${base}${left} Too few to judge the forecasts by.`;
  return `${base}${left} Shavings do ${Math.round(100 * gain)} % of what the model says; outcomes lie ${biasWords(bias ?? 0)} on average. Later forecasts are set by it.`;
} // prettier-ignore

const biasWords = (bias: number) =>
  Math.abs(bias) < 0.05
    ? 'on the forecast'
    : `${Math.abs(bias).toFixed(1)} of their doubt ${bias > 0 ? 'over' : 'under'} it`;
