/**
 * Readings from a file: refused whole where a line can't be read, asked about where a line is doubtful, and taken back
 * whole when it was the wrong file.
 */
import { formatThickness, inWords, type UnitChoice } from '@nimble/core/units';
import type { DoubtfulLine } from '@nimble/core/formats';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { Refused, request } from '../../api/client';
import { keys } from '../../api/keys';
import type { Build, ImportAnswer, Survey } from '../../api/types';
import { usePreferences } from '../../ui/preferences';
import { Button, CheckField, Dialog } from '../../ui';

const LARGEST_FILE = 2_000_000;

interface Asked {
  name: string;
  text: string;
  doubtful: DoubtfulLine[];
}

type Decision = { line: number; keep: boolean };

export function ImportButton({ build, survey }: { build: Build; survey: Survey }) {
  const file = useRef<HTMLInputElement>(null);
  const [refusal, setRefusal] = useState<{ title: string; lines: string[] } | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  const { busy, send } = useImport(build, survey, setAsked, setRefusal);
  const take = async (chosen: File) => {
    if (chosen.size <= LARGEST_FILE) return send(chosen.name, await chosen.text());
    const size = (chosen.size / 1e6).toFixed(0);
    setRefusal({
      title: 'The file is too large',
      lines: [`${chosen.name} has ${size} MB; a list of readings has well under 2 MB.`],
    });
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
        <ul className="figures max-h-72 overflow-auto text-note">
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
      <Dialog
        title="Are these lines right?"
        description="The rest of the plate contradicts them. Nothing was kept yet."
        open={asked !== null}
        onClose={() => setAsked(null)}
      >
        {asked && (
          <DoubtfulLines
            asked={asked}
            units={build.units}
            onDecided={(decisions) => {
              setAsked(null);
              void send(asked.name, asked.text, decisions);
            }}
            onCancel={() => setAsked(null)}
          />
        )}
      </Dialog>
    </>
  );
}

function useImport(
  build: Build,
  survey: Survey,
  onAsked: (asked: Asked) => void,
  onRefused: (refusal: { title: string; lines: string[] }) => void,
) {
  const client = useQueryClient();
  const { person } = usePreferences();
  const [busy, setBusy] = useState(false);
  const refresh = () => client.invalidateQueries({ queryKey: keys.build(build.id) });
  const undo = async (batch: string) => {
    await request('POST', `/surveys/${survey.id}/imports/${batch}/retract`);
    await refresh();
  };
  const send = async (name: string, text: string, decisions?: Decision[]) => {
    setBusy(true);
    try {
      const body = { text, person, ...(decisions && { decisions }) };
      const done = await request<ImportAnswer>('POST', `/surveys/${survey.id}/import`, body);
      if (done.doubtful.length > 0) return onAsked({ name, text, doubtful: done.doubtful });
      await refresh();
      const { batch } = done;
      toast(`${done.imported} readings brought in from ${name}`, {
        duration: 15_000,
        action: batch && {
          label: 'Undo',
          onClick: () => void undo(batch).catch((error: Error) => toast.error(error.message)),
        },
      });
    } catch (failure) {
      const lines =
        failure instanceof Refused ? failure.errors.map(({ field, message }) => `${field}: ${message}`) : [];
      onRefused({ title: (failure as Error).message, lines });
    } finally {
      setBusy(false);
    }
  };
  return { busy, send };
}

interface LinesProps {
  asked: Asked;
  units: UnitChoice;
  onDecided: (decisions: Decision[]) => void;
  onCancel: () => void;
}

function DoubtfulLines({ asked, units, onDecided, onCancel }: LinesProps) {
  const [right, setRight] = useState<ReadonlySet<number>>(new Set());
  const thickness = (value: number) => inWords(formatThickness(value, units));
  const turn = (line: number, on: boolean) =>
    setRight((old) => new Set(on ? [...old, line] : [...old].filter((other) => other !== line)));
  return (
    <div className="space-y-3">
      <ul className="max-h-72 overflow-auto">
        {asked.doubtful.map(({ line, station, thickness: h, question }) => (
          <li key={line} className="border-b border-grain py-1">
            <p>
              Line {line}, {station}: <strong className="figures">{thickness(h)}</strong> where about{' '}
              <span className="figures">{thickness(question.expected)}</span> would fit
            </p>
            <CheckField label="It is right: keep it" checked={right.has(line)} onChange={(on) => turn(line, on)} />
          </li>
        ))}
      </ul>
      <p className="text-soft">Lines that are not ticked are left out: read those places again.</p>
      <div className="flex gap-2">
        <Button
          kind="main"
          onClick={() => onDecided(asked.doubtful.map(({ line }) => ({ line, keep: right.has(line) })))}
        >
          Bring in the rest
        </Button>
        <Button onClick={onCancel}>Bring in nothing</Button>
      </div>
    </div>
  );
}
