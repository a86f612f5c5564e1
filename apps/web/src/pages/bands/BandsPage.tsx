import { bandTable, isSameBand, type ThicknessBand } from '@nimble/core/graduation';
import { PLATES } from '@nimble/core/project';
import type { Family } from '@nimble/core/outline';
import { SPECIES_PRIORS, speciesPrior } from '@nimble/core/wood';
import { useState } from 'react';
import { toast } from 'sonner';
import { useWorkshopWrites } from '../../api/bracing';
import { Refused } from '../../api/client';
import { useWorkshop } from '../../api/hooks';
import { FamilyField, positiveBelow, QuantityField } from '../../forms';
import { RoomHeader } from '../../frame/RoomHeader';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { Loading } from '../../ui/Loading';
import { usePreferences } from '../../ui/preferences';

type Plate = ThicknessBand['plate'];
type Row = ReturnType<typeof bandTable>[number];

const PLATE_WORDS: Record<Plate, string> = { top: 'Tops', back: 'Backs' };

/** Where plates usually lie, by family and wood: shipped, and as the workshop writes over it. */
export function BandsPage() {
  const workshop = useWorkshop();
  const [family, setFamily] = useState<Family>('steel-string');
  if (!workshop.data) return <Loading queries={[workshop]} what="the bands" />;
  return (
    <div className="flex min-h-full flex-col">
      <RoomHeader title="Bands of thickness" />
      <main className="mx-auto w-full max-w-5xl space-y-4 px-5 py-4">
        <p className="max-w-3xl text-soft">
          Where a plate of each family and wood usually ends, by number. A new build starts at the middle of its band,
          and the rule <em>Number</em> follows it. Shipped spans are ordinary practice: write your own over them. Plates
          under work whose target is the ordinary one follow this table at once; targets that you set stay.
        </p>
        <div className="max-w-sm">
          <FamilyField value={family} onChoose={setFamily} />
        </div>
        <div className="grid gap-6 lg:grid-cols-2">
          {PLATES.map((plate) => (
            <PlateBands key={`${family} ${plate}`} own={workshop.data.bands} family={family} plate={plate} />
          ))}
        </div>
      </main>
    </div>
  );
}

function PlateBands({ own, family, plate }: { own: readonly ThicknessBand[]; family: Family; plate: Plate }) {
  const { changeBands } = useWorkshopWrites();
  const rows = bandTable(own)
    .filter((band) => band.family === family && band.plate === plate)
    .sort((a, b) => woodWords(a).localeCompare(woodWords(b)));
  const any = rows.find(({ species }) => species === null)!;
  const listed = [any, ...rows.filter((row) => row !== any)];
  const send = (change: (bands: readonly ThicknessBand[]) => ThicknessBand[]) =>
    void changeBands(change).catch((failure: Error) => {
      toast.error(failure instanceof Refused ? (failure.errors[0]?.message ?? failure.message) : failure.message);
    });
  const drop = (row: ThicknessBand) => send((bands) => bands.filter((band) => !isSameBand(band, row)));
  const put = ({ species, from, to }: Pick<Row, 'species' | 'from' | 'to'>) => {
    const made = { family, plate, species, from, to };
    send((bands) => [...bands.filter((band) => !isSameBand(band, made)), made]);
  };
  return (
    <PanelSection label={PLATE_WORDS[plate]} heading={PLATE_WORDS[plate]}>
      <ul>
        {listed.map((row) => (
          <BandRow
            key={row.species ?? ''}
            row={row}
            onPut={(span) => put({ ...row, ...span })}
            onDrop={row.own ? () => drop(row) : null}
          />
        ))}
      </ul>
      <AnotherWood plate={plate} taken={rows} onAdd={(species) => put({ ...any, species })} />
    </PanelSection>
  );
}

interface RowProps {
  row: Row;
  onPut: (span: { from: number; to: number }) => void;
  /** Null where it is the shipped one. */
  onDrop: (() => void) | null;
}

function BandRow({ row, onPut, onDrop }: RowProps) {
  const { units } = usePreferences();
  const words = woodWords(row);
  const sane = positiveBelow(0.03, 'More than 30 mm: check the unit');
  const check = {
    from: (value: number) => sane(value) ?? (value < row.to ? null : 'Beyond where the band ends: change that first'),
    to: (value: number) => sane(value) ?? (value > row.from ? null : 'Must be thicker than where the band begins'),
  };
  return (
    <li className="border-t border-grain py-2">
      <div role="group" aria-label={words} className="flex flex-wrap items-end gap-x-3 gap-y-1">
        <p className="min-w-40 flex-1 self-center">
          <span className={`block ${row.own ? 'font-bold' : ''}`}>{words}</span>
          <span className="text-small text-soft">{row.own ? 'yours' : 'shipped'}</span>
        </p>
        {(['from', 'to'] as const).map((end) => (
          <div key={end} className="w-32">
            <QuantityField
              label={end}
              quantity="length"
              unit={units.thickness}
              value={row[end]}
              check={check[end]}
              onChange={(value) => value !== null && onPut({ from: row.from, to: row.to, [end]: value })}
            />
          </div>
        ))}
        {onDrop && (
          <Button kind="quiet" onClick={onDrop}>
            {isShipped(row) ? 'Back to the shipped one' : 'Take it out'}
          </Button>
        )}
      </div>
    </li>
  );
}

function AnotherWood({
  plate,
  taken,
  onAdd,
}: {
  plate: Plate;
  taken: readonly Row[];
  onAdd: (species: string) => void;
}) {
  const open = SPECIES_PRIORS.filter(
    ({ key, uses }) => uses.includes(plate) && !taken.some((row) => row.species === key),
  );
  if (open.length === 0) return null;
  return (
    <SelectField label={`A band of its own for one more wood, ${plate}`} value="" onChoose={onAdd}>
      <Option value="">choose a wood</Option>
      {open.map(({ key, name }) => (
        <Option key={key} value={key}>
          {name}
        </Option>
      ))}
    </SelectField>
  );
}

const isShipped = (row: Row) => bandTable([]).some((band) => isSameBand(band, row));

const woodWords = ({ species }: Pick<Row, 'species'>): string =>
  species === null ? 'Any other wood' : (speciesPrior(species)?.name ?? species);
