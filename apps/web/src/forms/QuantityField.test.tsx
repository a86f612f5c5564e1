import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { positiveBelow, QuantityField } from './QuantityField';

function Harness({ kept, live }: { kept: jest.Mock; live?: jest.Mock }) {
  const [value, setValue] = useState<number | null>(2.36e-3);
  return (
    <QuantityField
      label="Everywhere"
      quantity="length"
      unit="mm"
      value={value}
      check={positiveBelow(0.05, 'More than 50 mm: check the unit')}
      onLive={live}
      onChange={(next, typed) => {
        kept(next, typed);
        setValue(next);
      }}
    />
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>('Everywhere');
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

describe('a quantity field', () => {
  it('shows the value in its unit and takes another unit, kept once when the field is left', () => {
    const kept = jest.fn();
    render(<Harness kept={kept} />);
    expect(field().value).toBe('2.36');
    fireEvent.focus(field());
    type('7');
    type('7/64');
    expect(kept).not.toHaveBeenCalled();
    fireEvent.blur(field());
    expect(kept).toHaveBeenCalledTimes(1);
    expect(kept.mock.calls[0]![0]).toBeCloseTo((7 / 64) * 0.0254, 12);
    expect(kept.mock.calls[0]![1]).toBe('7/64');
    expect(field().value).toBe('2.78');
  });
  it('lets a drawing follow at every keystroke that reads as a value', () => {
    const live = jest.fn();
    render(<Harness kept={jest.fn()} live={live} />);
    ['2', '2.', '2.4'].forEach(type);
    expect(live.mock.calls.map(([value]: [number]) => Math.round(value * 1e6))).toEqual([2000, 2000, 2400]);
  });
  it.each([
    ['abc', /can't be read/i],
    ['', /is empty/i],
    ['-2', /above zero/],
    ['0', /above zero/],
    ['280', /more than 50 mm/i],
    ['2.8 furlongs', /not a unit/],
  ])('says what is wrong with %j, keeps it in the field, and changes nothing', (text, words) => {
    const kept = jest.fn();
    render(<Harness kept={kept} />);
    type(text);
    fireEvent.blur(field());
    expect(screen.getByRole('alert')).toHaveTextContent(words);
    expect(field().value).toBe(text);
    expect(field()).toHaveAttribute('aria-invalid', 'true');
    expect(kept).not.toHaveBeenCalled();
  });
  it('keeps by Enter without leaving the field', () => {
    const kept = jest.fn();
    render(<Harness kept={kept} />);
    fireEvent.focus(field());
    type('2.5');
    fireEvent.keyDown(field(), { key: 'Enter' });
    expect(kept).toHaveBeenCalledTimes(1);
    fireEvent.blur(field());
    expect(kept).toHaveBeenCalledTimes(1);
  });
});
