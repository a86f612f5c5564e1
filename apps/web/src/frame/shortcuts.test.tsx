import { fireEvent, render, screen } from '@testing-library/react';
import { Option, Select } from '../ui';
import { KeysDialog } from './KeysDialog';
import { ShortcutsProvider, useShortcuts, type Shortcut } from '../ui/shortcuts';

function Keys({ shortcuts }: { shortcuts: readonly Shortcut[] }) {
  useShortcuts(shortcuts);
  return null;
}

describe('keys', () => {
  const setup = () => {
    const below = jest.fn();
    const above = jest.fn();
    render(
      <ShortcutsProvider>
        <Keys
          shortcuts={[
            { key: 'u', label: 'Next units', run: below },
            { key: ' ', label: 'Take a reading', run: below },
          ]}
        />
        <Keys shortcuts={[{ key: 'u', label: 'Undo the umlaut', run: above }]} />
        <input aria-label="reading" data-keys="when-empty" />
        <input aria-label="name" />
        <button>press me</button>
        <Select aria-label="wood" value="u" onChoose={() => undefined}>
          <Option value="u">umber</Option>
        </Select>
        <KeysDialog open onClose={() => undefined} />
      </ShortcutsProvider>,
    );
    return { below, above };
  };
  const hit = (target: Element, key: string, more = {}) => fireEvent.keyDown(target, { key, ...more });

  it('give a key to whoever took it last, whatever the case', () => {
    const { below, above } = setup();
    hit(document.body, 'U');
    expect([below, above].map((run) => run.mock.calls.length)).toEqual([0, 1]);
  });
  it('belong to a field that is being typed in, but not to an empty reading', () => {
    const { above } = setup();
    hit(screen.getByLabelText('name'), 'u');
    expect(above).not.toHaveBeenCalled();
    hit(screen.getByLabelText('reading'), 'u');
    expect(above).toHaveBeenCalledTimes(1);
    fireEvent.change(screen.getByLabelText('reading'), { target: { value: '110 tho' } });
    hit(screen.getByLabelText('reading'), 'u');
    expect(above).toHaveBeenCalledTimes(1);
  });
  it('belong to a list, which is searched by typing', () => {
    const { above } = setup();
    hit(screen.getByLabelText('wood'), 'u');
    expect(above).not.toHaveBeenCalled();
  });
  it('leave Space to the button in focus, and chords to the browser', () => {
    const { below, above } = setup();
    hit(screen.getByText('press me'), ' ');
    hit(document.body, 'u', { ctrlKey: true });
    expect([below, above].map((run) => run.mock.calls.length)).toEqual([0, 0]);
  });
  it('are listed, each once, with what they do here', () => {
    setup();
    const dialog = screen.getByRole('dialog');
    expect(dialog).toHaveTextContent('SpaceTake a reading');
    expect(dialog).toHaveTextContent('Undo the umlaut');
    expect(dialog).not.toHaveTextContent('Next units');
  });
});
