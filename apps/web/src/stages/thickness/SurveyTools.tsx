import { formatQuantity } from '@nimble/core';
import { useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { Refused, request } from '../../api/client';
import { keys } from '../../api/keys';
import type { Build, Survey, SurveyWithReadings } from '../../api/types';
import { usePreferences } from '../../shell/preferences';
import { Button, Dialog, TextField } from '../../ui';
import { positiveBelow, QuantityField } from '../../units-and-forms';

interface Props {
  build: Build;
  survey: Survey;
  past: boolean;
  onChange: (change: Partial<Survey>) => void;
}

const LARGEST_FILE = 2_000_000;

/** What goes with the readings: weight, humidity, temperature, note; and readings in and out as CSV. */
export function SurveyTools({ build, survey, past, onChange }: Props) {
  const typed = (field: string, text: string) => ({ typed: { ...survey.typed, [field]: text } });
  const rh =
    survey.relativeHumidity === null ? '' : `, ${formatQuantity(survey.relativeHumidity, 'ratio', '%').figure} % RH`;
  return (
    <details className="border-t border-grain">
      <summary className="min-h-11 cursor-pointer pt-2">
        Survey {survey.number}{' '}
        <span className="text-soft">
          · {format(new Date(survey.startedAt), 'd MMM, HH:mm')}
          {rh}
          {survey.person && ` · ${survey.person}`}
        </span>
      </summary>
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
          {!past && <ImportButton build={build} survey={survey} />}
          <a
            className="inline-flex min-h-12 items-center justify-center border border-line px-3"
            href={`/api/v1/surveys/${survey.id}/readings.csv`}
            download
          >
            Readings out (CSV)
          </a>
        </div>
        <Button kind="quiet" onClick={() => window.print()}>
          Print this sheet
        </Button>
      </div>
    </details>
  );
}

function ImportButton({ build, survey }: { build: Build; survey: Survey }) {
  const file = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const { person } = usePreferences();
  const [refusal, setRefusal] = useState<{ title: string; lines: string[] } | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (chosen: File) => {
    if (chosen.size > LARGEST_FILE) {
      return setRefusal({
        title: 'The file is too large',
        lines: [`${chosen.name} has ${(chosen.size / 1e6).toFixed(0)} MB; a list of readings has well under 2 MB.`],
      });
    }
    setBusy(true);
    try {
      const text = await chosen.text();
      const done = await request<SurveyWithReadings & { imported: number }>('POST', `/surveys/${survey.id}/import`, {
        text,
        person,
      });
      await client.invalidateQueries({ queryKey: keys.build(build.id) });
      toast(`${done.imported} readings brought in from ${chosen.name}`);
    } catch (failure) {
      const lines =
        failure instanceof Refused ? failure.errors.map(({ field, message }) => `${field}: ${message}`) : [];
      setRefusal({ title: (failure as Error).message, lines });
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".csv,.txt,text/csv"
        className="sr-only"
        aria-label="CSV file of readings"
        tabIndex={-1}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (chosen) void take(chosen);
        }}
      />
      <Button onClick={() => file.current?.click()} disabled={busy}>
        {busy ? 'Reading …' : 'Readings in (CSV)'}
      </Button>
      <Dialog title={refusal?.title ?? ''} open={refusal !== null} onClose={() => setRefusal(null)}>
        <p className="mb-2">Mend the file and choose it again; nothing of it was kept.</p>
        <ul className="figures max-h-72 overflow-auto text-[0.95rem]">
          {refusal?.lines.map((line) => (
            <li key={line} className="border-b border-grain py-1">
              {line}
            </li>
          ))}
        </ul>
        <p className="mt-3 text-soft">
          Expected: <code className="figures">station,thickness</code> or <code className="figures">x,y,thickness</code>
          , with any unit; x from the neck end, y from the centre line towards the bass side.
        </p>
      </Dialog>
    </>
  );
}
