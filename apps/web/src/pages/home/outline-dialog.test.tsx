import { importOutline, type ImportedOutline } from '@nimble/core/formats';
import { METRIC } from '@nimble/core/units';
import { fireEvent, render, screen } from '@testing-library/react';
import { OutlineDialog } from './OutlineDialog';

/** An ellipse with a brace across it, and two slots that stand alike on either side. */
const DRAWING =
  '<svg width="600mm" viewBox="0 0 600 500"><ellipse cx="300" cy="250" rx="240" ry="180"/><path d="M200 130L220 370"/>' +
  '<polygon points="330,160 430,150 430,158 330,168"/><polygon points="330,340 430,350 430,342 330,332"/></svg>';
const show = (outline: ImportedOutline = importOutline('o.svg', DRAWING)) => {
  const onTake = jest.fn<void, [ImportedOutline, unknown[], unknown[]]>();
  render(
    <OutlineDialog
      name="o.svg"
      outline={outline}
      reading={{}}
      units={METRIC}
      onReading={jest.fn()}
      onTake={onTake}
      onClose={jest.fn()}
    />,
  );
  return () => {
    fireEvent.click(screen.getByText('Take this outline'));
    return onTake.mock.lastCall!;
  };
};

describe('an outline from a file', () => {
  it('offers its lines as braces; what is opened as a slot is none of them', () => {
    const take = show();
    const slots = screen.getByLabelText(/Open a pair of slots/);
    if (slots.getAttribute('aria-checked') === 'false') fireEvent.click(slots);
    expect(screen.getByLabelText(/^A line inside: braces, to be confirmed in Layout/)).toBeChecked();
    expect(take()[2]).toHaveLength(1);
    fireEvent.click(slots);
    expect(screen.getByLabelText(/^3 lines inside/)).toBeChecked();
    expect(take()[2]).toHaveLength(3);
  });
  it('leaves them where one says so, and says nothing where there are none', () => {
    const take = show();
    fireEvent.click(screen.getByLabelText(/inside: braces/));
    expect(take()[2]).toEqual([]);
  });
  it('of a bare outline has none', () => {
    const take = show(importOutline('o.csv', 'x_mm,y_mm\n0,0\n480,0\n480,360\n0,360\n'));
    expect(screen.queryByLabelText(/inside: braces/)).not.toBeInTheDocument();
    expect(take()[2]).toEqual([]);
  });
});
