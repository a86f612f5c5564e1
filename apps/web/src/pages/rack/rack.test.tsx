import { choose, optionsOf, untilOffered } from '../../test/choose';
import { setProperties, type WoodFinding } from '@nimble/core/wood';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { aBuild, aPiece, aSet, aTarget, open, Refusal, serve, typeInto } from '../../test/test-bench';
import { NewSetPage } from './NewSetPage';
import { RackPage } from './RackPage';
import { SetPage } from './SetPage';

const type = (label: string, text: string) => choose(screen.getByLabelText(label), text);
const set = (id: string, name: string, E: number, mass: number, change = {}) => {
  const findings: WoodFinding[] = [{ kind: 'knock', modulusAlong: { value: E, sd: 0.02 * E } }];
  const plain = aSet({ id, name, ...change });
  const weighing = {
    id: `${id}-1`,
    piece: 'A' as const,
    at: '2026-11-02T10:00:00Z',
    person: '',
    mass,
    relativeHumidity: 0.45,
    temperatureC: 20,
    moisture: 0.0849,
    retracted: false,
  };
  const knock = {
    id: `${id}-2`,
    piece: 'A' as const,
    kind: 'knock' as const,
    at: weighing.at,
    person: '',
    feel: null,
    jigId: null,
    retracted: false,
    input: { twist: 44, across: 116, along: 65 },
    result: { ...findings[0], warnings: [] },
  };
  const properties = setProperties({ ...plain, mass, findings });
  const pieces = [aPiece('A', { mass, properties }), aPiece('B')];
  return { ...plain, weighings: [weighing], tests: [knock], pieces, properties };
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
    expect(table.getByText('14.0 ± 0.5')).toBeInTheDocument();
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
    await screen.findByLabelText('Which set suits …');
    await untilOffered(() => screen.getByLabelText('Which set suits …'), ['No. 7 Lapwing']);
    choose(screen.getByLabelText('Which set suits …'), 'b');
    await waitFor(() => expect(screen.getByLabelText('Which set suits a build')).toHaveTextContent('lightest first'));
    const ranked = within(screen.getByLabelText('Which set suits a build')).getAllByRole('link');
    expect(ranked.map((link) => link.textContent)).toEqual(['Light', 'Heavy']);
  });
});

describe('a set', () => {
  const page = (slip = 'known') => open(<SetPage />, { path: '/rack/:setId', at: `/rack/w?slip=${slip}` });
  it('says what stands on its species’ mean and what was measured', async () => {
    serve({ 'GET /wood-sets/w': set('w', 'Sitka 3', 12e9, 0.1746) });
    page();
    expect(await screen.findByTestId('stiffness-along')).toHaveTextContent('12.0');
    expect(screen.getByText(/± 0\.4 GPa along, by knock/)).toBeInTheDocument(); // 2 % of 12.0, nine of ten
    expect(screen.getByLabelText('Tests')).toHaveTextContent('44 / 116 / 65 Hz: along 12.0 ± 0.4 GPa');
  });
  it('shows no figure large that no such wood has, names the slip, and mends it by one tap', async () => {
    const both = {
      id: 'x',
      piece: 'A' as const,
      at: '2026-11-02T10:00:00Z',
      person: '',
      mass: 0.35,
      relativeHumidity: null,
      temperatureC: null,
      moisture: null,
      retracted: false,
    };
    const facts = {
      species: 'sitka-spruce',
      length: 0.55,
      width: 0.21,
      thickness: 3.6e-3,
      runout: null,
      offQuarter: 0,
      mass: 0.35,
      findings: [],
    };
    const asked = serve({
      'GET /wood-sets/w': aSet({ runout: null, weighings: [both], properties: setProperties(facts) }),
      'POST /wood-sets/w/weighings': aSet(),
      'POST /wood-sets/w/weighings/x/retract': aSet(),
    });
    page();
    expect(await screen.findByTestId('stiffness-along')).toHaveTextContent('In doubt');
    expect(screen.getByText(/Density is in doubt.*both halves were weighed/)).toBeInTheDocument(); // 842 kg/m3 for 448
    expect(screen.getByText(/Runout was not looked at/)).toBeInTheDocument();
    fireEvent.click(screen.getByText('Yes: both halves were weighed, not one'));
    await waitFor(() => expect(asked.some(({ path }) => path.endsWith('/x/retract'))).toBe(true));
    expect(asked.find(({ path, method }) => method === 'POST' && path.endsWith('/weighings'))!.body).toMatchObject({
      mass: 0.175,
    });
  });
  it('weighs in any unit, with the air if it is known', async () => {
    const asked = serve({ 'GET /wood-sets/w': aSet(), 'POST /wood-sets/w/weighings': aSet() });
    page('weigh');
    await screen.findByText('Not weighed yet.');
    type('Weight of half A', '6.16 oz');
    fireEvent.click(screen.getByText('Keep the weight'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    const { body } = asked.find(({ method }) => method === 'POST')!;
    expect(body).toMatchObject({ mass: expect.closeTo(0.17463, 4), relativeHumidity: null });
  });
  it('is asked about a weight that can hardly be: nothing typed is lost, it is mended, kept or dropped', async () => {
    const doubt = {
      message: 'Density is in doubt.',
      slip: { words: 'both halves were weighed, not one', of: 'weight', factor: 0.5 },
    };
    const answers: Record<string, unknown> = {
      'GET /wood-sets/w': aSet(),
      'POST /wood-sets/w/weighings': new Refusal(409, [{ field: 'doubt', message: doubt.message }], doubt),
    };
    const asked = serve(answers);
    const sent = () =>
      asked.filter(({ method }) => method === 'POST').map(({ body }) => body as { mass: number; ask: boolean });
    page('weigh');
    await screen.findByText('Not weighed yet.');
    type('Weight of half A', '350');
    const keep = () => fireEvent.submit(screen.getByRole('form', { name: 'Weigh it' }));
    keep();
    expect(await screen.findByRole('alertdialog')).toHaveTextContent('Density is in doubt. Nothing is kept yet.');
    expect(screen.getByLabelText('Weight of half A')).toHaveValue('350');
    keep(); // Enter again: read again
    await waitFor(() => expect(screen.queryByRole('alertdialog')).toBeNull());
    expect(sent()).toHaveLength(1);
    keep();
    await screen.findByRole('alertdialog');
    answers['POST /wood-sets/w/weighings'] = aSet();
    fireEvent.click(screen.getByText('Yes: both halves were weighed, not one'));
    await waitFor(() => expect(sent().at(-1)).toMatchObject({ mass: expect.closeTo(0.175, 9), ask: false }));
    await waitFor(() => expect(screen.getByLabelText('Weight of half A')).toHaveValue(''));
  });
  it('sends loads as forces, whatever they were typed in, and shows a refusal at its row', async () => {
    const asked = serve({
      'GET /wood-sets/w': aSet(),
      'POST /wood-sets/w/flex-tests': new Refusal(400, [
        { field: 'points[1].deflection', message: 'is more than the span: check the unit' },
      ]),
    });
    page('flex');
    await screen.findByLabelText('Supports apart');
    type('Supports apart', '450');
    [
      ['Load 1', '0'],
      ['Dial 1', '0'],
      ['Load 2', '500 g'],
      ['Dial 2', '900'],
    ].forEach(([label, text]) => type(label!, text!));
    fireEvent.click(screen.getByText('Keep the flex'));
    expect(await screen.findByText('is more than the span: check the unit')).toBeInTheDocument();
    const { body } = asked.find(({ method }) => method === 'POST')!;
    expect(body).toMatchObject({
      span: 0.45,
      points: [
        { load: 0, deflection: 0 },
        { load: expect.closeTo(4.903, 3), deflection: 0.9 },
      ],
    });
    expect(screen.getByLabelText('Load 2')).toHaveValue('500 g');
  });
  it('does not send a flex of one load or a note that is no figure', async () => {
    const asked = serve({ 'GET /wood-sets/w': aSet() });
    page('flex');
    await screen.findByLabelText('Supports apart');
    type('Supports apart', '450');
    type('Load 1', '1');
    type('Dial 1', '0.5');
    fireEvent.click(screen.getByText('Keep the flex'));
    expect(await screen.findByText('The test needs two loads or more')).toBeInTheDocument();
    fireEvent.click(screen.getByText('Knock'));
    type('Twist, Hz', 'low');
    fireEvent.click(screen.getByText('Keep the notes'));
    expect(await screen.findByText('Type the frequency, like 43.9, or a note, like G#2 −20')).toBeInTheDocument();
    expect(asked.every(({ method }) => method === 'GET')).toBe(true);
  });
  it('bends it on a jig of the workshop: only loads and dial are typed', async () => {
    const body = { kind: 'cantilever', direction: 'along', span: 0.15, loadAt: 0.145, dialAt: 0.145, supportWidth: 0 };
    const asked = serve({
      'GET /wood-sets/w': aSet(),
      'GET /jigs': [
        { id: 'j', name: 'Clamp', body, demo: false },
        { id: 'r', name: 'Ring', body: { kind: 'ring', diameter: 0.2, supportWidth: 0 }, demo: false },
      ],
      'POST /wood-sets/w/flex-tests': aSet(),
    });
    page('flex');
    await screen.findByLabelText('On');
    await untilOffered(() => screen.getByLabelText('On'), ['Clamp']);
    expect(optionsOf(screen.getByLabelText('On'))).not.toContain('Ring'); // takes whole plates only
    type('On', 'j');
    expect(screen.getAllByText(/clamped, 150 mm free along the grain, weight 145 mm out/)).toHaveLength(2); // form and drawing
    [
      ['Load 1', '100 g'],
      ['Dial 1', '0.40'],
      ['Load 2', '200 g'],
      ['Dial 2', '0.80'],
    ].forEach(([label, text]) => type(label!, text!));
    type('How it feels', '6');
    fireEvent.click(screen.getByText('Keep the flex'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    const sent = asked.find(({ method }) => method === 'POST')!.body as Record<string, unknown>;
    expect(sent).toMatchObject({
      jigId: 'j',
      feel: 6,
      points: [{ deflection: expect.closeTo(4e-4, 9) }, { deflection: expect.closeTo(8e-4, 9) }],
    });
    expect(sent).not.toHaveProperty('span');
  });
  it('takes a wrong test back, and shows it struck through', async () => {
    const tested = set('w', 'Sitka 3', 12e9, 0.1746);
    const asked = serve({
      'GET /wood-sets/w': tested,
      'POST /wood-sets/w/tests/w-2/retract': { ...tested, tests: [{ ...tested.tests[0]!, retracted: true }] },
    });
    page();
    fireEvent.click(await screen.findByLabelText('Take this test back'));
    expect(await screen.findByLabelText('Count this test again')).toBeInTheDocument();
    expect(asked.filter(({ method }) => method === 'POST')).toHaveLength(1);
  });
  it('times rings for damping, in seconds', async () => {
    const asked = serve({ 'GET /wood-sets/w': aSet(), 'POST /wood-sets/w/knock-tests': aSet() });
    page('knock');
    await screen.findByLabelText('Twist, Hz');
    [
      ['Twist, Hz', '44'],
      ['Across, Hz', '116 Hz'],
      ['Along, Hz', '65,4'],
      ['Ring of along, s', '2.3 s'],
    ].forEach(([label, text]) => type(label!, text!));
    fireEvent.click(screen.getByText('Keep the notes'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    const { body } = asked.find(({ method }) => method === 'POST')!;
    expect(body).toMatchObject({ partials: { twist: 44, across: 116, along: 65.4 }, ring: { along: 2.3 } });
  });
  it('knocks a billet as a bar: where to hold it, on which side, its one note', async () => {
    const billet = aSet({ id: 's1', use: 'brace', length: 0.6, width: 0.03, thickness: 0.018, pieces: [aPiece('A')] });
    const asked = serve({ 'GET /wood-sets/s1': billet, 'POST /wood-sets/s1/stick-knocks': billet });
    open(<SetPage />, { path: '/rack/:setId', at: '/rack/s1?slip=knock' });
    // 0.2242 of 600 mm.
    expect(await screen.findByText('135 mm')).toBeInTheDocument();
    const expected = () => Number.parseFloat(screen.getByText(/^\d+ Hz$/).textContent);
    const flat = expected();
    choose(screen.getByLabelText('Knocked on'), 'width');
    // Nearly by the heights, 30 over 18, less what more of it is shear.
    expect(expected() / flat).toBeGreaterThan(1.5);
    expect(expected() / flat).toBeLessThan(1.67);
    typeInto('Note, Hz', '401');
    fireEvent.click(screen.getByText('Keep the note'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    expect(asked.find(({ method }) => method === 'POST')!.body).toMatchObject({ note: 401, over: 'width', ask: true });
  });
  it('draws how it dries once it was weighed twice in measured air', async () => {
    const weighing = {
      id: '1',
      piece: 'A' as const,
      at: '2026-09-02T10:00:00Z',
      person: '',
      mass: 0.2,
      relativeHumidity: 0.45,
      temperatureC: 20,
      moisture: 0.0849,
      retracted: false,
    };
    const weighings = [weighing, { ...weighing, id: '2', at: '2026-10-02T10:00:00Z', mass: 0.19 }];
    const drying = { state: 'drying' as const, rate: -0.05 / 30, moisture: [0.142, 0.0849] };
    serve({ 'GET /wood-sets/w': aSet({ weighings, pieces: [aPiece('A', { drying }), aPiece('B')] }) });
    page('weigh');
    expect(await screen.findByText('Still drying: it loses weight.')).toBeInTheDocument();
    expect(screen.getByText(/Change per week -1\.17 %/)).toBeInTheDocument(); // 5 % in 30 days
  });
  it('gives a build its wood as measured', async () => {
    const { stations: _, ...build } = aBuild();
    const asked = serve({
      'GET /wood-sets/w': set('w', 'Sitka 3', 12e9, 0.1746),
      'GET /builds': [
        { ...build, newestSurvey: null },
        { ...build, id: 'back', number: 8, plate: 'back', newestSurvey: null },
      ],
      'PATCH /builds/b': aBuild(),
    });
    page();
    await screen.findByLabelText('Cut it for');
    // No. 8 is a back.
    expect(await untilOffered(() => screen.getByLabelText('Cut it for'), ['No. 7 Lapwing'])).toEqual([
      'choose a build',
      'No. 7 Lapwing',
    ]);
    choose(screen.getByLabelText('Cut it for'), 'b');
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
    expect(asked.filter(({ method }) => method !== 'GET')).toEqual([]); // nothing was sent
  });
  it('sends sizes in metres and angles in radians', async () => {
    const asked = serve({ 'POST /wood-sets': aSet() });
    open(<NewSetPage />);
    [
      ['Name', 'Red 9'],
      ['Length', '55 cm'],
      ['Width', '210'],
      ['Thickness', '9/64'],
      ['Runout', '2°'],
    ].forEach(([label, text]) => type(label!, text!));
    fireEvent.click(screen.getByText('Put it in the rack'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    expect(asked.find(({ method }) => method === 'POST')!.body).toMatchObject({
      name: 'Red 9',
      length: 0.55,
      width: 0.21,
      thickness: expect.closeTo(0.003572, 6),
      runout: expect.closeTo(0.0349, 4),
      grainLinesPerCm: null,
    });
  });
});
