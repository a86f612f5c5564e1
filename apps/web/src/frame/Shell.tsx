import type { Stage } from '@nimble/core/project';
import type { UnitChoice } from '@nimble/core/units';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useWorkshop } from '../api/hooks';
import type { Build } from '../api/types';
import { KeysButton, PersonMenu, ThemeMenu, UNIT_SETS, UnitsMenu } from './BenchMenus';
import { KeysDialog } from './KeysDialog';
import { PanelBoundary } from '../ui/PanelBoundary';
import { StageBar } from './StageBar';
import { useShortcuts } from '../ui/shortcuts';
import { Waiting } from './Waiting';

interface BuildShellProps {
  build: Build;
  stage: Stage;
  onUnits: (units: UnitChoice) => void;
  /** What lies on the plate, the slip beside it, the ribbon below. */
  children: ReactNode;
  slip: ReactNode;
  ribbon?: ReactNode;
}

/** The frame of every view of a build: rule above, plate in the middle, slip at the right, shavings below. */
export function BuildShell({ build, stage, onUnits, children, slip, ribbon }: BuildShellProps) {
  const [keysOpen, setKeysOpen] = useState(false);
  const nextUnits = () => {
    const at = UNIT_SETS.findIndex(({ units }) => units.thickness === build.units.thickness);
    onUnits(UNIT_SETS[(at + 1) % UNIT_SETS.length]!.units);
  };
  useShortcuts([
    { key: 'u', label: 'Next units', run: nextUnits },
    { key: '?', label: 'All keys', run: () => setKeysOpen(true) },
  ]);
  return (
    <div className="flex min-h-full flex-col lg:h-full print:h-auto">
      <Waiting />
      <header className="flex flex-wrap items-stretch gap-x-4 border-b border-line bg-paper px-4 lg:flex-nowrap lg:px-6">
        <HomeLink title={`No. ${build.number} ${build.name}`} />
        <div className="order-last flex w-full min-w-0 lg:order-none lg:w-auto lg:flex-1">
          <StageBar buildId={build.id} open={stage} stands={build.stage} done={build.stagesDone} />
        </div>
        <div className="no-print ml-auto flex items-center">
          <UnitsMenu units={build.units} onChange={onUnits} />
          <ThemeMenu />
          <KeysButton onOpen={() => setKeysOpen(true)} />
          <PersonMenu />
        </div>
      </header>
      <main className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(0,1fr)_372px] print:block">
        <section aria-label="The plate" className="flex min-h-[330px] min-w-0 flex-col">
          <PanelBoundary what="The plate">{children}</PanelBoundary>
        </section>
        <aside aria-label="Slip" className="min-h-0 px-3 pt-2 lg:pr-6 lg:pb-3 lg:pl-0">
          <div className="flex h-full flex-col">
            <TornEdge />
            <div className="relative min-h-0 flex-1 scroll-pb-36 border-x border-b border-line/60 bg-slip px-5 pt-1 pb-4 [scrollbar-width:thin] lg:overflow-y-auto">
              <PanelBoundary what="This slip">{slip}</PanelBoundary>
            </div>
          </div>
        </aside>
      </main>
      {ribbon}
      <KeysDialog open={keysOpen} onClose={() => setKeysOpen(false)} />
    </div>
  );
}

/** The torn upper edge of the paper slip. */
function TornEdge() {
  return (
    <svg aria-hidden className="block h-[7px] w-full shrink-0">
      <pattern id="torn-edge" width="12" height="7" patternUnits="userSpaceOnUse">
        <path d="M0 7L6 1L12 7Z" fill="var(--slip)" stroke="var(--line)" strokeWidth="0.7" />
      </pattern>
      <rect width="100%" height="7" fill="url(#torn-edge)" />
    </svg>
  );
}

export function HomeLink({ title }: { title?: string }) {
  const workshop = useWorkshop();
  return (
    <Link to="/" className="flex min-h-12 flex-col justify-center py-1 pr-2 leading-tight">
      <span className="text-note text-soft">
        {workshop.data?.name ?? 'The bench'}
        {workshop.data?.demo && <span className="ml-2 border border-line px-1 text-small">demo</span>}
      </span>
      {title && <h1 className="text-lead font-bold">{title}</h1>}
    </Link>
  );
}
