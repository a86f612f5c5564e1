import {
  defaultHoles,
  defaultOutline,
  layStations,
  METRIC,
  plateShape,
  woodOfSpecies,
  type StationReading,
} from '@nimble/core';
import { fireEvent, render, screen, within } from '@testing-library/react';
import type { Build, Ledger } from '../../api/types';
import { PlateComputer } from '../../workers/plate-computer';
import { PassSlip } from './PassSlip';
import type { HowThinView } from './use-how-thin';

const outline = defaultOutline('steel-string');
const holes = defaultHoles('steel-string');
const stations = layStations(plateShape(outline, holes));
const build = {
  number: 7, units: METRIC, wood: woodOfSpecies('western-redcedar'), tool: { kind: 'plane', depthPerPass: 5e-5 }, outline, holes, leftHanded: false,
} as unknown as Build; // prettier-ignore

function summaryOf(thickness: (x: number) => number, mass: number | null = null) {
  const readings = stations.map(({ name, x, y }): StationReading => ({
    station: name,
    x,
    y,
    thickness: thickness(x),
    count: 1,
    spread: 0,
    kept: false,
  }));
  const { wood, tool, units } = build;
  return new PlateComputer().picture({
    plate: { outline, holes, leftHanded: false }, stations, readings, tool, wood, units, mass, removalSpread: 0.2, view: 'deviation', earlier: null, dragging: false,
    target: { base: { kind: 'even', thickness: 2.75e-3 }, rim: null, tolerance: 6e-5, limit: 2.3e-3 },
  }).summary; // prettier-ignore
}

const SILENT: HowThinView = {
  thin: { rules: [], leader: 'stiffness', stop: null, limit: 2.3e-3, limited: false, conflicts: [], ring: { state: 'too-few', peak: null, fit: null } },
  mean: null, verdict: null, table: null, models: [],
}; // prettier-ignore

const show = (props: Partial<Parameters<typeof PassSlip>[0]>) => {
  const spies = { onPlaned: jest.fn(), onDone: jest.fn() };
  render(
    <PassSlip
      build={build}
      summary={null}
      ledger={undefined}
      past={false}
      howThin={SILENT}
      planing={null}
      judgeTear={() => Promise.resolve(null)}
      currentStation={null}
      {...spies}
      {...props}
    />,
  );
  return spies;
};

describe('what to take off', () => {
  it('says the verdict, the places in order, and what it will do, with units', () => {
    const { onPlaned } = show({ summary: summaryOf(() => 2.9e-3, 0.14) });
    expect(screen.getByTestId('verdict')).toHaveTextContent('Go on: three more passes');
    const steps = within(screen.getByLabelText('What to take off')).getAllByRole('listitem');
    expect(steps[0]).toHaveTextContent(/1.*−0\.15.*3 shavings of 0\.05 mm, most 0\.15 over · \d+ cm² · \d+\.\d g/);
    const after = screen.getByLabelText('After these passes');
    expect(after).toHaveTextContent(/weight\s*13[23] ± \d+ g/); // 140 g x 2.75 / 2.90
    expect(after).toHaveTextContent(/flex along\s*\+17 % ± \d/); // (2.90 / 2.75)^3
    expect(screen.getByLabelText('The plate now')).toHaveTextContent(/weight, scale\s*140 g/);
    fireEvent.click(screen.getByText('I’ve planed: read again'));
    expect(onPlaned).toHaveBeenCalled();
  });
  it('offers the next stage when the plate is there', () => {
    const { onDone } = show({ summary: summaryOf(() => 2.76e-3) });
    fireEvent.click(screen.getByText('Thickness is done: on to layout'));
    expect(onDone).toHaveBeenCalled();
  });
  it('cautions about the dust of a sensitizer where the plane is', () => {
    show({ summary: summaryOf(() => 2.9e-3) });
    expect(screen.getByText(/Western redcedar dust can sensitize/)).toBeInTheDocument();
  });
  it('shows a plate of the past without asking for work on it', () => {
    show({ summary: summaryOf(() => 2.9e-3), past: true });
    expect(screen.queryByText('I’ve planed: read again')).toBeNull();
  });
  it('puts what came beside what was said, and admits when that is too little to judge by', () => {
    const line = (held: boolean) => ({
      quantity: 'mass' as const,
      forecast: { value: 0.2, sd: 0.001 },
      outcome: { value: 0.205, sd: 0 },
      miss: 0.005,
      held,
    });
    const ledger = {
      passes: [{ lines: [line(false)] }],
      summary: { count: 1, held: 0 },
      removalSpread: 0.2,
    } as unknown as Ledger;
    show({ summary: summaryOf(() => 2.9e-3), ledger });
    const section = screen.getByLabelText('Forecast and outcome');
    expect(section).toHaveTextContent('200 → 205 g');
    expect(section).toHaveTextContent('outside ± 2: it missed');
    expect(section).toHaveTextContent('0 of 1 forecasts of this plate held; too few to judge by yet.');
  });
});
