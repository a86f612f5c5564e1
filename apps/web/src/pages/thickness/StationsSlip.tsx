import { DEFAULT_LAYOUT, layAbout, layStations, type Station } from '@nimble/core/survey';
import type { PassTool } from '@nimble/core/verdict';
import type { PlateShape } from '@nimble/core/outline';
import { useMemo, useState } from 'react';
import type { Build } from '../../api/types';
import { Button, Option, PanelSection, SelectField } from '../../ui';
import { positiveBelow, QuantityField } from '../../forms';

interface Props {
  build: Build;
  shape: PlateShape;
  current: Station | null;
  adding: boolean;
  onAdding: (adding: boolean) => void;
  onChange: (change: Partial<Build>) => void;
}

/** As few as tell a plate, as many as most makers read, and as many as a map is fine with. */
const SOME = [12, 40, 107] as const;
const FIRST_DEPTH: Record<PassTool['kind'], number> = { plane: 5e-5, scraper: 2e-5, sander: 1e-4 };

/** Where to read, and with what the wood comes off. */
export function StationsSlip({ build, shape, current, adding, onAdding, onChange }: Props) {
  const [layout, setLayout] = useState(DEFAULT_LAYOUT);
  const own = build.stations.filter((station) => station.kind === 'own');
  const few = useMemo(() => SOME.map((count) => layAbout(shape, count)), [shape]);
  const lay = (laid: readonly Station[]) => {
    const skipped = new Set(build.stations.filter((s) => s.skipped).map((s) => s.name));
    onChange({ stations: [...laid.map((station) => ({ ...station, skipped: skipped.has(station.name) })), ...own] });
  };
  const replace = (changed: Station) =>
    onChange({ stations: build.stations.map((s) => (s.name === changed.name ? changed : s)) });
  return (
    <div className="space-y-3 pt-1">
      <h2 className="text-head font-bold">Where to read</h2>
      <p className="text-soft">
        {build.stations.length} stations, {build.stations.filter((s) => s.skipped).length} skipped. Readings keep their
        places when stations change.
      </p>
      {current && (
        <section aria-label="This station" className="space-y-2 border-l-2 border-brass pl-3">
          <p>
            Station <strong className="figures">{current.name}</strong>
          </p>
          <div className="grid grid-cols-2 gap-2">
            <Button onClick={() => replace({ ...current, skipped: !current.skipped })}>
              {current.skipped ? 'Read it again' : 'Skip it'}
            </Button>
            {current.kind === 'own' && (
              <Button onClick={() => onChange({ stations: build.stations.filter((s) => s.name !== current.name) })}>
                Remove it
              </Button>
            )}
          </div>
          <p className="text-note text-soft">Drag a station on the plate to move it.</p>
        </section>
      )}
      <Button className="w-full" aria-pressed={adding} onClick={() => onAdding(!adding)}>
        {adding ? 'Touch the plate, or cancel' : 'Add a station'}
      </Button>
      <PanelSection label="Lay again">
        <div className="grid grid-cols-2 gap-3">
          <QuantityField
            label="Pitch"
            quantity="length"
            unit={build.units.length}
            decimals={build.units.length === 'mm' ? 0 : 2}
            value={layout.pitch}
            check={(v) => (v >= 0.01 && v <= 0.2 ? null : 'Between 10 and 200 mm')}
            onLive={(pitch) => setLayout({ ...layout, pitch })}
            onChange={(pitch) => pitch && setLayout({ ...layout, pitch })}
          />
          <QuantityField
            label="From the rim"
            quantity="length"
            unit={build.units.length}
            decimals={build.units.length === 'mm' ? 0 : 2}
            value={layout.rimInset}
            check={(v) => (v >= 0 && v <= layout.pitch ? null : 'No more than the pitch')}
            onLive={(rimInset) => setLayout({ ...layout, rimInset })}
            onChange={(rimInset) => rimInset !== null && setLayout({ ...layout, rimInset })}
          />
        </div>
        <Button onClick={() => lay(layStations(shape, layout))}>Lay stations again</Button>
        <p className="mt-2 text-soft">Or about so many, evenly:</p>
        <div className="grid grid-cols-3 gap-2">
          {few.map((laid) => (
            <Button key={laid.length} onClick={() => lay(laid)}>
              {laid.length}
            </Button>
          ))}
        </div>
      </PanelSection>
      <PanelSection label="Tool">
        <SelectField
          label="What takes the wood off"
          value={build.tool.kind}
          onChoose={(chosen) => {
            const kind = chosen as PassTool['kind'];
            onChange({ tool: { kind, depthPerPass: FIRST_DEPTH[kind] } });
          }}
        >
          <Option value="plane">Hand plane</Option>
          <Option value="scraper">Scraper</Option>
          <Option value="sander">Drum sander</Option>
        </SelectField>
        <QuantityField
          label="One pass takes"
          quantity="length"
          unit={build.units.thickness}
          decimals={build.units.thickness === 'mm' ? 3 : undefined}
          value={build.tool.depthPerPass}
          check={positiveBelow(0.002, 'More than 2 mm in one pass: check the unit')}
          onChange={(depthPerPass) => depthPerPass && onChange({ tool: { ...build.tool, depthPerPass } })}
        />
      </PanelSection>
    </div>
  );
}
