import { setProperties, type PieceMark } from '@nimble/core/wood';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { aPiece, aSet, open, serve, SET_FACTS, typeInto } from '../../test/test-bench';
import { ownEnds } from './piece-order';
import { SetPage } from './SetPage';

/** A half as knocked [GPa] and weighed [kg/m3], each good to 2 %. */
const knocked = (mark: PieceMark, E_L: number, rho = 420) => {
  const modulusAlong = { value: E_L * 1e9, sd: 2e7 * E_L };
  const modulusAcross = { value: 0.8e9, sd: 1.6e7 };
  const mass = rho * 0.55 * 0.21 * 3.6e-3;
  const findings = [{ kind: 'knock' as const, modulusAlong, modulusAcross }];
  return aPiece(mark, { mass, properties: setProperties({ ...SET_FACTS, mass, findings }) });
};
const aPair = (change: Parameters<typeof aSet>[0] = {}) =>
  aSet({ pieces: [knocked('A', 10), knocked('B', 13)], risesBass: 'neck', risesTreble: 'tail', ...change });
const page = (slip: string) => open(<SetPage />, { path: '/rack/:setId', at: `/rack/w?slip=${slip}` });
const sent = (asked: ReturnType<typeof serve>) =>
  asked.filter(({ method }) => method !== 'GET').map(({ body }) => body);

describe('the halves of a set', () => {
  it('tells how far they differ, and how much thinner the stiffer one bends alike', async () => {
    serve({ 'GET /wood-sets/w': aPair() });
    page('pieces');
    const panel = within(await screen.findByLabelText('A and B'));
    // 1.3 x 1.645 x sqrt(2) x 2 %
    expect(panel.getByText(/Half B is 30 ± 6 % stiffer along than A\./)).toBeInTheDocument();
    // 3.60 mm x (1 - (10 / 13)^(1/3)) = 0.30
    expect(panel.getByText(/half B is 0\.30 ± \d\.\d\d mm thinner where the other has 3\.60 mm/)).toBeInTheDocument();
  });
  it('says which half nobody measured', async () => {
    serve({ 'GET /wood-sets/w': aPair({ pieces: [knocked('A', 10), aPiece('B')] }) });
    page('pieces');
    expect(await screen.findByText(/Half B was not measured: it is taken to be like the other/)).toBeInTheDocument();
  });
  it('swaps sides, the fibres with them, and back', async () => {
    const asked = serve({ 'GET /wood-sets/w': aPair(), 'PATCH /wood-sets/w': aPair() });
    page('pieces');
    fireEvent.click(await screen.findByText('Swap sides'));
    await waitFor(() => expect(sent(asked)).toHaveLength(1));
    // Book-matched halves rise alike again once both are turned end for end.
    expect(sent(asked)[0]).toMatchObject({ risesBass: 'neck', risesTreble: 'tail' });
    expect((sent(asked)[0] as { pieces: { mark: string }[] }).pieces.map(({ mark }) => mark)).toEqual(['B', 'A']);
  });
  it('keeps a thickness of its own for the half that is chosen', async () => {
    const asked = serve({ 'GET /wood-sets/w': aPair(), 'PATCH /wood-sets/w': aPair() });
    page('pieces&piece=B');
    await screen.findByLabelText('Sizes of B');
    typeInto('Thickness', '3.75');
    fireEvent.click(screen.getByText('Keep its sizes'));
    await waitFor(() => expect(sent(asked)).toHaveLength(1));
    expect(sent(asked)[0]).toEqual({
      pieces: [
        { mark: 'A', width: null, thickness: null },
        { mark: 'B', width: null, thickness: expect.closeTo(3.75e-3, 9) },
      ],
    });
  });
  it('offers the half of another set that makes two better pairs', async () => {
    const other = aPair({ id: 'o', name: 'Sitka 4', pieces: [knocked('A', 12.9), knocked('B', 10.1)] });
    const asked = serve({
      'GET /wood-sets/w': aPair(),
      'GET /wood-sets': [aPair(), other],
      'POST /wood-sets/w/trades': aPair(),
    });
    page('pieces');
    expect(await screen.findByText(/B for B of Sitka 4: both pairs hardly differ then/)).toBeInTheDocument();
    fireEvent.click(screen.getByText('Trade'));
    await waitFor(() => expect(sent(asked)).toHaveLength(1));
    expect(sent(asked)[0]).toMatchObject({ mine: 'B', with: 'o', theirs: 'B' });
  });
  it.each([
    ['weigh', 'Weight of half B', '180', 'Keep the weight', { piece: 'B', mass: 0.18 }],
    ['knock', 'Twist, Hz', '44', 'Keep the notes', { piece: 'B' }],
  ])('sends what was done in %s as of the half that is chosen', async (slip, label, text, button, body) => {
    const asked = serve({
      'GET /wood-sets/w': aPair(),
      'POST /wood-sets/w/weighings': aPair(),
      'POST /wood-sets/w/knock-tests': aPair(),
    });
    page(`${slip}&piece=B`);
    await screen.findByLabelText(label);
    typeInto(label, text);
    if (slip === 'knock') ['Across, Hz', 'Along, Hz'].forEach((note) => typeInto(note, '100'));
    fireEvent.click(screen.getByText(button));
    await waitFor(() => expect(sent(asked)).toHaveLength(1));
    expect(sent(asked)[0]).toMatchObject(body);
  });
  it('says of how many pieces the figures are', async () => {
    serve({ 'GET /wood-sets/w': aPair({ pieces: [knocked('A', 10), aPiece('B')] }) });
    page('known');
    expect(await screen.findByText(/Only A of 2 halves was measured/)).toBeInTheDocument();
  });
});

it.each([
  ['both halves change sides', ['A', 'B'], ['B', 'A'], { risesBass: 'neck', risesTreble: 'neck' }],
  ['four in another order', ['A', 'B', 'C', 'D'], ['B', 'A', 'C', 'D'], { risesBass: null, risesTreble: null }],
] as const)('where the fibres rise when %s', (_, from, to, expected) => {
  expect(ownEnds({ risesBass: 'tail', risesTreble: 'tail' }, from, to)).toEqual(expected);
});
