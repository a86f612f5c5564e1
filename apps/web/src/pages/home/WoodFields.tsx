import type { PlateShape } from '@nimble/core/outline';
import { enteredWood, misfitOf, woodOfSet, woodOfSpecies, type BuildWood, type PlateRole } from '@nimble/core/project';
import { SPECIES_PRIORS } from '@nimble/core/wood';
import { useRack } from '../../api/wood';
import { QuantityField } from '../../forms';
import { Option, SelectField } from '../../ui';
import { woodOrigin } from '../../words/wood-origin';

interface Props {
  wood: BuildWood;
  plate: PlateRole;
  /** Null while it is no plate. */
  shape: PlateShape | null;
  onChange: (wood: BuildWood) => void;
}

/** What the plate is of: a set of the rack as it was measured, a species, or figures of one’s own. */
export function WoodFields({ wood, plate, shape, onChange }: Props) {
  const offered = SPECIES_PRIORS.filter((prior) => prior.uses.includes(plate) || prior.key === wood.species);
  const enter = (entered: Parameters<typeof enteredWood>[1]) => onChange(enteredWood(wood, entered));
  const pascals = (value: number) => (value > 0 && value < 40e9 ? null : 'Between 0 and 40 GPa');
  return (
    <fieldset className="space-y-2">
      <legend className="text-lead font-bold">Wood</legend>
      <RackField {...{ wood, plate, shape, onChange }} />
      <SelectField
        label="Species"
        value={wood.species ?? ''}
        onChoose={(chosen) => chosen && onChange(woodOfSpecies(chosen))}
      >
        {wood.species === null && <Option value="">Your own figures</Option>}
        {offered.map(({ key, name }) => (
          <Option key={key} value={key}>
            {name}
          </Option>
        ))}
      </SelectField>
      <p className="text-note text-soft">
        The wood is {woodOrigin(wood)}. {wood.source === 'prior' && 'Your own figures narrow every forecast.'}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <QuantityField
          label="Density"
          quantity="density"
          unit="kg/m³"
          value={wood.rho}
          check={(v) => (v >= 80 && v <= 1500 ? null : 'Wood has 80 to 1500 kg/m³')}
          onChange={(rho) => rho && rho !== wood.rho && enter({ rho })}
        />
        <QuantityField
          label="Stiffness along"
          quantity="modulus"
          unit="GPa"
          value={wood.E_L}
          check={pascals}
          onChange={(E_L) => E_L && E_L !== wood.E_L && enter({ E_L })}
        />
        <QuantityField
          label="Stiffness across"
          quantity="modulus"
          unit="GPa"
          value={wood.E_C}
          check={(v) => pascals(v) ?? (v < wood.E_L ? null : 'Less than along')}
          onChange={(E_C) => E_C && E_C !== wood.E_C && enter({ E_C })}
        />
      </div>
    </fieldset>
  );
}

/** Sets that are kept for such plates; one that is too small says so. */
function RackField({ wood, plate, shape, onChange }: Props) {
  const rack = useRack();
  const sets = (rack.data ?? []).filter(({ use, rejected }) => use === plate && !rejected);
  if (sets.length === 0) return null;
  const choose = (id: string) => {
    const set = sets.find((one) => one.id === id);
    if (set) onChange(woodOfSet(set, set.properties));
    else if (wood.species) onChange(woodOfSpecies(wood.species));
  };
  const misfit = (set: (typeof sets)[number]) =>
    shape && misfitOf(set, { role: plate, length: shape.length, width: shape.width });
  return (
    <SelectField label="From the rack" value={wood.set?.id ?? ''} onChoose={choose}>
      <Option value="">no set of the rack</Option>
      {sets.map((set) => (
        <Option key={set.id} value={set.id}>
          {set.name}
          {misfit(set) === 'too-short' && ', too short for this plate'}
          {misfit(set) === 'too-narrow' && ', too narrow for it when joined'}
        </Option>
      ))}
    </SelectField>
  );
}
