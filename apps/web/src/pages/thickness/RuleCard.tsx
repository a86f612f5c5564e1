import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import { THICKNESS_RULE_WORDS } from '@nimble/core/verdict';
import type { ModelPlate, RuleOpinion } from '@nimble/core/graduation';
import type { RuleChoices } from '@nimble/core/project';
import type { Build } from '../../api/types';
import { Button, Fold } from '../../ui';
import { massWords, thicknessWords } from '../../words/how-thin-words';
import { RuleSettings } from './RuleSettings';

interface Props {
  build: Build;
  opinion: RuleOpinion;
  models: readonly ModelPlate[];
  units: UnitChoice;
  leads: boolean;
  /** It leads because nobody chose another: the maker's own target may stand before it. */
  byDefault: boolean;
  onLead: () => void;
  onUse: (thickness: number) => void;
  onRules: (change: Partial<RuleChoices>) => void;
}

/** One school's word: its thickness, why, what is missing, and what it aims at. */
export function RuleCard({ build, opinion, models, units, leads, byDefault, onLead, onUse, onRules }: Props) {
  const { rule, thickness, mass, reason, missing, applies } = opinion;
  return (
    <Fold
      title={
        <span className="flex items-center justify-between gap-2">
          <span className={leads ? 'font-bold' : ''}>
            {THICKNESS_RULE_WORDS[rule]}
            {leads && (
              <span className="ml-2 text-small font-normal text-soft">
                {byDefault ? 'yields to your target' : 'leads'}
              </span>
            )}
          </span>
          <span className="figures shrink-0">
            {thickness ? thicknessWords(thickness, units) : applies ? '—' : 'does not apply'}
          </span>
        </span>
      }
      className={`border-b border-grain ${leads ? 'border-l-4 border-l-brass bg-brass/10 pl-2' : ''}`}
      data-rule={rule}
    >
      <div className="space-y-2 pb-3">
        <p className="text-soft">{reason}</p>
        {missing && <p className="font-medium">{missing}</p>}
        {mass && (
          <p>
            The plate would weigh <span className="figures">{massWords(mass, units)}</span>.
          </p>
        )}
        {applies && <RuleSettings {...{ build, rule, models, units, onRules }} />}
        <div className="flex flex-wrap gap-2">
          {!leads && applies && <Button onClick={onLead}>Let it lead</Button>}
          {leads && byDefault && <Button onClick={onLead}>Follow it, not my target</Button>}
          {thickness && (
            <Button kind="quiet" onClick={() => onUse(thickness.value)}>
              Make {inWords(formatThickness(thickness.value, units))} the target
            </Button>
          )}
        </div>
      </div>
    </Fold>
  );
}
