import { defaultHoles, defaultOutline, plateShape } from '@nimble/core/outline';
import { layStations, orderStations, type StationReading } from '@nimble/core/survey';
import { METRIC } from '@nimble/core/units';
import { woodOfSpecies } from '@nimble/core/project';
import { act, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import type { Build, SurveyReading } from '../../api/types';
import { ShortcutsProvider } from '../../ui/shortcuts';
import { ReadSlip } from './ReadSlip';
import { useReadingEntry } from './use-reading-entry';
import { averages } from './view-model';

const outline = defaultOutline('ukulele');
const holes = defaultHoles('ukulele');
const stations = layStations(plateShape(outline, holes));
const walk = orderStations(stations, 'serpentine', 0.035);
const build = {
  id: 'b',
  number: 9,
  name: 'Stint',
  family: 'ukulele',
  plate: 'top',
  leftHanded: false,
  wood: woodOfSpecies('redwood'),
  outline,
  holes,
  stations,
  units: METRIC,
  tool: { kind: 'plane', depthPerPass: 5e-5 },
} as unknown as Build;

interface BenchProps {
  units?: Build['units'];
  onTakeOff?: () => void;
  before?: StationReading[];
}

function Bench({ units = METRIC, onTakeOff = () => undefined, before = [] }: BenchProps) {
  const [readings, setReadings] = useState<SurveyReading[]>([]);
  const means = averages(readings);
  const entry = useReadingEntry({
    surveyId: 's',
    stations,
    readings,
    averages: means,
    units,
    guide: 2e-3,
    before,
    add: (_survey, added) => setReadings((old) => [...old, ...added]),
  });
  return (
    <ShortcutsProvider>
      <ReadSlip
        build={{ ...build, units }}
        entry={entry}
        readings={readings}
        averages={means}
        target={1.8e-3}
        quick={false}
        onTakeOff={onTakeOff}
      />
      <output data-testid="rows">
        {JSON.stringify(readings.map(({ station, thickness, kept }) => [station, thickness, kept]))}
      </output>
    </ShortcutsProvider>
  );
}

const field = () => screen.getByRole<HTMLInputElement>('textbox');
const enter = (text: string) => {
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.submit(field());
};
const rows = () => JSON.parse(screen.getByTestId('rows').textContent) as [string, number | null, boolean][];
const lit = () =>
  screen
    .getByText(/^Station/)
    .textContent.replace('Station', '')
    .trim();

describe('reading with the caliper', () => {
  beforeEach(() => {
    window.matchMedia = jest.fn().mockReturnValue({ matches: false });
    localStorage.clear();
  });

  it('lights the next station of the walk after each figure, and says how many are read', () => {
    render(<Bench />);
    expect(lit()).toBe(walk[0]!.name);
    enter('1.92');
    enter('0.075in');
    expect(rows().map(([station]) => station)).toEqual([walk[0]!.name, walk[1]!.name]);
    expect(rows()[1]![1]).toBeCloseTo(0.075 * 0.0254, 9);
    expect(lit()).toBe(walk[2]!.name);
    expect(screen.getByText(`2 of ${walk.length} read`)).toBeInTheDocument();
  });
  it.each([
    ['1.80', 'on target, 1.80 mm'],
    ['1.92', '0.12 over target 1.80 mm'],
    ['1.75', '0.05 under target 1.80 mm'],
  ])('says how %s stands against the target', (typed, words) => {
    render(<Bench />);
    enter(typed);
    fireEvent.click(screen.getByText('←'));
    expect(screen.getByTestId('live-figure').closest('div')).toHaveTextContent(words);
  });
  it('keeps a figure that can’t be read in the field and says why', () => {
    render(<Bench />);
    enter('1.9 cubits');
    expect(screen.getByRole('alert')).toHaveTextContent('not a unit of length');
    expect(field().value).toBe('1.9 cubits');
    expect(rows()).toEqual([]);
  });
  it('asks about a figure ten times too large, and takes it only when told that it is right', () => {
    render(<Bench />);
    enter('19');
    expect(screen.getByRole('alertdialog')).toHaveTextContent('19.00 mm: did you mean 1.90 mm?');
    expect(rows()).toEqual([]);
    fireEvent.click(screen.getByText(/It is right/));
    expect(rows()).toEqual([[walk[0]!.name, 0.019, true]]);
  });
  it('asks where the wood grew since the survey before, and not where it was planed', () => {
    const before = walk.slice(0, 2).map(({ name }) => ({ station: name, thickness: 1.9e-3 }) as StationReading);
    render(<Bench before={before} />);
    enter('1.99');
    expect(screen.getByRole('alertdialog')).toHaveTextContent('1.99 mm where the survey before read 1.90 mm');
    enter('1.94');
    enter('1.80');
    expect(rows().map(([, h]) => h)).toEqual([expect.closeTo(0.00194, 9), expect.closeTo(0.0018, 9)]);
  });
  it('drops a questioned figure when it is read again', () => {
    render(<Bench />);
    enter('19');
    fireEvent.click(screen.getByRole('button', { name: /^Read again/ }));
    expect(screen.queryByRole('alertdialog')).toBeNull();
    expect(lit()).toBe(walk[0]!.name);
  });
  it('typing on in rhythm past a doubted figure stores no doubted figure and shifts none', () => {
    render(<Bench />);
    ['1.90', '19', '1.92', '1.93'].forEach(enter);
    expect(rows().map(([station, h]) => [station, h])).toEqual([
      [walk[0]!.name, expect.closeTo(0.0019, 9)],
      [walk[1]!.name, expect.closeTo(0.00192, 9)],
      [walk[2]!.name, expect.closeTo(0.00193, 9)],
    ]);
  });
  it('Enter on a doubted figure does what the main button says, K keeps it, one tap takes what was meant', () => {
    render(<Bench />);
    enter('19');
    fireEvent.submit(field());
    expect(screen.queryByRole('alertdialog')).toBeNull();
    expect(rows()).toEqual([]);
    enter('19');
    fireEvent.click(screen.getByText('1.90 mm was meant'));
    expect(rows()).toEqual([[walk[0]!.name, expect.closeTo(0.0019, 9), false]]);
    enter('0.4');
    act(() => void fireEvent.keyDown(field(), { key: 'k' }));
    expect(rows().at(-1)).toEqual([walk[1]!.name, expect.closeTo(0.0004, 9), true]);
  });
  it('asks which of two readings of a place holds, before the next place lights up', () => {
    render(<Bench />);
    enter('1.92');
    fireEvent.click(screen.getByLabelText('Station before'));
    enter('2.4');
    expect(lit()).toBe(walk[0]!.name);
    const dialog = screen.getByRole('alertdialog');
    expect(dialog).toHaveTextContent('The readings here disagree. Which one holds?');
    fireEvent.click(within(dialog).getByText('1.92 mm'));
    expect(screen.queryByRole('alertdialog')).toBeNull();
    expect(screen.getByTestId('live-figure')).toHaveTextContent('1.92');
    expect(rows().at(-1)![1]).toBeNull();
  });
  it('takes any reading back from the list, whenever it was made', () => {
    render(<Bench />);
    ['1.90', '1.92', '1.93'].forEach(enter);
    fireEvent.click(screen.getByLabelText(`Take this reading at ${walk[0]!.name} back`));
    expect(rows().at(-1)).toEqual([walk[0]!.name, null, false]);
    expect(lit()).toBe(walk[0]!.name);
  });
  it('takes the last figure back without erasing it, and lights its station again', () => {
    render(<Bench />);
    enter('1.92');
    enter('1.93');
    fireEvent.click(screen.getByText('Undo'));
    expect(rows().map(([station, thickness]) => [station, thickness])).toEqual([
      [walk[0]!.name, 0.00192],
      [walk[1]!.name, 0.00193],
      [walk[1]!.name, null],
    ]);
    expect(lit()).toBe(walk[1]!.name);
    expect(screen.getByText(`1 of ${walk.length} read`)).toBeInTheDocument();
  });
  it('averages a station that is read again, with its spread', () => {
    render(<Bench />);
    enter('1.92');
    fireEvent.click(screen.getByLabelText('Station before'));
    enter('1.96');
    fireEvent.click(screen.getByLabelText('Station before'));
    expect(screen.getByTestId('live-figure')).toHaveTextContent('1.94');
    expect(screen.getByText(/mean of 2, spread 0.04 mm/)).toBeInTheDocument();
    expect(screen.getByText('0.14 over')).toBeInTheDocument();
  });
  it('walks by arrow keys and takes back by Backspace from the empty field', () => {
    render(<Bench />);
    fireEvent.keyDown(field(), { key: 'ArrowRight' });
    expect(lit()).toBe(walk[1]!.name);
    fireEvent.keyDown(field(), { key: 'ArrowLeft' });
    enter('1.92');
    act(() => void fireEvent.keyDown(field(), { key: 'Backspace' }));
    expect(rows().at(-1)![1]).toBeNull();
  });
  it('shows figures as the maker reads calipers', () => {
    render(<Bench units={{ ...METRIC, thickness: 'in-fraction' }} />);
    enter('5/64');
    fireEvent.click(screen.getByLabelText('Station before'));
    expect(screen.getByTestId('live-figure')).toHaveTextContent('5/64');
  });
  it('leads on to taking off when all are read', () => {
    const onTakeOff = jest.fn();
    render(<Bench onTakeOff={onTakeOff} />);
    walk.forEach((_, i) => enter(`1.9${i % 3}`));
    fireEvent.click(screen.getByText('All read: see what to take off'));
    expect(onTakeOff).toHaveBeenCalled();
    expect(new Set(rows().map(([station]) => station)).size).toBe(walk.length);
  });
});
