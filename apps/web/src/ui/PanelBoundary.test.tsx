import { fireEvent, render, screen } from '@testing-library/react';
import { PanelBoundary } from './PanelBoundary';

/** Breaks as long as it is told to. */
const broken = { now: true };
function Fragile({ name }: { name: string }) {
  if (broken.now) throw new Error('no such brace');
  return <p>{name} is shown</p>;
}
const page = (of: string) => (
  <>
    <label>
      Height
      <input defaultValue="" />
    </label>
    <PanelBoundary what="This leaf" of={of}>
      <Fragile name={of} />
    </PanelBoundary>
  </>
);

describe('a part of a page that breaks', () => {
  beforeEach(() => {
    broken.now = true;
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
  });
  afterEach(() => jest.restoreAllMocks());

  it('says so with its reason, and leaves what was typed beside it', () => {
    const { rerender } = render(page('sizes'));
    expect(screen.getByRole('alert').textContent).toMatch(/This leaf could not be shown.*no such brace/);
    fireEvent.change(screen.getByLabelText('Height'), { target: { value: '13.2' } });
    rerender(page('sizes'));
    expect(screen.getByLabelText('Height')).toHaveProperty('value', '13.2');
    expect(screen.getByRole('alert')).toBeTruthy();
  });
  it('is shown again once it can be', () => {
    render(page('sizes'));
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.getByRole('alert')).toBeTruthy();
    broken.now = false;
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByText('sizes is shown')).toBeTruthy();
  });
  it('does not stand in the way of another', () => {
    const { rerender } = render(page('sizes'));
    broken.now = false;
    rerender(page('steps'));
    expect(screen.getByText('steps is shown')).toBeTruthy();
  });
});
