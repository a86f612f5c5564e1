import { formatQuantity } from '@nimble/core/units';
import { format } from 'date-fns';
import type { Build, Survey } from '../../api/types';
import { Button, Fold, TextField } from '../../ui';
import { ImportButton } from './ImportButton';
import { positiveBelow, QuantityField } from '../../forms';

interface Props {
  build: Build;
  survey: Survey;
  past: boolean;
  onChange: (change: Partial<Survey>) => void;
  onRetract: () => void;
}

/** What goes with the readings: weight, humidity, temperature, note; and readings in and out as CSV. */
export function SurveyTools({ build, survey, past, onChange, onRetract }: Props) {
  const typed = (field: string, text: string) => ({ typed: { ...survey.typed, [field]: text } });
  const rh =
    survey.relativeHumidity === null ? '' : `, ${formatQuantity(survey.relativeHumidity, 'ratio', '%').figure} % RH`;
  return (
    <Fold
      title={
        <>
          Survey {survey.number}{' '}
          <span className="text-soft">
            · {format(new Date(survey.startedAt), 'd MMM, HH:mm')}
            {rh}
            {survey.person && ` · ${survey.person}`}
          </span>
        </>
      }
      className="border-t border-grain"
    >
      <div className="space-y-2 pb-2">
        <QuantityField
          label="Weight of the plate"
          quantity="mass"
          unit={build.units.mass}
          decimals={1}
          value={survey.mass}
          optional
          check={positiveBelow(20, 'More than 20 kg: check the unit')}
          onChange={(mass, text) => onChange({ mass, ...typed('mass', text) })}
        />
        <div className="grid grid-cols-2 gap-3">
          <QuantityField
            label="Humidity"
            quantity="ratio"
            unit="%"
            value={survey.relativeHumidity}
            optional
            check={(v) => (v >= 0 && v <= 1 ? null : 'Between 0 and 100 %')}
            onChange={(relativeHumidity, text) => onChange({ relativeHumidity, ...typed('relativeHumidity', text) })}
          />
          <QuantityField
            label="Temperature"
            quantity="temperature"
            unit={build.units.temperature}
            value={survey.temperatureC}
            optional
            check={(v) => (v >= -30 && v <= 60 ? null : 'Between −30 and 60 °C')}
            onChange={(temperatureC, text) => onChange({ temperatureC, ...typed('temperatureC', text) })}
          />
        </div>
        <TextField
          key={survey.id}
          label="Note"
          defaultValue={survey.note}
          onBlur={(e) => e.target.value !== survey.note && onChange({ note: e.target.value })}
        />
        <div className="grid grid-cols-2 gap-2">
          {!past && survey.kind !== 'weight' && <ImportButton build={build} survey={survey} />}
          <a
            className="inline-flex min-h-12 items-center justify-center border border-line px-3"
            href={`/api/v1/surveys/${survey.id}/readings.csv`}
            download
          >
            Readings out (CSV)
          </a>
        </div>
        <div className="flex flex-wrap gap-2">
          <Button kind="quiet" onClick={() => window.print()}>
            Print this sheet
          </Button>
          <Button kind="quiet" onClick={onRetract}>
            Take this whole survey back
          </Button>
        </div>
      </div>
    </Fold>
  );
}
