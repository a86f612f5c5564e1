import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { choose } from '../../test/choose';
import { open, serve } from '../../test/test-bench';
import { BandsPage } from './BandsPage';

const cedar = { family: 'steel-string', plate: 'top', species: 'western-redcedar', from: 3e-3, to: 3.3e-3 };
const workshop = (bands: object[]) => ({ name: 'Mine', demo: false, people: [], glues: [], bands });
const show = (bands: object[] = [], patched: unknown = workshop([cedar])) => {
  const asked = serve({ 'GET /workshop': workshop(bands), 'PATCH /workshop': patched });
  open(<BandsPage />);
  return () => asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body as { bands: object[] });
};
const band = (wood: string, of = screen.getByLabelText('Tops')) => within(within(of).getByLabelText(wood));
const leave = (wood: string, end: 'from' | 'to', value: string) => {
  const field = band(wood).getByLabelText(end);
  fireEvent.change(field, { target: { value } });
  fireEvent.blur(field);
};
const shown = () => screen.findByLabelText('Tops');

describe('the workshop’s bands', () => {
  it('shows the shipped spans of a family, tops and backs, and writes one’s own over one', async () => {
    const sent = show();
    await shown();
    expect(band('Western redcedar').getByLabelText('from')).toHaveValue('2.75');
    expect(band('Rosewood', screen.getByLabelText('Backs')).getByLabelText('to')).toHaveValue('2.60');
    leave('Western redcedar', 'to', '3,3');
    await waitFor(() => expect(sent()).toHaveLength(1));
    expect(sent()[0]!.bands).toEqual([{ ...cedar, from: expect.closeTo(2.75e-3, 9), to: expect.closeTo(3.3e-3, 9) }]);
    expect(await screen.findByText('Back to the shipped one')).toBeInTheDocument();
  });
  it('goes back to the shipped one, and gives one more wood a band of its own', async () => {
    const sent = show([cedar], workshop([]));
    fireEvent.click(await screen.findByText('Back to the shipped one'));
    await waitFor(() => expect(sent()).toEqual([{ bands: [] }]));
    choose(screen.getByLabelText('A band of its own for one more wood, top'), 'european-spruce');
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]!.bands).toEqual([
      expect.objectContaining({ species: 'european-spruce', plate: 'top', from: expect.closeTo(2.55e-3, 9) }),
    ]);
  });
  it('says at the field what can’t be, sends nothing of it and keeps what was typed', async () => {
    const sent = show();
    await shown();
    leave('Western redcedar', 'to', '2.7');
    expect(await screen.findByText('Must be thicker than where the band begins')).toBeInTheDocument();
    leave('Western redcedar', 'from', '295');
    expect(await screen.findByText(/check the unit/)).toBeInTheDocument();
    expect(band('Western redcedar').getByLabelText('to')).toHaveValue('2.7');
    expect(sent()).toEqual([]);
  });
  it('two changes one upon the other both stand', async () => {
    const sent = show();
    await shown();
    leave('Western redcedar', 'to', '3.3');
    leave('Redwood', 'to', '3.2');
    await waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent()[1]!.bands).toMatchObject([{ species: 'western-redcedar' }, { species: 'redwood' }]);
  });
});
