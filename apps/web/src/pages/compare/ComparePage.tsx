import { FAMILIES, type PlateRole } from '@nimble/core/project';
import { METRIC } from '@nimble/core/units';
import { sharedByGood, type SharedFigure } from '@nimble/core/closing';
import type { Family } from '@nimble/core/outline';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useCompared, type ComparedView } from '../../api/voicing';
import { KeysButton, PersonMenu, ThemeMenu, UnitsMenu } from '../../frame/BenchMenus';
import { KeysDialog } from '../../frame/KeysDialog';
import { Loading } from '../../ui/Loading';
import { setPreferences, usePreferences } from '../../ui/preferences';
import { HomeLink } from '../../frame/Shell';
import { useShortcuts } from '../../ui/shortcuts';
import { FamilyField } from '../../forms';
import { SelectField, Option } from '../../ui';
import { CompareChart } from './CompareChart';
import { figureName, figureWords } from '../../words/compare-words';

/** Builds beside each other: what the good ones share. */
export function ComparePage() {
  const compared = useCompared();
  const choice = usePreferences();
  const [family, setFamily] = useState<Family | null>(null);
  const [plate, setPlate] = useState<PlateRole>('top');
  const [open, setOpen] = useState<string | null>(null);
  const [keysOpen, setKeysOpen] = useState(false);
  useShortcuts([{ key: '?', label: 'All keys', run: () => setKeysOpen(true) }]);
  const units = choice.units ?? METRIC;
  const all = compared.data ?? [];
  const commonest = family ?? mostOf(all);
  const builds = all.filter((build) => build.family === commonest && build.plate === plate);
  const shared = useMemo(() => sharedByGood(builds), [builds]);
  const lit = builds.find(({ id }) => id === open) ?? null;
  return (
    <div className="flex min-h-full flex-col lg:h-full">
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title="Builds beside each other" />
        <div className="ml-auto flex items-center gap-1">
          <Link to="/" className="inline-flex min-h-12 items-center px-3">
            Back to the bench
          </Link>
          <UnitsMenu units={units} onChange={(next) => setPreferences({ units: next })} />
          <ThemeMenu />
          <KeysButton onOpen={() => setKeysOpen(true)} />
          <PersonMenu />
        </div>
      </header>
      {!compared.data ? (
        <Loading queries={[compared]} what="the builds" />
      ) : (
        <main className="grid min-h-0 flex-1 grid-cols-1 gap-6 px-4 py-3 lg:grid-cols-[minmax(0,1fr)_372px] lg:px-6">
          <section aria-label="Figures" className="min-h-0 overflow-y-auto">
            <div className="mb-2 flex flex-wrap gap-3">
              <div className="w-56">
                <FamilyField value={commonest} onChoose={setFamily} />
              </div>
              <div className="w-40">
                <SelectField label="Plate" value={plate} onChoose={(chosen) => setPlate(chosen as PlateRole)}>
                  <Option value="top">tops</Option>
                  <Option value="back">backs</Option>
                </SelectField>
              </div>
              <p className="self-end pb-3 text-soft">
                <span className="text-spruce">●</span> turned out well <span className="ml-3 text-ember-ink">✕</span>{' '}
                did not <span className="ml-3">□</span> nobody said yet
              </p>
            </div>
            {builds.length < 2 ? (
              <p className="text-soft">Fewer than two of this kind: nothing to lay beside each other yet.</p>
            ) : (
              <CompareChart builds={builds} units={units} open={open} onOpen={setOpen} />
            )}
          </section>
          <aside
            aria-label="What they share"
            className="min-h-0 space-y-3 overflow-y-auto border border-line/60 bg-slip px-5 py-4"
          >
            {lit ? (
              <Words build={lit} />
            ) : (
              <Shared shared={shared} builds={builds} words={(key, value) => figureWords(key, value, units, choice)} />
            )}
          </aside>
        </main>
      )}
      <KeysDialog open={keysOpen} onClose={() => setKeysOpen(false)} />
    </div>
  );
}

function mostOf(builds: readonly ComparedView[]): Family {
  const count = (family: Family) => builds.filter((build) => build.family === family).length;
  return FAMILIES.reduce((best, family) => (count(family) > count(best) ? family : best));
}

function Shared({
  shared,
  builds,
  words,
}: {
  shared: readonly SharedFigure[];
  builds: readonly ComparedView[];
  words: (key: string, value: number) => string;
}) {
  const good = builds.filter((build) => build.good).length;
  const bad = builds.filter((build) => build.good === false).length;
  return (
    <>
      <h2 className="text-head font-bold">What the good ones share</h2>
      {good === 0 || bad === 0 ? (
        <p>It takes at least one that turned out well and one that did not. Say so at the close of a build.</p>
      ) : (
        <>
          <p className="text-soft">
            {good} turned out well, {bad} did not.{' '}
            {good + bad < 6 && 'So few prove nothing: take it as a hint of where to look.'}
          </p>
          <ul>
            {shared.map(({ name, least, most, outside }) => (
              <li key={name} className="border-t border-grain py-2">
                <p className="font-medium">{figureName(name)}</p>
                <p>
                  <span className="figures">
                    {least === most ? words(name, least) : `${words(name, least)} to ${words(name, most)}`}
                  </span>
                </p>
                <p className="text-soft">
                  {outside
                    .map((number) => {
                      const build = builds.find((one) => one.number === number)!;
                      return `No. ${number} had ${words(name, build.figures[name]!)}`;
                    })
                    .join('; ')}
                </p>
              </li>
            ))}
          </ul>
          {shared.length === 0 && <p>Nothing that was measured tells them apart.</p>}
        </>
      )}
      <p className="text-soft">
        Touch a mark to read that maker’s words. A new build can take the bends of a good one as its goal.
      </p>
    </>
  );
}

function Words({ build: { id, number, name, words, marks, good } }: { build: ComparedView }) {
  return (
    <>
      <h2 className="text-head font-bold">
        No. {number} {name}
      </h2>
      <p className={`font-medium ${good === false ? 'text-ember-ink' : 'text-spruce'}`}>
        {good ? 'Turned out well' : good === false ? 'Did not turn out as wanted' : 'Nobody said yet how it turned out'}
      </p>
      {words && <p>{words}</p>}
      {marks.length > 0 && (
        <dl>
          {marks.map(({ name: mark, mark: value }) => (
            <div key={mark} className="flex justify-between border-t border-grain py-1">
              <dt>{mark}</dt>
              <dd className="figures">{value} of 9</dd>
            </div>
          ))}
        </dl>
      )}
      <Link className="flex min-h-12 items-center underline underline-offset-4" to={`/builds/${id}/story`}>
        How it was voiced
      </Link>
    </>
  );
}
