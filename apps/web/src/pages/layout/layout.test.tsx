import { choose } from '../../test/choose';
import { emptyPlan, xOf, type BracingPlan } from '@nimble/core/bracing';
import { plateShape } from '@nimble/core/outline';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { aBuild, aPlan, open, sentPlan, servePlan, typeInto, type Asked } from '../../test/test-bench';
import { LayoutPage } from './LayoutPage';

const build = aBuild({ number: 41, name: 'Lapwing' });
const plan = aPlan();

function show(kept: BracingPlan, query = ''): Asked[] {
  const asked = servePlan(build, kept);
  open(<LayoutPage />, { path: '/builds/:buildId/layout', at: `/builds/b/layout${query}` });
  return asked;
}

describe('the layout', () => {
  it('begins empty with a pattern to draw, and can take it back and do it again', async () => {
    const asked = show(emptyPlan('steel-string', 'flat'));
    choose(await screen.findByLabelText('Pattern'), 'fan');
    choose(screen.getByLabelText('Fan bars, 3 to 9'), '12');
    fireEvent.click(screen.getByText('Draw this pattern'));
    expect(screen.getByText('It must be a whole number from 3 to 9')).toBeInTheDocument();
    choose(screen.getByLabelText('Fan bars, 3 to 9'), '7');
    fireEvent.click(screen.getByText('Draw this pattern'));
    expect((await sentPlan(asked)).braces.filter(({ role }) => role === 'fan-bar')).toHaveLength(7);
    fireEvent.click(await screen.findByText('Undo'));
    expect((await sentPlan(asked, 2)).braces).toHaveLength(0);
    fireEvent.click(await screen.findByText('Redo'));
    expect((await sentPlan(asked, 3)).braces.filter(({ role }) => role === 'fan-bar')).toHaveLength(7);
  });
  it('opens the X by a figure, says what that does, and refuses what is absurd at the field', async () => {
    const asked = show(plan);
    expect(await screen.findByText(/A middling X/)).toBeInTheDocument();
    typeInto('The X opens', '300');
    expect(screen.getByText('Between 35° and 143°')).toBeInTheDocument();
    typeInto('The X opens', '104');
    expect((xOf((await sentPlan(asked)).braces)!.opening * 180) / Math.PI).toBeCloseTo(104, 6);
    expect(await screen.findByText(/A wide X/)).toBeInTheDocument();
  });
  it('says what is wrong with the plan and leads there', async () => {
    show({ ...plan, laps: [] });
    const look = await screen.findByRole('region', { name: 'Look at' });
    expect(look).toHaveTextContent('X leg to the bass and X leg to the treble pass each other with no notch');
    fireEvent.click(within(look).getByText('Show it'));
    expect(await screen.findByText('Cut a lap')).toBeInTheDocument();
  });
  it('weighs a lap against its caps', async () => {
    show(plan, '?slip=piece&piece=x-bass');
    const rows = (await screen.findByText('as a beam')).closest('table')!;
    const shares = [...rows.querySelectorAll('tbody tr')].map((row) => Number(/(\d+) %/.exec(row.textContent)![1]));
    expect(shares).toHaveLength(3);
    expect(shares[0]).toBeLessThan(shares[2]!);
  });
  it('says the pull of the strings and what it does to the bridge, glued and floating', async () => {
    const asked = show(plan, '?slip=strings');
    expect(await screen.findByText('turning the bridge')).toBeInTheDocument();
    expect(screen.getByText(/pull of all strings together/)).toBeInTheDocument();
    choose(screen.getByLabelText('Bridge', { selector: 'button' }), 'floating');
    expect((await sentPlan(asked)).bridge.kind).toBe('floating');
    expect(await screen.findByText('down onto the top')).toBeInTheDocument();
  });
  it('lists what to saw with its notches', async () => {
    show(plan, '?slip=cut');
    expect(await screen.findByText('11')).toBeInTheDocument();
    expect(screen.getByText(/Notch from above for X leg to the treble/)).toBeInTheDocument();
    expect(screen.getByText('PDF')).toBeInTheDocument();
  });
  it('offers the lines of a drawing as braces: those that are none yet, stopped inside and let in at the rim', async () => {
    const { outline: rim } = plateShape(build.outline);
    const widest = rim.reduce((a, b) => (b[1] > a[1] ? b : a));
    const lines = [
      [
        [0.3, -0.05],
        [0.4, 0.06],
      ],
      [
        [widest[0], widest[1] - 0.005],
        [widest[0], -widest[1] + 0.005],
      ],
    ] as const;
    const drawn = { ...build, outline: { kind: 'drawn' as const, points: rim, lines } };
    const asked = servePlan(drawn, plan);
    open(<LayoutPage />, { path: '/builds/:buildId/layout', at: '/builds/b/layout' });
    const offer = within(await screen.findByRole('region', { name: 'Lines of the drawing' }));
    expect(offer.getByText(/holds 2 lines inside/)).toBeInTheDocument();
    fireEvent.click(offer.getByText('They are braces'));
    const made = (await sentPlan(asked)).braces.slice(plan.braces.length);
    expect(made.map(({ name, from, to, ends, role }) => ({ name, from, to, ends, role }))).toEqual([
      { name: 'drawn 1', from: lines[0][0], to: lines[0][1], ends: ['stopped', 'stopped'], role: 'free' },
      { name: 'drawn 2', from: lines[1][0], to: lines[1][1], ends: ['let-in', 'let-in'], role: 'free' },
    ]);
    expect(screen.queryByRole('region', { name: 'Lines of the drawing' })).not.toBeInTheDocument();
    fireEvent.click(screen.getByText('Undo'));
    fireEvent.click(
      within(await screen.findByRole('region', { name: 'Lines of the drawing' })).getByText('They are none'),
    );
    await waitFor(() => expect(asked.some(({ method }) => method === 'PATCH')).toBe(true));
    expect(asked.find(({ method }) => method === 'PATCH')!.body).toEqual({ outline: { kind: 'drawn', points: rim } });
  });
  it('adds a patch of one’s own, to be moved by its figures', async () => {
    const asked = show(plan);
    fireEvent.click(await screen.findByText('A patch of your own'));
    expect((await sentPlan(asked)).patches.map(({ name }) => name)).toEqual([
      'bridge plate',
      'ring round the hole',
      'patch 3',
    ]);
    typeInto('Off centre, bass +', '25');
    expect((await sentPlan(asked, 2)).patches[2]!.y).toBeCloseTo(0.025, 9);
  });
  it('moves an end by exact figures, and refuses a place a metre away at the field', async () => {
    const asked = show(plan, '?slip=piece&piece=tone-1');
    await screen.findByText(/Colours the tone/);
    typeInto('From the neck edge', '4000', 1);
    expect(screen.getByText('Over 1 m: check the unit')).toBeInTheDocument();
    typeInto('From the neck edge', '16in', 1);
    expect((await sentPlan(asked)).braces.find(({ id }) => id === 'tone-1')!.to[0]).toBeCloseTo(16 * 0.0254, 9);
  });
  it('ten quick presses of an arrow key move an end by ten millimetres', async () => {
    const asked = show(plan, '?slip=piece&piece=tone-1');
    await screen.findByText(/Colours the tone/);
    const before = plan.braces.find(({ id }) => id === 'tone-1')!.to[0];
    for (let i = 0; i < 10; i++)
      fireEvent.keyDown(
        screen.getByLabelText(/^Second end of Tone bar 1|^Second end of .*[Tt]one/, { selector: 'g' }),
        { key: 'ArrowLeft' },
      );
    const after = (await sentPlan(asked, 10)).braces.find(({ id }) => id === 'tone-1')!.to[0];
    expect(after - before).toBeCloseTo(-0.01, 6);
  });
  it('names a piece once only, turns the name of its mirror image, and takes it away with its laps', async () => {
    const asked = show(plan, '?slip=piece&piece=x-bass');
    const name = await screen.findByLabelText('Name');
    choose(name, 'upper tone bar');
    fireEvent.blur(name);
    expect(screen.getByText('There is one of that name')).toBeInTheDocument();
    choose(name, ' bass leg ');
    fireEvent.blur(name);
    expect((await sentPlan(asked)).braces.find(({ id }) => id === 'x-bass')!.name).toBe('bass leg');
    fireEvent.click(await screen.findByText('Mirror it to the other side'));
    const mirrored = (await sentPlan(asked, 2)).braces;
    const [own, image] = [mirrored.find(({ id }) => id === 'x-bass')!, mirrored.at(-1)!];
    expect(image.name).toBe('treble leg');
    expect([image.from[0], image.from[1], image.length]).toEqual([
      own.from[0],
      -own.from[1],
      expect.closeTo(own.length, 12),
    ]);
    fireEvent.click(await screen.findByText('Take it away'));
    const left = await sentPlan(asked, 3);
    expect(left.braces).toHaveLength(plan.braces.length);
    expect(left.laps.every(({ a, b }) => a !== image.id && b !== image.id)).toBe(true);
  });
  it('lets an end stop short or into the lining, and the truss rod’s key through the transverse bar', async () => {
    const bar = plan.braces.find(({ role }) => role === 'transverse')!;
    const asked = show(plan, `?slip=piece&piece=${bar.id}`);
    fireEvent.click(await screen.findByLabelText('A hole through it for the truss rod’s key'));
    expect((await sentPlan(asked)).braces.find(({ id }) => id === bar.id)!.accessHole).toBe(!bar.accessHole);
    const [first] = await screen.findAllByLabelText(/^Fit, /);
    choose(first!, bar.ends[0] === 'stopped' ? 'let-in' : 'stopped');
    expect((await sentPlan(asked, 2)).braces.find(({ id }) => id === bar.id)!.ends[0]).not.toBe(bar.ends[0]);
  });
  it('takes a set of strings of one’s own: note, number, none too few, and back to the usual ones', async () => {
    const asked = show(plan, '?slip=strings');
    const strings = within(await screen.findByRole('region', { name: 'Strings' }));
    const [low] = strings.getAllByRole('button', { expanded: false });
    fireEvent.click(low!);
    choose(strings.getByLabelText('Note'), 'low');
    fireEvent.blur(strings.getByLabelText('Note'));
    expect(strings.getByText(/Type a note with its octave/)).toBeInTheDocument();
    choose(strings.getByLabelText('Note'), 'D2');
    fireEvent.blur(strings.getByLabelText('Note'));
    // Two steps under E2, whose tension falls by 2 (2/12) octaves: to four fifths.
    const [dropped] = (await sentPlan(asked)).strings!;
    expect(dropped!.frequency).toBeCloseTo(440 * 2 ** (-31 / 12), 6);
    choose(strings.getByLabelText('Side by side'), '2');
    expect((await sentPlan(asked, 2)).strings![0]!.count).toBe(2);
    fireEvent.click(strings.getByText('Add a string'));
    expect((await sentPlan(asked, 3)).strings).toHaveLength(7);
    fireEvent.click(await strings.findByText('Back to the usual set'));
    expect((await sentPlan(asked, 4)).strings).toBeNull();
  });
  it('keeps a fanned scale, and refuses what no bridge can be at its field', async () => {
    const asked = show(plan, '?slip=strings');
    await screen.findByText('turning the bridge');
    typeInto('Scale, bass, if fanned', '3000');
    expect(screen.getByText('Between 100 mm and 1.5 m')).toBeInTheDocument();
    typeInto('Scale, bass, if fanned', '670');
    expect((await sentPlan(asked)).bridge.bassScale).toBeCloseTo(0.67, 9);
    typeInto('Bridge across', '900');
    expect(screen.getByText('Between 0 and 500 mm')).toBeInTheDocument();
  });
  it('mirrors the plan for the other hand, and a brace to its other side with its name turned', async () => {
    const asked = show(plan);
    fireEvent.click(await screen.findByText('Mirror the whole plan for the other hand'));
    const mirrored = await sentPlan(asked);
    expect(mirrored.braces[0]!.to[1]).toBeCloseTo(-plan.braces[0]!.to[1], 12);
  });
});
