import type { BuildOutcome } from '@nimble/core/project';
import { SelectField, Option } from '../ui';

const OUTCOMES = [
  ['', 'not said yet'],
  ['as-wanted', 'as wanted: one to repeat'],
  ['too-stiff', 'too stiff'],
  ['too-soft', 'too soft'],
] as const;

/** Later plates of the family learn from it how stiff a top should be. */
export function OutcomeField({
  value,
  onChange,
}: {
  value: BuildOutcome | null;
  onChange: (outcome: BuildOutcome | null) => void;
}) {
  return (
    <SelectField
      label="How did the top turn out?"
      hint="Plates of this family learn from it how stiff to be."
      value={value ?? ''}
      onChoose={(chosen) => onChange((chosen || null) as BuildOutcome | null)}
    >
      {OUTCOMES.map(([key, words]) => (
        <Option key={key} value={key}>
          {words}
        </Option>
      ))}
    </SelectField>
  );
}
