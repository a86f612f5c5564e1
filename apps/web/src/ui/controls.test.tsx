import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { choose, optionsOf } from '../test/choose';
import { CheckField, Fold, Option, PanelSection, Progress, SelectField, Slider, TextTabs } from '.';

describe('a list', () => {
  function Woods({ onChoose }: { onChoose: (value: string) => void }) {
    const [wood, setWood] = useState('cedar');
    return (
      <SelectField
        label="Wood"
        error={wood === '' ? 'Say which' : null}
        value={wood}
        onChoose={(value) => {
          setWood(value);
          onChoose(value);
        }}
      >
        <Option value="">not known</Option>
        <Option value="cedar">Cedar</Option>
        <Option value="spruce" disabled>
          Spruce
        </Option>
      </SelectField>
    );
  }
  it('says what is chosen, and takes "nothing" for a choice like any other', () => {
    const onChoose = jest.fn();
    render(<Woods onChoose={onChoose} />);
    const list = screen.getByLabelText('Wood');
    expect(list).toHaveTextContent('Cedar');
    expect(optionsOf(list)).toEqual(['not known', 'Cedar', 'Spruce']);
    choose(list, '');
    expect(onChoose).toHaveBeenLastCalledWith('');
    expect(list).toHaveTextContent('not known');
  });
  it('tells what is wrong at the field', () => {
    render(<Woods onChoose={jest.fn()} />);
    choose(screen.getByLabelText('Wood'), '');
    expect(screen.getByLabelText('Wood')).toHaveAccessibleDescription('Say which');
    expect(screen.getByRole('alert')).toHaveTextContent('Say which');
  });
  it('does not give what can’t be chosen', () => {
    const onChoose = jest.fn();
    render(<Woods onChoose={onChoose} />);
    choose(screen.getByLabelText('Wood'), 'spruce');
    expect(onChoose).not.toHaveBeenCalled();
  });
});

describe('a slider', () => {
  const show = (value: number) => {
    const onChange = jest.fn();
    const words = (metres: number) => `${(1000 * metres).toFixed(2)} mm`;
    render(<Slider label="Thicker by" least={-8e-4} most={8e-4} step={2e-5} {...{ value, words, onChange }} />);
    return { onChange, thumb: screen.getByRole('slider', { name: 'Thicker by' }) };
  };
  it('says its value with the unit, and steps without losing any to rounding', () => {
    const { onChange, thumb } = show(6e-5);
    expect(thumb).toHaveAttribute('aria-valuetext', '0.06 mm');
    fireEvent.keyDown(thumb, { key: 'ArrowRight' });
    expect(onChange.mock.calls[0][0]).toBeCloseTo(8e-5, 15);
    fireEvent.keyDown(thumb, { key: 'Home' });
    expect(onChange.mock.calls[1][0]).toBeCloseTo(-8e-4, 15);
  });
  it('stays within its ends', () => {
    const { onChange, thumb } = show(8e-4);
    fireEvent.keyDown(thumb, { key: 'ArrowRight' });
    expect(onChange).not.toHaveBeenCalled();
  });
});

describe('a check', () => {
  it('is turned by its words as by its box', () => {
    const onChange = jest.fn();
    render(<CheckField label="Thinner rim" checked={false} onChange={onChange} />);
    fireEvent.click(screen.getByText('Thinner rim'));
    expect(onChange).toHaveBeenCalledWith(true);
  });
});

describe('progress', () => {
  it('tells how far it is, or that nobody knows', () => {
    render(
      <>
        <Progress share={0.256} label="Solving" />
        <Progress share={null} label="Looking" />
        <Progress share={7} label="Ending" />
      </>,
    );
    expect(screen.getByLabelText('Solving')).toHaveAttribute('aria-valuenow', '26');
    expect(screen.getByLabelText('Looking')).not.toHaveAttribute('aria-valuenow');
    expect(screen.getByLabelText('Ending')).toHaveAttribute('aria-valuenow', '100');
  });
});

describe('tabs', () => {
  it('open by a press, and are walked by arrow keys', () => {
    const onOpen = jest.fn();
    const tabs = [
      ['a', 'Thickness'],
      ['b', 'Mirror'],
    ] as const;
    render(<TextTabs label="The map shows" tabs={tabs} open="a" onOpen={onOpen} />);
    expect(screen.getByRole('tab', { name: 'Thickness' })).toHaveAttribute('aria-selected', 'true');
    fireEvent.mouseDown(screen.getByRole('tab', { name: 'Mirror' }), { button: 0 });
    expect(onOpen).toHaveBeenCalledWith('b');
  });
});

describe('a fold', () => {
  function Asking({ opens }: { opens?: boolean }) {
    return (
      <Fold title="More" opens={opens}>
        <input aria-label="Depth" />
      </Fold>
    );
  }
  const title = () => screen.getByRole('button', { name: 'More' });
  it('is closed until asked for, and keeps what was typed when it is folded away', () => {
    render(<Asking />);
    expect(title()).toHaveAttribute('aria-expanded', 'false');
    fireEvent.click(title());
    fireEvent.change(screen.getByLabelText('Depth'), { target: { value: '0.4' } });
    fireEvent.click(title());
    expect(title()).toHaveAttribute('aria-expanded', 'false');
    fireEvent.click(title());
    expect(screen.getByLabelText('Depth')).toHaveValue('0.4');
  });
  it('follows what the page says when that changes, and the hand in between', () => {
    const { rerender } = render(<Asking opens />);
    expect(title()).toHaveAttribute('aria-expanded', 'true');
    fireEvent.click(title());
    rerender(<Asking opens />);
    expect(title()).toHaveAttribute('aria-expanded', 'false');
    rerender(<Asking opens={false} />);
    rerender(<Asking opens />);
    expect(title()).toHaveAttribute('aria-expanded', 'true');
  });
});

describe('a section of a panel', () => {
  it('is found by its heading, or by what is said for it where nothing is written', () => {
    const { rerender } = render(<PanelSection heading="Limits">0.2 mm</PanelSection>);
    expect(screen.getByRole('region', { name: 'Limits' })).toContainElement(screen.getByRole('heading'));
    rerender(<PanelSection label="Tool">plane</PanelSection>);
    expect(screen.getByRole('region', { name: 'Tool' })).toHaveTextContent(/^plane$/);
  });
});
