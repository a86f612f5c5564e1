import { formatThickness, inWords } from '@nimble/core/units';
import { GENERIC_CORES, sandwichFigures } from '@nimble/core/wood';
import { effectiveEllipse } from '@nimble/core/graduation';
import { plateArea, plateShape } from '@nimble/core/outline';
import type { SandwichPlan } from '@nimble/core/project';
import type { Build } from '../../api/types';
import { Option, PanelSection, SelectField } from '../../ui';
import { positiveBelow, QuantityField } from '../../forms';

const FIRST: SandwichPlan = {
  skin: 6e-4,
  core: 1.6e-3,
  coreModulus: GENERIC_CORES[0].modulus,
  coreShear: GENERIC_CORES[0].shear,
  coreDensity: GENERIC_CORES[0].density,
  glueMass: 0.08,
};

/** Two skins of the build's wood on a core: how stiff, how heavy, and the solid plate that it equals. */
export function SandwichFigures({ build, onChange }: { build: Build; onChange: (plan: SandwichPlan) => void }) {
  const plan = build.choices.sandwich ?? FIRST;
  const { units, wood } = build;
  const shape = plateShape(build.outline, build.holes);
  const { along } = effectiveEllipse(shape);
  const found = sandwichFigures({ ...plan, skinModulus: wood.E_L, skinDensity: wood.rho, halfWave: 2 * along });
  const grams = (perArea: number) => `${Math.round(1000 * perArea * plateArea(shape))} g`;
  const core = GENERIC_CORES.find(({ density, shear }) => density === plan.coreDensity && shear === plan.coreShear);
  const field = (name: 'skin' | 'core', label: string, most: number) => (
    <QuantityField
      label={label}
      quantity="length"
      unit={units.thickness}
      value={plan[name]}
      check={positiveBelow(most, 'Too thick for a sandwich: check the unit')}
      onChange={(value) => value && onChange({ ...plan, [name]: value })}
    />
  );
  return (
    <PanelSection label="Sandwich">
      <h3 className="text-lead font-bold">Sandwich</h3>
      <div className="grid grid-cols-2 gap-3">
        {field('skin', 'Each skin', 0.005)}
        {field('core', 'Core', 0.02)}
        <SelectField
          label="Core of"
          value={core?.key ?? ''}
          onChoose={(chosen) => {
            const next = GENERIC_CORES.find(({ key }) => key === chosen);
            if (next)
              onChange({ ...plan, coreModulus: next.modulus, coreShear: next.shear, coreDensity: next.density });
          }}
        >
          {!core && <Option value="">its own figures</Option>}
          {GENERIC_CORES.map(({ key, name }) => (
            <Option key={key} value={key}>
              {name}
            </Option>
          ))}
        </SelectField>
        <QuantityField
          label="Core density"
          quantity="density"
          unit="kg/m³"
          value={plan.coreDensity}
          check={positiveBelow(1500, 'More than 1500 kg/m³: check the unit')}
          onChange={(coreDensity) => coreDensity && onChange({ ...plan, coreDensity })}
        />
      </div>
      <dl>
        {[
          ['Rigidity per width', `${found.rigidity.toFixed(1)} N m`],
          ['left once the core shears', `${Math.round(100 * found.shearShare)} %`],
          ['As stiff as solid', inWords(formatThickness(found.solidThickness, units))],
          ['Plate weighs', `${grams(found.massPerArea)}, solid ${grams(found.solidMassPerArea)}`],
        ].map(([name, value]) => (
          <div key={name} className="flex items-baseline justify-between gap-3">
            <dt>{name}</dt>
            <dd className="figures">{value}</dd>
          </div>
        ))}
      </dl>
      <p className="text-small text-soft">
        Glue {Math.round(1000 * plan.glueMass)} g/m² in all. Cores are generic: follow the maker’s sheet. An estimate
        along the grain, over a half wave of {Math.round(2000 * along)} mm.
      </p>
    </PanelSection>
  );
}
