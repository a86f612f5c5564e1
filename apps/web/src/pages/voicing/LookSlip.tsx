import { Fold } from '../../ui';
import { BAD_FIT, type VoicingEvent, type WoodFactor } from '@nimble/core/voicing';
import { halfInterval } from '@nimble/core/base';
import type { BracingPlan } from '@nimble/core/bracing';
import type { UnitChoice } from '@nimble/core/units';
import { Row } from '../../ui/Row';
import { usePreferences } from '../../ui/preferences';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { findingWords } from '../../words/voicing-finding-words';
import { OutcomesList, type LetIn } from './OutcomesList';
import { keyWords, valueWords, WANTED_WORDS } from '../../words/round-words';

interface Props {
  picture: VoicingPicture;
  plan: BracingPlan;
  units: UnitChoice;
  person: string;
  events: readonly VoicingEvent[];
  open: number | null;
  onOpen: (finding: number) => void;
  onLetIn: LetIn;
}

const FACTOR_WORDS: Record<WoodFactor, string> = {
  along: 'stiffness along',
  across: 'stiffness across',
  shear: 'stiffness in shear',
  density: 'density',
  braces: 'stiffness of the braces',
  braceDensity: 'density of the braces',
};

/** What makers hunt for, how well the model fits this top, and how good its forecasts have been. */
export function LookSlip({ picture, plan, units, person, events, open, onOpen, onLetIn }: Props) {
  const { findings, fit, worth, modes } = picture;
  const choice = usePreferences();
  return (
    <div className="space-y-4 pt-1">
      <section aria-label="Findings">
        <h2 className="font-bold">Found on this top</h2>
        {findings.length === 0 && (
          <p className="text-soft">
            Nothing stands out: no bright place, no edge off its model, no notes that crowd each other.
          </p>
        )}
        <ul>
          {findings.map((finding, i) => (
            <li key={i} className="border-t border-grain">
              <button
                type="button"
                aria-pressed={open === i}
                className={`min-h-12 w-full py-1 text-left ${open === i ? 'font-medium' : ''}`}
                onClick={() => onOpen(i)}
              >
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
            <Row
              key={name}
              name={FACTOR_WORDS[name]}
              value={`${signedShare(fit.factors[name].value)} ± ${(100 * halfInterval(fit.factors[name])).toFixed(0)} %`}
              hint={`± ${(100 * halfInterval({ value: 1, sd: fit.prior[name] })).toFixed(0)} % before`}
            />
          ))}
        </dl>
        {worth[0] && (
          <p>
            What would teach most: <b>{WANTED_WORDS(worth[0].key).toLowerCase()}</b>, by{' '}
            {(100 * worth[0].narrows).toFixed(0)} % of what is open.
          </p>
        )}
      </section>
      {fit.readings.length > 0 && (
        <Fold title="Readings against the model" tone="soft">
          <table className="w-full text-note">
            <thead>
              <tr className="text-soft">
                <th className="text-left font-normal">reading</th>
                <th className="text-right font-normal">read</th>
                <th className="text-right font-normal">fitted</th>
              </tr>
            </thead>
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
          <p className="text-note text-soft">
            {modes.length} notes are followed by their shapes since the voicing began.
          </p>
        </Fold>
      )}
      <OutcomesList {...{ picture, events, units, person, onLetIn }} />
    </div>
  );
}

const signedShare = (factor: number) => `${factor >= 1 ? '+' : '−'}${Math.abs(100 * (factor - 1)).toFixed(1)}`;

function fitWords(misfit: number | null, count: number): string {
  if (misfit === null) return 'Nothing is read yet: the model stands on the wood’s constants and the plan alone.';
  const words =
    misfit < 1.2
      ? 'It agrees with what was read as well as it should'
      : misfit < BAD_FIT
        ? 'It agrees middling: read the odd one again'
        : 'It agrees badly: another plate, a loose brace, or a plan that is not what was glued';
  return `${words} (${count} readings, ${misfit.toFixed(1)} of their doubt on average).`;
}
