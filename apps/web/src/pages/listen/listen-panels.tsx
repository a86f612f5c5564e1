/** What each leaf of the listening slip shows. */
import type { ComponentType } from 'react';
import { JournalSlip } from '../../frame/JournalSlip';
import { BarsSlip } from './BarsSlip';
import { FindingsSlip } from './FindingsSlip';
import { KnockSlip } from './KnockSlip';
import { MapSlip } from './MapSlip';
import type { ListenTab } from './use-listen-params';
import type { ListenPageState } from './use-listen-page';

interface PanelProps {
  page: ListenPageState;
}

const KnockPanel = ({ page: { ear, last, knocks, keep, doubt, undo } }: PanelProps) => (
  <KnockSlip {...{ ear, last, knocks, keep, doubt }} onUndo={undo} />
);

const MapPanel = ({ page: { ear, last, walk, keep, hold, change, undo, params } }: PanelProps) => (
  <MapSlip
    {...{ ear, last, walk, keep, change }}
    hold={hold.place}
    marking={hold.marking}
    onMarking={hold.setMarking}
    onHold={hold.setPlace}
    onUndo={undo}
    onRound={(round) => params.set({ round: String(round) })}
  />
);

const FindingsPanel = ({ page: { walk, change, params } }: PanelProps) => (
  <FindingsSlip
    {...{ walk, change }}
    onPlace={(name) => {
      walk.light(name);
      params.set({ slip: 'map' });
    }}
    onPartial={(frequency) => params.set({ view: 'shape', partial: frequency.toFixed(2) })}
    onRound={(round) => params.set({ round: String(round) })}
  />
);

const BarsPanel = ({ page: { build, ear, last, knocks, keep, bars, writes, undo } }: PanelProps) => (
  <BarsSlip
    {...{ ear, last, knocks, keep }}
    bars={bars.all}
    lit={bars.lit.name}
    onLit={bars.setLit}
    onBars={(next) => writes.changeBuild({ choices: { ...build.choices, bars: next } })}
    onUndo={undo}
  />
);

const JournalPanel = ({ page: { build, writes } }: PanelProps) => (
  <JournalSlip build={build} stage="voice" changeBuild={writes.changeBuild} />
);

export const LISTEN_PANELS: Record<ListenTab, ComponentType<PanelProps>> = {
  knock: KnockPanel,
  map: MapPanel,
  notes: FindingsPanel,
  bars: BarsPanel,
  journal: JournalPanel,
};
