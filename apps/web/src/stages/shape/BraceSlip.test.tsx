import { METRIC, planFigures, profileHeights, type BracePlan } from '@nimble/core';
import { fireEvent, render, screen } from '@testing-library/react';
import { aBuild } from '../../test-bench';
import { BraceElevation } from './BraceElevation';
import { BraceSlip } from './BraceSlip';

const plan: BracePlan = {
  name: 'tone bar', length: 0.3, section: 'rectangle', width: 8e-3, topWidth: null, heights: Array.from({ length: 25 }, () => 0.014), modulus: 12e9,
  density: 420,
}; // prettier-ignore

function show(change: Partial<Parameters<typeof BraceSlip>[0]> = {}) {
  const done = { onIndex: jest.fn(), onPartial: jest.fn(), onKeep: jest.fn(), onAdd: jest.fn(), onRemove: jest.fn() };
  render(
    <BraceSlip build={aBuild()} braces={[plan]} index={0} plan={plan} figures={planFigures(plan)} partial={0} onUndo={null} {...done} {...change} />,
  ); // prettier-ignore
  return done;
}

describe('the slip of a brace', () => {
  it('says its notes, its weight and what it is against a plain block', () => {
    show();
    // 1200 log2(854.66 / 830.61) = 49.4 cents over G#5
    expect(screen.getByText('G♯5')).toBeInTheDocument();
    expect(screen.getByText('+49 ¢, 854.7 Hz')).toBeInTheDocument();
    expect(screen.getByText('14.1 g')).toBeInTheDocument(); // 420 x 0.3 x 8 x 14 mm
    expect(screen.getAllByText('100 %')).toHaveLength(2);
    expect(screen.getByText('16.03 mm high')).toBeInTheDocument(); // 14 (3/2)^(1/3)
  });
  it('finds the least planing to a frequency, and says when it can’t', () => {
    const { onKeep } = show();
    const field = screen.getByLabelText('Bring the first note to');
    fireEvent.change(field, { target: { value: 'nothing' } });
    fireEvent.click(screen.getByText('Seek'));
    expect(screen.getByText(/Type a note with its octave/)).toBeInTheDocument();
    fireEvent.change(field, { target: { value: '840 Hz' } });
    fireEvent.click(screen.getByText('Seek'));
    expect(screen.getByRole('status')).toHaveTextContent(/Least planing: 0\.\d\d g off, to 840\.0 Hz/);
    fireEvent.click(screen.getByText('Draw it so'));
    const drawn = (onKeep.mock.calls[0] as [BracePlan])[0];
    expect(planFigures(drawn).modes[0]!.frequency).toBeCloseTo(840, 0);
    fireEvent.change(field, { target: { value: '3000' } });
    fireEvent.click(screen.getByText('Seek'));
    expect(screen.getByText(/It can’t come so far within the heights/)).toBeInTheDocument();
  });
  it('lays a profile, and refuses ends above the peak at their field', () => {
    const { onKeep } = show();
    fireEvent.change(screen.getByLabelText('Tallest'), { target: { value: '12' } });
    fireEvent.blur(screen.getByLabelText('Tallest'));
    fireEvent.click(screen.getByText('Lay this profile'));
    expect(screen.getByText(/must lie between half a millimetre and the tallest height/)).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Ends'), { target: { value: '3' } });
    fireEvent.blur(screen.getByLabelText('Ends'));
    fireEvent.click(screen.getByText('Lay this profile'));
    expect(onKeep).toHaveBeenLastCalledWith({
      ...plan,
      heights: profileHeights('straight', { tall: 0.012, low: 0.003 }),
    });
  });
  it('wants a name, once', () => {
    const { onAdd } = show();
    fireEvent.click(screen.getByText('Add'));
    expect(screen.getByText('Give it a name of up to 40 letters')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Another brace'), { target: { value: 'tone bar' } });
    fireEvent.click(screen.getByText('Add'));
    expect(screen.getByText('There is one of that name')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Another brace'), { target: { value: ' ridge ' } });
    fireEvent.click(screen.getByText('Add'));
    expect(onAdd).toHaveBeenCalledWith('ridge');
  });
});

describe('a brace from the side', () => {
  it('is stepped by a tenth of a millimetre with the keys, never under the least height', () => {
    const onKeep = jest.fn();
    const low = { ...plan, heights: plan.heights.map((height, i) => (i === 3 ? 1.55e-3 : height)) };
    render(<BraceElevation plan={low} figures={planFigures(low)} dragged={false} partial={0} units={METRIC} onDraft={jest.fn()} onKeep={onKeep} />); // prettier-ignore
    const handles = screen.getAllByRole('slider');
    expect(handles).toHaveLength(25);
    expect(handles[12]).toHaveAttribute('aria-valuetext', '14.00 mm');
    fireEvent.keyDown(handles[12]!, { key: 'ArrowDown' });
    expect((onKeep.mock.calls[0] as [BracePlan])[0].heights[12]).toBeCloseTo(0.0139, 9);
    fireEvent.keyDown(handles[3]!, { key: 'ArrowDown' });
    expect((onKeep.mock.calls[1] as [BracePlan])[0].heights[3]).toBeCloseTo(1.5e-3, 9);
  });
  it('says in cents what a tenth off does: minus in the middle, plus at the ends', () => {
    render(<BraceElevation plan={plan} figures={planFigures(plan)} dragged={false} partial={0} units={METRIC} onDraft={jest.fn()} onKeep={jest.fn()} />); // prettier-ignore
    const words = screen.getAllByText(/^[+−]\d\.\d$/).map((cell) => cell.textContent);
    expect(words[0]).toMatch(/^\+/);
    expect(words[Math.floor(words.length / 2)]).toMatch(/^−/);
  });
});
