import { TOP_HOLDS, type PlateKnown, type TopHold } from '@nimble/core/top';
import { SelectField, Option } from '../../ui';
import { HOLD_WORDS } from '../../words/top-words';

interface MadeFromProps {
  known: PlateKnown;
  hold: TopHold;
  figures: { degreesOfFreedom: number; elapsedMs: number };
  onHold: (hold: TopHold) => void;
}

/** What the model stands on, so that nobody takes it for more than it is. */
export function MadeFrom({ known, hold, figures, onHold }: MadeFromProps) {
  return (
    <section aria-label="What the model stands on" className="mt-4 space-y-2 border-t border-grain pt-3">
      <SelectField label="The rim is" value={hold} onChoose={(chosen) => onHold(chosen as TopHold)}>
        {TOP_HOLDS.map((key) => (
          <Option key={key} value={key}>
            {HOLD_WORDS[key]}
          </Option>
        ))}
      </SelectField>
      <p className="text-note text-soft">
        From the wood’s constants, {known.words}, and the braces as drawn; with the bridge on, also the neck’s block and
        the fingerboard’s tongue; no air, no back. Modes of the model lie within a few hundredths of solid models of
        such tops; the wood’s own doubt comes on top. {figures.degreesOfFreedom.toLocaleString('en')} freedoms,{' '}
        {(figures.elapsedMs / 1000).toFixed(1)} s.
      </p>
    </section>
  );
}
