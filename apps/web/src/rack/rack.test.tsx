import { setProperties, type WoodFinding } from '@nimble/core';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { aBuild, aSet, aTarget, open, Refusal, serve } from '../test-bench';
import { NewSetPage } from './NewSetPage';
import { RackPage } from './RackPage';
import { SetPage } from './SetPage';

const type = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value: text } });
const set = (id: string, name: string, E: number, mass: number, change = {}) => {
  const findings: WoodFinding[] = [{ kind: 'knock', modulusAlong: { value: E, sd: 0.02 * E } }];
  const plain = aSet({ id, name, ...change });
  const weighing = {
    id: `${id}-1`,
    at: '2026-11-02T10:00:00Z',
    person: '',
    mass,
    relativeHumidity: 0.45,
    temperatureC: 20,
    moisture: 0.0849,
  };
  const knock = {
    id: `${id}-2`,
    kind: 'knock' as const,
    at: weighing.at,
    person: '',
    feel: null,
    input: { twist: 44, across: 116, along: 65 },
    result: { ...findings[0], warnings: [] },
  };
  return { ...plain, weighings: [weighing], tests: [knock], properties: setProperties({ ...plain, mass, findings }) };
};

describe('the rack', () => {
  it('leads an empty rack to its first set', async () => {
    serve({});
    open(<RackPage />);
    expect(await screen.findByText('Put in the first set')).toHaveAttribute('href', '/rack/new');
  });
  it('puts up to three touched sets side by side with their ±', async () => {
    serve({
      'GET /wood-sets': [
        set('a', 'Stiff', 14e9, 0.17),
        set('b', 'Soft', 9e9, 0.16),
        set('c', 'Third', 11e9, 0.16),
        set('d', 'Fourth', 12e9, 0.16),
      ],
    });
    open(<RackPage />);
    const point = async (name: string) => screen.findByRole('checkbox', { name: new RegExp(`^${name}, `) });
    fireEvent.click(await point('Stiff'));
    fireEvent.keyDown(await point('Soft'), { key: ' ' });
    const table = within(screen.getByLabelText('Side by side'));
    expect(table.getAllByRole('columnheader').map((cell) => cell.textContent)).toEqual(['Stiff', 'Soft']);
    expect(table.getByText('14.0 ± 0.5 GPa')).toBeInTheDocument();
    fireEvent.click(await point('Third'));
    fireEvent.click(await point('Fourth'));
    expect(
      within(screen.getByLabelText('Side by side'))
        .getAllByRole('columnheader')
        .map((cell) => cell.textContent),
    ).toEqual(['Soft', 'Third', 'Fourth']);
  });
  it('ranks sets for a build by the weight at its stiffness, rejected ones left out', async () => {
    const { stations: _, ...build } = aBuild();
    serve({
      'GET /wood-sets': [
        set('a', 'Heavy', 12e9, 0.2),
        set('b', 'Light', 12e9, 0.16),
        set('c', 'Split', 15e9, 0.15, { rejected: 'cracked' }),
      ],
      'GET /builds': [{ ...build, newestSurvey: null }],
      'GET /builds/b/target': aTarget(),
    });
    open(<RackPage />);
    await screen.findByText('No. 7 Lapwing');
    fireEvent.change(screen.getByLabelText('Which set suits …'), { target: { value: 'b' } });
    await waitFor(() => expect(screen.getByLabelText('Which set suits a build')).toHaveTextContent('lightest first'));
    const ranked = within(screen.getByLabelText('Which set suits a build')).getAllByRole('link');
    expect(ranked.map((link) => link.textContent)).toEqual(['Light', 'Heavy']);
  });
});

describe('a set', () => {
  const page = () => open(<SetPage />, { path: '/rack/:setId', at: '/rack/w' });
  it('says what stands on its species’ mean and what was measured', async () => {
    serve({ 'GET /wood-sets/w': set('w', 'Sitka 3', 12e9, 0.1746) });
    page();
    expect(await screen.findByTestId('stiffness-along')).toHaveTextContent('12.0');
    expect(screen.getByText('GPa along, by knock')).toBeInTheDocument();
    expect(screen.getByText(/8\.5 % moist/)).toBeInTheDocument();
    expect(screen.getByLabelText('Tests')).toHaveTextContent('44 / 116 / 65 Hz: along 12.0 ± 0.4 GPa');
  });
  it('weighs in any unit, with the air if it is known', async () => {
    const asked = serve({ 'GET /wood-sets/w': aSet(), 'POST /wood-sets/w/weighings': aSet() });
    page();
    await screen.findByText('Not weighed yet.');
    type('Weight of one half', '6.16 oz');
    fireEvent.click(screen.getByText('Keep the weight'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    const { body } = asked.find(({ method }) => method === 'POST')!;
    expect(body).toMatchObject({ mass: expect.closeTo(0.17463, 4), relativeHumidity: null });
  });
  it('sends loads as forces, whatever they were typed in, and shows a refusal at its row', async () => {
    const asked = serve({
      'GET /wood-sets/w': aSet(),
      'POST /wood-sets/w/flex-tests': new Refusal(400, [
        { field: 'points[1].deflection', message: 'is more than the span: check the unit' },
      ]),
    });
    page();
    await screen.findByLabelText('Supports apart');
    type('Supports apart', '450');
    [['Load 1', '0'], ['Dial 1', '0'], ['Load 2', '500 g'], ['Dial 2', '900']].forEach(([label, text]) => type(label!, text!)); // prettier-ignore
    fireEvent.click(screen.getByText('Keep the flex'));
    expect(await screen.findByText('is more than the span: check the unit')).toBeInTheDocument();
    const { body } = asked.find(({ method }) => method === 'POST')!;
    expect(body).toMatchObject({ span: 0.45, points: [{ load: 0, deflection: 0 }, { load: expect.closeTo(4.903, 3), deflection: 0.9 }] }); // prettier-ignore
    expect(screen.getByLabelText('Load 2')).toHaveValue('500 g');
  });
  it('does not send a flex of one load or a note that is no figure', async () => {
    const asked = serve({ 'GET /wood-sets/w': aSet() });
    page();
    await screen.findByLabelText('Supports apart');
    type('Supports apart', '450');
    type('Load 1', '1');
    type('Dial 1', '0.5');
    fireEvent.click(screen.getByText('Keep the flex'));
    expect(await screen.findByText('The test needs two loads or more')).toBeInTheDocument();
    type('Twist, Hz', 'low');
    fireEvent.click(screen.getByText('Keep the notes'));
    expect(await screen.findByText('Type the frequency, like 43.9')).toBeInTheDocument();
    expect(asked.every(({ method }) => method === 'GET')).toBe(true);
  });
  it('gives a build its wood as measured', async () => {
    const { stations: _, ...build } = aBuild();
    const asked = serve({
      'GET /wood-sets/w': set('w', 'Sitka 3', 12e9, 0.1746),
      'GET /builds': [{ ...build, newestSurvey: null }],
      'PATCH /builds/b': aBuild(),
    });
    page();
    await screen.findByText('No. 7 Lapwing');
    fireEvent.change(screen.getByLabelText('Cut it for'), { target: { value: 'b' } });
    fireEvent.click(screen.getByText('Give it this wood'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'PATCH')).toBe(true));
    expect(asked.find(({ method }) => method === 'PATCH')!.body).toMatchObject({
      wood: { source: 'measured', E_L: 12e9, set: { name: 'Sitka 3' } },
    });
  });
});

describe('a new set', () => {
  it('tells all that is wrong at once and loses nothing typed', async () => {
    const asked = serve({});
    open(<NewSetPage />);
    type('Length', '22 cubits');
    type('Thickness', '3.6');
    fireEvent.click(screen.getByText('Put it in the rack'));
    expect(await screen.findByText('Give it a name')).toBeInTheDocument();
    expect(screen.getByText(/not a unit of length/)).toBeInTheDocument();
    expect(screen.getByText(/Is empty: type a figure/)).toBeInTheDocument();
    expect(screen.getByLabelText('Thickness')).toHaveValue('3.6');
    expect(asked).toEqual([expect.objectContaining({ path: '/workshop' })]);
  });
  it('sends sizes in metres and angles in radians', async () => {
    const asked = serve({ 'POST /wood-sets': aSet() });
    open(<NewSetPage />);
    [['Name', 'Red 9'], ['Length', '55 cm'], ['Width', '210'], ['Thickness', '9/64'], ['Runout', '2°']].forEach(([label, text]) => type(label!, text!)); // prettier-ignore
    fireEvent.click(screen.getByText('Put it in the rack'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    expect(asked.find(({ method }) => method === 'POST')!.body).toMatchObject({
      name: 'Red 9', length: 0.55, width: 0.21, thickness: expect.closeTo(0.003572, 6), runout: expect.closeTo(0.0349, 4), grainLinesPerCm: null,
    }); // prettier-ignore
  });
});
