import { choose, untilOffered } from '../../test/choose';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aBuild, aSet, open, Refusal, serve } from '../../test/test-bench';
import { EditBuildPage, NewBuildPage } from './BuildFormPage';

const type = (label: string, text: string) => choose(screen.getByLabelText(label, { selector: 'input, button' }), text);
const posted = (asked: ReturnType<typeof serve>, method = 'POST') => asked.find((request) => request.method === method);
const lay = () => fireEvent.click(screen.getByText('Lay it on the bench'));

describe('a new build', () => {
  it('wants a number and a name before it is laid down', async () => {
    const asked = serve({});
    open(<NewBuildPage />);
    type('Number', 'seven');
    lay();
    expect(await screen.findByText('A whole number, 1 or more')).toBeInTheDocument();
    expect(screen.getByText('Give it a name')).toBeInTheDocument();
    expect(posted(asked)).toBeUndefined();
  });
  it('takes the family’s outline and sends lengths in metres', async () => {
    const asked = serve({ 'POST /builds': aBuild() });
    open(<NewBuildPage />);
    type('Number', '12');
    type('Name', 'Stint');
    type('Family', 'ukulele');
    type('Length', '11.5 in');
    fireEvent.blur(screen.getByLabelText('Length', { selector: 'input' }));
    type('Plate', 'back');
    lay();
    await waitFor(() => expect(posted(asked)).toBeDefined());
    expect(posted(asked)!.body).toMatchObject({
      number: 12,
      name: 'Stint',
      family: 'ukulele',
      plate: 'back',
      outline: { kind: 'waisted', bodyLength: expect.closeTo(0.2921, 6) },
      tool: { kind: 'plane' },
    });
  });
  it('says at the field when lengths make no outline, keeps the last drawing, and does not send it', () => {
    const asked = serve({});
    open(<NewBuildPage />);
    type('Number', '12');
    type('Name', 'Stint');
    type('Waist', '500');
    expect(screen.getByText('Must be narrower than both bouts')).toBeInTheDocument();
    expect(screen.getByLabelText(/The plate as described/)).toBeInTheDocument();
    lay();
    expect(posted(asked)).toBeUndefined();
  });
  it('shows the server’s word at the field and keeps what was typed', async () => {
    serve({
      'POST /builds': new Refusal(409, [{ field: 'number', message: 'Another build on the bench has this number' }]),
    });
    open(<NewBuildPage />);
    type('Number', '42');
    type('Name', 'Dipper');
    lay();
    expect(await screen.findByText('Another build on the bench has this number')).toBeInTheDocument();
    expect(screen.getByLabelText('Name')).toHaveValue('Dipper');
  });
  it('narrows the wood’s doubt when figures are entered', async () => {
    const asked = serve({ 'POST /builds': aBuild() });
    open(<NewBuildPage />);
    type('Number', '12');
    type('Name', 'Stint');
    type('Density', '0.41 g/cm³');
    fireEvent.blur(screen.getByLabelText('Density'));
    lay();
    await waitFor(() => expect(posted(asked)).toBeDefined());
    expect(posted(asked)!.body).toMatchObject({
      wood: { source: 'entered', rho: expect.closeTo(410, 6), spread: { rho: 0.03 } },
    });
  });
  it('is cut from a set of the rack as it was measured; one for backs is not offered, one too short says so', async () => {
    const sets = [
      aSet({ id: 'w', name: 'Sitka 3' }),
      aSet({ id: 's', name: 'Sitka, short', length: 0.3 }),
      aSet({ id: 'b', name: 'Rosewood 1', use: 'back' }),
    ];
    const asked = serve({ 'GET /wood-sets': sets, 'POST /builds': aBuild() });
    open(<NewBuildPage />);
    type('Number', '12');
    type('Name', 'Stint');
    const rack = await screen.findByLabelText('From the rack');
    const offered = ['no set of the rack', 'Sitka 3', 'Sitka, short, too short for this plate'];
    expect(await untilOffered(() => rack, offered)).toEqual(offered);
    choose(rack, 'w');
    lay();
    await waitFor(() => expect(posted(asked)).toBeDefined());
    expect(posted(asked)!.body).toMatchObject({ wood: { source: 'measured', set: { id: 'w', name: 'Sitka 3' } } });
  });
  it('gives a carved plate a scraper to start with', async () => {
    const asked = serve({ 'POST /builds': aBuild() });
    open(<NewBuildPage />);
    type('Number', '12');
    type('Name', 'Stint');
    type('Construction', 'carved');
    lay();
    await waitFor(() => expect(posted(asked)!.body).toMatchObject({ tool: { kind: 'scraper' } }));
  });
});

describe('changing a build', () => {
  it('starts from what it is and sends the changes', async () => {
    const asked = serve({ 'GET /builds/b': aBuild(), 'PATCH /builds/b': aBuild() });
    open(<EditBuildPage />, { path: '/builds/:buildId/edit', at: '/builds/b/edit' });
    expect(await screen.findByDisplayValue('Lapwing')).toBeInTheDocument();
    fireEvent.click(screen.getByLabelText('Left-handed'));
    fireEvent.click(screen.getByText('Keep the changes'));
    await waitFor(() => expect(posted(asked, 'PATCH')!.body).toEqual({ leftHanded: true }));
  });
});

describe('a build that another page changed while this form was open', () => {
  const wanted = { name: 'Ouzel', leftHanded: true, revision: 4 };
  async function late() {
    const answers: Record<string, unknown> = {
      'GET /builds/b': aBuild({ revision: 3 }),
      'PATCH /builds/b': new Refusal(412, [{ field: 'name', message: 'was changed meanwhile' }]),
    };
    const asked = serve(answers);
    open(<EditBuildPage />, { path: '/builds/:buildId/edit', at: '/builds/b/edit' });
    await screen.findByText('Keep the changes');
    type('Name', 'Dipper');
    type('Number', '8');
    answers['GET /builds/b'] = aBuild(wanted);
    fireEvent.click(screen.getByText('Keep the changes'));
    await screen.findByText('Name: Ouzel');
    answers['PATCH /builds/b'] = aBuild(wanted);
    return () => asked.filter(({ method }) => method === 'PATCH').map(({ body }) => body);
  }

  it('sends what was touched, and on the person’s word once more, leaving alone what the other page changed besides', async () => {
    const sent = await late();
    expect(sent()).toEqual([{ name: 'Dipper', number: 8 }]);
    fireEvent.click(screen.getByText('Keep mine'));
    await waitFor(() =>
      expect(sent()).toEqual([
        { name: 'Dipper', number: 8 },
        { name: 'Dipper', number: 8 },
      ]),
    );
  });
  it('takes the other page’s word where both changed the same, and keeps the rest that was typed', async () => {
    const sent = await late();
    fireEvent.click(screen.getByText('Take theirs'));
    expect(screen.getByLabelText('Name')).toHaveValue('Ouzel');
    expect(screen.getByLabelText('Number')).toHaveValue('8');
    fireEvent.click(screen.getByText('Keep the changes'));
    await waitFor(() => expect(sent().at(-1)).toEqual({ number: 8 }));
  });
});
