import { plateShape } from '@nimble/core/outline';
import type { Station } from '@nimble/core/survey';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { aBuild } from '../../test/test-bench';
import { StationsSlip } from './StationsSlip';

const OWN: Station = { name: 'P1', x: 0.2, y: 0.05, kind: 'own', skipped: false };
const build = aBuild();
const shape = plateShape(build.outline, build.holes);

function show(stations: Station[]) {
  const onChange = jest.fn();
  const set = { ...build, stations };
  render(
    <StationsSlip build={set} shape={shape} current={null} adding={false} onAdding={jest.fn()} onChange={onChange} />,
  );
  const sent = () => (onChange.mock.calls.at(-1) as [{ stations: Station[] }])[0].stations;
  return { sent };
}

describe('where to read', () => {
  it('lays about as many stations as a button says, and keeps the maker’s own', () => {
    const { sent } = show([...build.stations, OWN]);
    const buttons = within(screen.getByText('Or about so many, evenly:').parentElement!)
      .getAllByRole('button')
      .filter((button) => /^\d+$/.test(button.textContent ?? ''));
    expect(buttons).toHaveLength(3);
    const counts = buttons.map((button) => Number(button.textContent));
    expect(counts[0]).toBeLessThanOrEqual(14);
    buttons.forEach((button, i) => {
      fireEvent.click(button);
      expect(sent()).toHaveLength(counts[i]! + 1);
      expect(sent()).toContainEqual(OWN);
    });
  });
  it('lays them again by their pitch, and what was skipped stays so', () => {
    const [first, ...rest] = build.stations;
    const { sent } = show([{ ...first!, skipped: true }, ...rest]);
    fireEvent.click(screen.getByText('Lay stations again'));
    expect(sent().find(({ name }) => name === first!.name)!.skipped).toBe(true);
  });
});
