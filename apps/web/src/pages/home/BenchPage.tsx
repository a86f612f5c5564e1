import { formatThickness, inWords } from '@nimble/core/units';
import type { Stage } from '@nimble/core/project';
import type { VerdictKind } from '@nimble/core/verdict';
import { useQueryClient } from '@tanstack/react-query';
import { format, formatDistanceToNow, isPast } from 'date-fns';
import { Archive, Copy, EllipsisVertical, PackageOpen, Pencil, Plus } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { request } from '../../api/client';
import { useBuilds } from '../../api/hooks';
import { keys } from '../../api/keys';
import type { BuildSummary } from '../../api/types';
import { KeysButton, PersonMenu, ThemeMenu } from '../../frame/BenchMenus';
import { KeysDialog } from '../../frame/KeysDialog';
import { Loading } from '../../ui/Loading';
import { HomeLink } from '../../frame/Shell';
import { useShortcuts } from '../../ui/shortcuts';
import { STAGE_WORDS, stagePath } from '../../words/stage-words';
import { Waiting } from '../../frame/Waiting';
import { Button, Menu, MenuItem } from '../../ui';
import { VERDICT_INK, VERDICT_SIGN } from '../../words/verdict-looks';
import { bundleAddress } from './bundle-address';
import { DemoProgress } from './DemoProgress';
import { Silhouette } from '../../plate/silhouette';

/** Fetched when it is first asked for: its form is no part of the first page. */
const DuplicateDialog = lazy(async () => ({ default: (await import('./DuplicateDialog')).DuplicateDialog }));

const Bundles = lazy(async () => ({ default: (await import('./Bundles')).Bundles }));

const PIXELS_PER_METRE = 440;

/**
 * What lies on the bench: every build as its plate, with where it stands, what was read last, and what it waits for.
 */
export function BenchPage() {
  const [archived, setArchived] = useState(false);
  const [keysOpen, setKeysOpen] = useState(false);
  const builds = useBuilds(archived);
  const navigate = useNavigate();
  useShortcuts([
    { key: 'b', label: 'New build', run: () => void navigate('/new') },
    { key: 'w', label: 'Wood rack', run: () => void navigate('/rack') },
    { key: 't', label: 'Plates being thinned', run: () => void navigate('/thinning') },
    { key: '?', label: 'All keys', run: () => setKeysOpen(true) },
  ]);
  return (
    <div className="flex min-h-full flex-col">
      <Waiting />
      <header className="flex flex-wrap items-center gap-x-4 border-b border-line bg-paper px-4 lg:px-6">
        <HomeLink title={archived ? 'Put away' : 'On the bench'} />
        <div className="ml-auto flex items-center gap-1">
          <Link to="/rack" className="inline-flex min-h-12 items-center px-3">
            Wood rack
          </Link>
          <Link to="/thinning" className="inline-flex min-h-12 items-center px-3">
            Thinning
          </Link>
          <Link to="/compare" className="inline-flex min-h-12 items-center px-3">
            Compare
          </Link>
          <Button kind="quiet" onClick={() => setArchived(!archived)}>
            {archived ? 'Back to the bench' : 'Put away'}
          </Button>
          <ThemeMenu />
          <KeysButton onOpen={() => setKeysOpen(true)} />
          <PersonMenu />
        </div>
      </header>
      <main className="flex-1 px-4 py-3 lg:px-6">
        <DemoProgress />
        {!builds.data ? (
          <Loading queries={[builds]} what="the bench" />
        ) : builds.data.length === 0 ? (
          <EmptyBench archived={archived} />
        ) : (
          <>
            <ul className="grid grid-cols-1 gap-x-6 md:grid-cols-2 xl:grid-cols-3">
              {[...builds.data]
                .sort((a, b) => b.number - a.number)
                .map((build) => (
                  <BuildOnBench key={build.id} build={build} />
                ))}
            </ul>
            {!archived && (
              <div className="mt-4 flex flex-wrap items-center justify-center gap-x-4">
                <Link
                  to="/new"
                  className="inline-flex min-h-12 items-center gap-2 rounded-md bg-spruce px-5 text-base font-medium text-on-spruce"
                >
                  <Plus aria-hidden size={20} /> New build
                </Link>
                <LaterBundles />
              </div>
            )}
          </>
        )}
      </main>
      <KeysDialog open={keysOpen} onClose={() => setKeysOpen(false)} />
    </div>
  );
}

/** Fetched after what one came for. */
const LaterBundles = ({ empty = false }: { empty?: boolean }) => (
  <Suspense fallback={null}>
    <Bundles empty={empty} />
  </Suspense>
);

function EmptyBench({ archived }: { archived: boolean }) {
  if (archived) return <p className="pt-16 text-center text-soft">Nothing is put away.</p>;
  return (
    <div className="mx-auto max-w-md space-y-5 pt-16 text-center">
      <p className="text-head font-bold">The bench is clear.</p>
      <p>
        Lay down the first plate: its number, its outline, its wood. Then read it with a caliper, and the map tells you
        where the next shaving comes off.
      </p>
      <Link
        to="/new"
        className="inline-flex min-h-14 items-center gap-2 rounded-md bg-spruce px-6 text-lead font-medium text-on-spruce"
      >
        <Plus aria-hidden size={22} /> Lay down the first build
      </Link>
      <LaterBundles empty />
    </div>
  );
}

function BuildOnBench({ build }: { build: BuildSummary }) {
  const { newestSurvey: survey, newestRound } = build;
  // Once it is voiced its thickness is no longer the question.
  const voiced = BRACED.includes(build.stage) ? newestRound : null;
  const verdict = survey?.verdict as VerdictKind | undefined;
  return (
    <li className="relative border-b border-line py-2.5">
      <Link to={stagePath(build.id, build.stage)} className="block hover:bg-grain/30">
        <div className="flex items-baseline gap-2 pr-12">
          <span className="figures text-base text-soft">{build.number}</span>
          <span className="text-lead font-bold">{build.name}</span>
          <span className="ml-auto text-spruce">{STAGE_WORDS[build.stage]}</span>
        </div>
        <div className="grid h-[198px] place-items-center">
          <Silhouette outline={build.outline} holes={build.holes} pixelsPerMetre={PIXELS_PER_METRE} />
        </div>
        {voiced ? (
          <>
            <p className="text-lead font-medium text-spruce">{voicedWords(build.stage, voiced)}</p>
            <p className="text-soft">
              {voiced.shaved ? 'shaved' : 'read'} {formatDistanceToNow(new Date(voiced.at), { addSuffix: true })}
            </p>
          </>
        ) : (
          <>
            <p className="text-lead">
              {survey && survey.passesSince > 0 ? (
                <span className="font-medium text-ember-ink">
                  <span aria-hidden>? </span>
                  {survey.passesSince === 1
                    ? 'A pass was taken: look again'
                    : `${survey.passesSince} passes were taken: look again`}
                </span>
              ) : survey?.headline && verdict ? (
                <span className={`font-medium ${VERDICT_INK[verdict]}`}>
                  <span aria-hidden>{VERDICT_SIGN[verdict]} </span>
                  {survey.headline}
                </span>
              ) : (
                <span className="text-soft">{survey ? 'Survey begun' : 'No thickness read'}</span>
              )}
            </p>
            <p className="text-soft">
              {survey && survey.mean !== null && (
                <>
                  <span className="figures">{inWords(formatThickness(survey.mean, build.units))}</span> mean,{' '}
                </>
              )}
              {survey
                ? `read ${formatDistanceToNow(new Date(survey.at), { addSuffix: true })}`
                : `laid down ${formatDistanceToNow(new Date(build.createdAt), { addSuffix: true })}`}
            </p>
          </>
        )}
        {build.waitsFor && <p className="text-ember-ink">{waitingWords(build.waitsFor)}</p>}
      </Link>
      <BuildMenu build={build} />
    </li>
  );
}

const BRACED: readonly Stage[] = ['shape', 'voice', 'close'];

function voicedWords(stage: Stage, { number, shaved }: { number: number; shaved: boolean }): string {
  if (stage === 'close') return number === 1 ? 'Voiced in one round' : `Voiced in ${number} rounds`;
  return shaved ? `Round ${number} is shaved: measure again` : `In round ${number} of its voicing`;
}

function waitingWords({ what, until }: { what: string; until: string | null }): string {
  if (!until) return `Waits for ${what}`;
  const day = new Date(until);
  return isPast(day) ? `Due: waited for ${what}` : `Waits for ${what} until ${format(day, 'EEE d MMM')}`;
}

function BuildMenu({ build }: { build: BuildSummary }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [copying, setCopying] = useState(false);
  const put = async (path: 'archive' | 'restore') => {
    try {
      await request('POST', `/builds/${build.id}/${path}`);
      await client.invalidateQueries({ queryKey: keys.builds });
      if (path === 'archive') {
        toast(`No. ${build.number} ${build.name} is put away`, {
          action: { label: 'Undo', onClick: () => void put('restore') },
        });
      }
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  return (
    <div className="absolute top-2 right-0">
      <Menu
        label={`More for No. ${build.number}`}
        trigger={<EllipsisVertical aria-hidden size={20} />}
        className="min-w-12 justify-center"
      >
        <MenuItem onSelect={() => void navigate(`/builds/${build.id}/edit`)}>
          <Pencil aria-hidden size={18} /> Change
        </MenuItem>
        <MenuItem onSelect={() => setCopying(true)}>
          <Copy aria-hidden size={18} /> Repeat as a recipe
        </MenuItem>
        <MenuItem onSelect={() => window.location.assign(bundleAddress(build.id))}>
          <PackageOpen aria-hidden size={18} /> Take along as open files
        </MenuItem>
        <MenuItem onSelect={() => void put(build.archivedAt ? 'restore' : 'archive')}>
          <Archive aria-hidden size={18} /> {build.archivedAt ? 'Take back to the bench' : 'Put away'}
        </MenuItem>
      </Menu>
      {copying && (
        <Suspense fallback={null}>
          <DuplicateDialog build={build} open onClose={() => setCopying(false)} />
        </Suspense>
      )}
    </div>
  );
}
