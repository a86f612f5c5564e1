import { formatMass, inWords } from '@nimble/core/units';
import type { Build, Survey } from '../../api/types';
import { Button } from '../../ui';
import { positiveBelow, QuantityField } from '../../forms';

interface Props {
  build: Build;
  survey: Survey;
  onChange: (change: Partial<Survey>) => void;
  onTakeOff: () => void;
}

/** A look by the scale alone: what is gone by weight moves the whole map. */
export function WeighSlip({ build, survey, onChange, onTakeOff }: Props) {
  return (
    <div className="space-y-3 pt-2">
      <p className="text-soft">Put the plate on the scale.</p>
      <p className="figures text-great leading-none font-medium">
        {survey.mass === null ? '—' : inWords(formatMass(survey.mass, build.units))}
      </p>
      <QuantityField
        label="Weight of the plate"
        quantity="mass"
        unit={build.units.mass}
        decimals={1}
        value={survey.mass}
        check={positiveBelow(20, 'More than 20 kg: check the unit')}
        onChange={(mass, text) => mass && onChange({ mass, typed: { ...survey.typed, mass: text } })}
      />
      {survey.mass !== null && (
        <Button kind="main" className="w-full" onClick={onTakeOff}>
          See the verdict
        </Button>
      )}
      <p className="text-soft">
        The scale tells the mean only, and only where the plate was weighed before the pass: a thin place stays unseen.
      </p>
    </div>
  );
}
