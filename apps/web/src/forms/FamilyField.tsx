import type { Family } from '@nimble/core/outline';
import { FAMILIES } from '@nimble/core/project';
import { Option, SelectField } from '../ui';
import { FAMILY_WORDS } from '../words/family-words';

/** One of the families. */
export function FamilyField({ value, onChoose }: { value: Family; onChoose: (family: Family) => void }) {
  return (
    <SelectField label="Family" value={value} onChoose={(chosen) => onChoose(chosen as Family)}>
      {FAMILIES.map((key) => (
        <Option key={key} value={key}>
          {FAMILY_WORDS[key]}
        </Option>
      ))}
    </SelectField>
  );
}
