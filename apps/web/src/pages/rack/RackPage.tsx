import { formatMass, formatThickness, inWords } from '@nimble/core/units';
import { halfInterval } from '@nimble/core/base';
import { middleThickness, effectiveEllipse, rankSets, type RankedSet } from '@nimble/core/graduation';
import { plateArea, plateShape } from '@nimble/core/outline';
import { speciesPrior } from '@nimble/core/wood';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useBuilds, useTarget } from '../../api/hooks';
import type { BuildSummary } from '../../api/types';
import { useRack, useRackWrite, type WoodSet } from '../../api/wood';
import { Loading } from '../../ui/Loading';
import { usePreferences } from '../../ui/preferences';
import { Button, SelectField, TextTabs, Option } from '../../ui';
import { RoomHeader } from '../../frame/RoomHeader';
import { comparison, runoutWords, speciesName } from '../../words/rack-words';
import { PLATES, RackChart, STICKS } from './RackChart';

const USES = [
  ['top', 'Tops'],
  ['back', 'Backs'],
  ['brace', 'Brace stock'],
] as const;
type Use = (typeof USES)[number][0];

/** The wood store: every set by density and stiffness, a few side by side, and which suits a build. */
export function RackPage() {
  const [archived, setArchived] = useState(false);
  const rack = useRack(archived);
  const [params, setParams] = useSearchParams();
  const use: Use = USES.find(([key]) => key === params.get('for'))?.[0] ?? 'top';
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const toggle = (id: string) =>
    setChosen((old) => (old.includes(id) ? old.filter((other) => other !== id) : [...old.slice(-2), id]));
  if (!rack.data) return <Loading queries={[rack]} what="the rack" />;
  const sets = rack.data.filter((set) => set.use === use);
  const picked = sets.filter((set) => chosen.includes(set.id));
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <RoomHeader title="The wood rack">
        <Link to="/bands" className="inline-flex min-h-12 items-center px-3 max-sm:hidden">
          Bands
        </Link>
        <Link to="/feel" className="inline-flex min-h-12 items-center px-3 max-sm:hidden">
          Feel and dial
        </Link>
        <Link to="/rack/new" className="inline-flex min-h-12 items-center gap-2 px-3">
          <Plus aria-hidden size={20} /> New set
        </Link>
      </RoomHeader>
      {rack.data.length === 0 && !archived ? (
        <EmptyRack onArchived={() => setArchived(true)} />
      ) : (
        <main className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_400px]">
          <section aria-label="All sets" className="flex min-h-[320px] flex-col px-4 pt-1 lg:px-6">
            <TextTabs
              label="Kept for"
              tabs={USES.map(
                ([key, words]) => [key, `${words} (${rack.data.filter((set) => set.use === key).length})`] as const,
              )}
              open={use}
              onOpen={(key) => setParams({ for: key }, { replace: true })}
            />
            {sets.length === 0 ? (
              <p className="py-10 text-center text-soft">
                {archived ? 'Nothing of this kind is put away.' : 'Nothing of this kind in the rack yet.'}
              </p>
            ) : (
              <RackChart
                sets={sets.filter(({ properties }) => properties.doubts.length === 0)}
                chosen={chosen}
                onToggle={toggle}
                guides={use === 'brace' ? STICKS : PLATES}
              />
            )}
            <p className="pb-3 text-soft">
              {use === 'brace'
                ? 'The lines join billets that are equally stiff for their weight (MN m/kg): the higher the better. Touch billets to put them side by side.'
                : 'The curves join sets that would weigh the same at the same stiffness; the higher the figure (radiation ratio, m⁴/kg s), the lighter. Crosses show what nine in ten should lie within. Touch sets to put them side by side.'}
            </p>
          </section>
          <aside
            aria-label="Sets"
            className="relative min-h-0 space-y-4 overflow-y-auto border-l border-line bg-slip px-5 py-3"
          >
            {picked.length > 0 && <SideBySide sets={picked} />}
            {use !== 'brace' && !archived && <SuitsBuild sets={rack.data} />}
            <SetList sets={sets} archived={archived} onArchived={setArchived} />
          </aside>
        </main>
      )}
    </div>
  );
}

function EmptyRack({ onArchived }: { onArchived: () => void }) {
  return (
    <main className="mx-auto max-w-md space-y-5 pt-16 text-center">
      <p className="text-head font-bold">The rack is empty.</p>
      <p>
        Put in the first set: its species and sizes. Weigh it, flex it, knock on it, and it tells how thin it wants to
        be.
      </p>
      <Link
        to="/rack/new"
        className="inline-flex min-h-14 items-center gap-2 rounded-md bg-spruce px-6 text-lead font-medium text-on-spruce"
      >
        <Plus aria-hidden size={22} /> Put in the first set
      </Link>
      <p>
        <Button kind="quiet" onClick={onArchived}>
          Look at what was put away
        </Button>
      </p>
    </main>
  );
}

function SideBySide({ sets }: { sets: readonly WoodSet[] }) {
  const { units } = usePreferences();
  const columns = sets.map((set) => comparison(set, units));
  return (
    <section aria-label="Side by side">
      <h2 className="text-lead font-bold">Side by side</h2>
      <div className="overflow-x-auto">
        <table className="w-full text-left">
          <thead>
            <tr>
              <td />
              {sets.map((set) => (
                <th key={set.id} scope="col" className="py-1 pr-3 align-bottom">
                  <Link to={`/rack/${set.id}`} className="underline underline-offset-4">
                    {set.name}
                  </Link>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {columns[0]!.map(({ name, unit }, row) => (
              <tr key={name} className="border-t border-grain">
                <th scope="row" className="py-1 pr-2 font-normal text-soft">
                  {name}
                  {unit && <span className="block text-small">{unit}</span>}
                </th>
                {columns.map((column, i) => (
                  <td key={sets[i]!.id} className="figures py-1 pr-3 text-note">
                    {column[row]!.value}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** Ranked by weight at the build's stiffness, with the reasons. */
function SuitsBuild({ sets }: { sets: readonly WoodSet[] }) {
  const builds = useBuilds();
  const [buildId, setBuildId] = useState('');
  const build = builds.data?.find(({ id }) => id === buildId);
  return (
    <section aria-label="Which set suits a build">
      <SelectField label="Which set suits …" value={buildId} onChoose={setBuildId}>
        <Option value="">choose a build</Option>
        {builds.data?.map(({ id, number, name }) => (
          <Option key={id} value={id}>
            No. {number} {name}
          </Option>
        ))}
      </SelectField>
      {build && <Ranking build={build} sets={sets} />}
    </section>
  );
}

function Ranking({ build, sets }: { build: BuildSummary; sets: readonly WoodSet[] }) {
  const target = useTarget(build.id);
  const ranked = useMemo(
    () => target.data && rankFor(build, middleThickness(target.data.base), sets),
    [build, sets, target.data],
  );
  if (!ranked) return null;
  const doubted = sets.filter(({ use, properties }) => use === build.plate && properties.doubts.length > 0);
  return (
    <>
      <p className="mt-1 text-note text-soft">
        As stiff against pumping as {inWords(formatThickness(middleThickness(target.data!.base), build.units))} of the
        build’s own {speciesPrior(build.wood.species ?? '')?.name.toLowerCase() ?? 'wood'}, lightest first.
      </p>
      {doubted.length > 0 && (
        <p className="text-note text-ember-ink">
          Left out, since figures of theirs are in doubt: {doubted.map(({ name }) => name).join(', ')}.
        </p>
      )}
      <ol>
        {ranked.map(({ id, thickness, mass, enough, objections }, i) => (
          <li key={id} className="border-t border-grain py-1.5">
            <div className="flex items-baseline justify-between gap-2">
              <span>
                <span className="figures mr-2 text-soft">{i + 1}</span>
                <Link to={`/rack/${id}`} className="font-medium underline underline-offset-4">
                  {sets.find((set) => set.id === id)?.name}
                </Link>
              </span>
              <span className="figures">{inWords(formatMass(mass.value, build.units))}</span>
            </div>
            <p className="text-note text-soft">
              {formatThickness(thickness.value, build.units).figure} ±{' '}
              {inWords(formatThickness(halfInterval(thickness), build.units))}
              {!enough && '; the board is too thin for it'}
              {objections.map(({ message }) => ` ${message}`).join('')}
            </p>
          </li>
        ))}
      </ol>
    </>
  );
}

function rankFor(build: BuildSummary, thickness: number, sets: readonly WoodSet[]): RankedSet[] {
  const shape = plateShape(build.outline, build.holes);
  const tops = sets.filter((set) => set.use === build.plate && !set.rejected);
  const known = tops.map((set) => ({ ...set, thickness: Math.min(...set.pieces.map(({ thickness }) => thickness)) }));
  return rankSets(known, {
    goal: { wood: build.wood, thickness, loadRatio: 1 },
    area: effectiveEllipse(shape),
    plateArea: plateArea(shape),
  });
}

function SetList({
  sets,
  archived,
  onArchived,
}: {
  sets: readonly WoodSet[];
  archived: boolean;
  onArchived: (archived: boolean) => void;
}) {
  return (
    <section aria-label="All sets by name">
      <div className="flex items-center justify-between gap-2">
        <h2 className="text-lead font-bold">{archived ? 'Put away' : 'By name'}</h2>
        <Button kind="quiet" className="px-2" onClick={() => onArchived(!archived)}>
          {archived ? 'Back to the rack' : 'Put away …'}
        </Button>
      </div>
      <ul>
        {sets.map((set) => (
          <li key={set.id} className="border-t border-grain">
            <Link to={`/rack/${set.id}`} className="block py-1.5 hover:bg-grain/40">
              <span className="flex items-baseline justify-between gap-2">
                <span className="font-medium">{set.name}</span>
                <span className="text-note text-soft">{set.place}</span>
              </span>
              <span className="text-note text-soft">
                {speciesName(set)}, {set.worked}, runout {runoutWords(set)}
              </span>
              {set.rejected && (
                <span className="block text-note font-medium text-ember-ink">Rejected: {set.rejected}</span>
              )}
            </Link>
            {archived && <TakeBack set={set} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function TakeBack({ set }: { set: WoodSet }) {
  const write = useRackWrite();
  return (
    <Button
      kind="quiet"
      className="px-0"
      onClick={() => void write('POST', `/${set.id}/restore`).catch((failure: Error) => toast.error(failure.message))}
    >
      Take it back into the rack
    </Button>
  );
}
