import {
  formatMass,
  formatThickness,
  halfInterval,
  inWords,
  middleThickness,
  plateArea,
  plateShape,
  pumpingArea,
  rankSets,
  speciesPrior,
  type RankedSet,
} from '@nimble/core';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useBuilds, useTarget } from '../api/hooks';
import type { BuildSummary } from '../api/types';
import { useRack, type WoodSet } from '../api/wood';
import { KeysButton, PersonMenu, ThemeMenu } from '../shell/BenchMenus';
import { KeysDialog } from '../shell/KeysDialog';
import { Loading } from '../shell/Loading';
import { HomeLink } from '../shell/Shell';
import { useShortcuts } from '../shell/shortcuts';
import { SelectField } from '../ui';
import { comparison, degreesWords, speciesName } from './rack-words';
import { RackChart } from './RackChart';

/** The wood store: every set by density and stiffness, a few side by side, and which suits a build. */
export function RackPage() {
  const rack = useRack();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [keysOpen, setKeysOpen] = useState(false);
  useShortcuts([{ key: '?', label: 'All keys', run: () => setKeysOpen(true) }]);
  const toggle = (id: string) =>
    setChosen((old) => (old.includes(id) ? old.filter((other) => other !== id) : [...old.slice(-2), id]));
  if (!rack.data) return <Loading queries={[rack]} what="the rack" />;
  const sets = rack.data;
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title="The wood rack" />
        <div className="ml-auto flex items-center gap-1">
          <Link to="/rack/new" className="inline-flex min-h-12 items-center gap-2 px-3">
            <Plus aria-hidden size={20} /> New set
          </Link>
          <ThemeMenu />
          <KeysButton onOpen={() => setKeysOpen(true)} />
          <PersonMenu />
        </div>
      </header>
      {sets.length === 0 ? (
        <EmptyRack />
      ) : (
        <main className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_400px]">
          <section aria-label="All sets" className="flex min-h-[320px] flex-col px-4 pt-3 lg:px-6">
            <RackChart sets={sets} chosen={chosen} onToggle={toggle} />
            <p className="pb-3 text-soft">
              The curves join sets that would weigh the same at the same stiffness; the higher the figure (radiation
              ratio, m⁴/kg s), the lighter. Crosses show what nine in ten should lie within. Touch sets to put them side
              by side.
            </p>
          </section>
          <aside aria-label="Sets" className="min-h-0 space-y-4 overflow-y-auto border-l border-line bg-slip px-5 py-3">
            {chosen.length > 0 && <SideBySide sets={sets.filter((set) => chosen.includes(set.id))} />}
            <SuitsBuild sets={sets} />
            <SetList sets={sets} />
          </aside>
        </main>
      )}
      <KeysDialog open={keysOpen} onClose={() => setKeysOpen(false)} />
    </div>
  );
}

function EmptyRack() {
  return (
    <main className="mx-auto max-w-md space-y-5 pt-16 text-center">
      <p className="text-[1.6rem] font-bold">The rack is empty.</p>
      <p>
        Put in the first set: its species and sizes. Weigh it, flex it, knock on it, and it tells how thin it wants to
        be.
      </p>
      <Link
        to="/rack/new"
        className="inline-flex min-h-14 items-center gap-2 rounded-md bg-spruce px-6 text-[1.15rem] font-medium text-on-spruce"
      >
        <Plus aria-hidden size={22} /> Put in the first set
      </Link>
    </main>
  );
}

function SideBySide({ sets }: { sets: readonly WoodSet[] }) {
  const rows = comparison(sets[0]!).map(([name]) => name);
  const columns = sets.map((set) => new Map(comparison(set)));
  return (
    <section aria-label="Side by side">
      <h2 className="text-[1.2rem] font-bold">Side by side</h2>
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
            {rows.map((name) => (
              <tr key={name} className="border-t border-grain">
                <th scope="row" className="py-1 pr-2 font-normal text-soft">
                  {name}
                </th>
                {columns.map((column, i) => (
                  <td key={sets[i]!.id} className="figures py-1 pr-3 text-[0.95rem]">
                    {column.get(name)}
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
      <SelectField label="Which set suits …" value={buildId} onChange={(event) => setBuildId(event.target.value)}>
        <option value="">choose a build</option>
        {builds.data?.map(({ id, number, name }) => (
          <option key={id} value={id}>
            No. {number} {name}
          </option>
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
  return (
    <>
      <p className="mt-1 text-[0.95rem] text-soft">
        As stiff against pumping as {inWords(formatThickness(middleThickness(target.data!.base), build.units))} of the
        build’s own {speciesPrior(build.wood.species ?? '')?.name.toLowerCase() ?? 'wood'}, lightest first.
      </p>
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
            <p className="text-[0.95rem] text-soft">
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
  const facts = tops.map((set) => ({
    ...set,
    mass: set.weighings.at(-1)?.mass ?? null,
    findings: set.tests.map(({ kind, result }) => ({ kind, ...result })),
  }));
  return rankSets(facts, {
    goal: { wood: build.wood, thickness, loadRatio: 1 },
    area: pumpingArea(shape),
    plateArea: plateArea(shape),
  });
}

function SetList({ sets }: { sets: readonly WoodSet[] }) {
  return (
    <section aria-label="All sets by name">
      <h2 className="text-[1.2rem] font-bold">All sets</h2>
      <ul>
        {sets.map((set) => (
          <li key={set.id} className="border-t border-grain">
            <Link to={`/rack/${set.id}`} className="block py-1.5 hover:bg-grain/40">
              <span className="flex items-baseline justify-between gap-2">
                <span className="font-medium">{set.name}</span>
                <span className="text-[0.95rem] text-soft">{set.place}</span>
              </span>
              <span className="text-[0.95rem] text-soft">
                {speciesName(set)}, {set.worked}, runout {degreesWords(set.runout)}
              </span>
              {set.rejected && (
                <span className="block text-[0.95rem] font-medium text-ember-ink">Rejected: {set.rejected}</span>
              )}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
