import { fireEvent, screen } from '@testing-library/react';
import type { ComparedView } from '../../api/voicing';
import { open, serve } from '../../test/test-bench';
import { ComparePage } from './ComparePage';

const aBuild = (
  number: number,
  good: boolean | null,
  figures: ComparedView['figures'],
  more: Partial<ComparedView> = {},
): ComparedView => ({
  id: `${number}`,
  number,
  name: `B${number}`,
  family: 'steel-string',
  plate: 'top',
  good,
  words: '',
  marks: [],
  figures,
  ...more,
});

describe('builds beside each other', () => {
  const good = aBuild(
    38,
    true,
    { thickness: 2.76e-3, 'flex:across': 6.5e-5 },
    { words: 'The one to repeat.', marks: [{ name: 'bass', mark: 8 }] },
  );
  const stiff = aBuild(36, false, { thickness: 2.99e-3, 'flex:across': 5.2e-5 });
  const back = aBuild(40, true, { thickness: 2.4e-3 }, { plate: 'back' });
  it('says what the good ones share and the others had instead, and that few prove nothing', async () => {
    serve({ 'GET /builds-compared': [good, stiff, back] });
    open(<ComparePage />);
    await screen.findByText('1 turned out well, 1 did not. So few prove nothing: take it as a hint of where to look.');
    screen.getByText('No. 36 had 2.99 mm');
    // 5.2e-5 m/N under a kilogram.
    screen.getByText('No. 36 had 0.510 mm');
    fireEvent.click(screen.getAllByRole('button', { name: /^No\. 38 B38: plate, mean 2\.76 mm/ })[0]!);
    screen.getByText('The one to repeat.');
    screen.getByText('8 of 9');
  });
  it('needs one of each kind, and two of a family to draw', async () => {
    serve({ 'GET /builds-compared': [good, back] });
    open(<ComparePage />);
    await screen.findByText(/It takes at least one that turned out well and one that did not/);
    screen.getByText('Fewer than two of this kind: nothing to lay beside each other yet.');
    fireEvent.change(screen.getByLabelText('Plate'), { target: { value: 'back' } });
    screen.getByText(/Fewer than two of this kind/);
  });
});
