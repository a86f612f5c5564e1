import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useBuilds } from '../../api/hooks';
import type { BuildSummary } from '../../api/types';
import { RoomHeader } from '../../frame/RoomHeader';
import { Waiting } from '../../frame/Waiting';
import { Button } from '../../ui';
import { Loading } from '../../ui/Loading';
import { useShortcuts } from '../../ui/shortcuts';
import { PlateRow } from './PlateRow';
import type { ThinnedPlate } from './use-thinned-plate';

/** All plates that are being thinned, side by side: as a shop with a sander goes round them. */
export function ThinningPage() {
  const builds = useBuilds();
  const plates = (builds.data ?? []).filter(({ stage }) => stage === 'thickness').sort((a, b) => a.number - b.number);
  return (
    <div className="flex min-h-full flex-col">
      <Waiting />
      <RoomHeader title="Plates being thinned" />
      <main className="flex-1 px-4 py-3 lg:px-6">
        {!builds.data ? (
          <Loading queries={[builds]} what="the plates" />
        ) : plates.length === 0 ? (
          <p className="pt-16 text-center text-soft">No plate on the bench is at its thickness.</p>
        ) : (
          <Plates plates={plates} />
        )}
      </main>
    </div>
  );
}

function Plates({ plates }: { plates: readonly BuildSummary[] }) {
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [at, setAt] = useState(0);
  const passers = useRef(new Map<string, ThinnedPlate['pass'] | null>());
  const navigate = useNavigate();
  const lit = plates[Math.min(at, plates.length - 1)]!;
  const mark = (id: string, on: boolean) =>
    setMarked((before) => new Set(on ? [...before, id] : [...before].filter((other) => other !== id)));
  const passOn = (ids: readonly string[]) => {
    const undo = ids.flatMap((id) => passers.current.get(id)?.() ?? []);
    if (undo.length === 0)
      return void toast('Nothing was taken: read the plate first, or its verdict asks for no pass.');
    toast(undo.length === 1 ? 'One pass was taken' : `One pass was taken on ${undo.length} plates`, {
      duration: 10_000,
      action: { label: 'Undo', onClick: () => undo.forEach((back) => back()) },
    });
  };
  const chosen = plates.filter(({ id }) => marked.has(id)).map(({ id }) => id);
  const step = (by: number) => setAt((now) => (Math.min(now, plates.length - 1) + by + plates.length) % plates.length);
  useShortcuts([
    { key: 'ArrowDown', label: 'Next plate', run: () => step(1) },
    { key: 'ArrowUp', label: 'Plate before', run: () => step(-1) },
    { key: 'm', shown: 'M', label: 'Mark the plate', run: () => mark(lit.id, !marked.has(lit.id)) },
    {
      key: 'p',
      shown: 'P',
      label: 'One pass on the marked plates, or on this one',
      run: () => passOn(chosen.length > 0 ? chosen : [lit.id]),
    },
    { key: 'o', shown: 'O', label: 'Open the plate', run: () => void navigate(`/builds/${lit.id}/thickness`) },
  ]);
  return (
    <>
      <ul>
        {plates.map((build, i) => (
          <PlateRow
            key={build.id}
            build={build}
            isMarked={marked.has(build.id)}
            isLit={build === lit}
            onMark={(on) => mark(build.id, on)}
            onLight={() => setAt(i)}
            onPasser={(pass) => passers.current.set(build.id, pass)}
            onPass={() => passOn([build.id])}
          />
        ))}
      </ul>
      <div className="sticky bottom-0 flex flex-wrap items-center gap-4 bg-paper py-2">
        <Button kind="main" disabled={chosen.length === 0} onClick={() => passOn(chosen)}>
          {passWords(chosen.length)}
        </Button>
        <p className="text-note text-soft">
          Each at the depth that its own tool is set to. Dust: as the sander’s own instructions say, with extraction and
          a mask.
        </p>
      </div>
    </>
  );
}

function passWords(count: number): string {
  if (count === 0) return 'Mark plates to pass them together';
  return count === 1 ? 'One pass on the marked plate' : `One pass on the ${count} marked plates`;
}
