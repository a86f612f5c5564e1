import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { PlateComputer } from '../../compute/plate-computer';
import { blankSurvey } from '../../api/pending';
import { aBuild, open, readEvenly, serve, surveyFacts } from '../../test/test-bench';
import { ThinningPage } from './ThinningPage';

const SANDER = { kind: 'sander' as const, depthPerPass: 1.5e-4 };
const cedar = aBuild({ id: 'c', number: 21, name: 'Redpoll', stage: 'thickness', tool: SANDER });
const spruce = aBuild({
  id: 's',
  number: 22,
  name: 'Linnet',
  stage: 'thickness',
  tool: { ...SANDER, depthPerPass: 1e-4 },
});
const there = aBuild({ id: 't', number: 23, name: 'Twite', stage: 'thickness', tool: SANDER });
const braced = aBuild({ id: 'v', number: 20, name: 'Crake', stage: 'voice' });

const judgedAt = (build: typeof cedar, thickness: number) => {
  const { outline, holes, stations } = build;
  const facts = surveyFacts(build, readEvenly(build, thickness));
  const plate = { outline, holes, leftHanded: false };
  const asked = { plate, stations, facts, view: 'deviation' as const, earlier: null, dragging: false };
  return {
    ...blankSurvey(build.id, 1, { id: `of-${build.id}` }),
    assessment: new PlateComputer().picture(asked).summary,
  };
};

/** What was written in one test is of no build of the next. */
let opened = 0;

function page() {
  opened++;
  const [c, s] = [cedar, spruce].map((build) => ({ ...build, id: `${build.id}${opened}` })) as [
    typeof cedar,
    typeof spruce,
  ];
  const asked = serve({
    'GET /builds': [c, s, there, braced].map((build) => ({ ...build, newestSurvey: null })),
    'GET /builds/t/surveys': [judgedAt(there, 2.75e-3)],
    [`GET /builds/${c.id}`]: c,
    [`GET /builds/${s.id}`]: s,
    [`GET /builds/${c.id}/surveys`]: [judgedAt(c, 3.45e-3)],
    [`GET /builds/${s.id}/surveys`]: [judgedAt(s, 3.1e-3)],
  });
  open(<ThinningPage />);
  const posted = (path: RegExp) => asked.filter((one) => one.method === 'POST' && path.test(one.path));
  return { posted, c, s };
}
const row = (name: string) => within(screen.getByLabelText(name).closest('li')!);
const key = (pressed: string) => act(() => void fireEvent.keyDown(document.body, { key: pressed }));

describe('plates being thinned', () => {
  it('stand side by side, each with its verdict on its own line; no braced one is among them', async () => {
    page();
    expect((await screen.findAllByText(/Go on: \w+ more passes/))[0]).toBeInTheDocument();
    expect(row('No. 23 Twite').getByText(/the plate is there/i)).toBeInTheDocument();
    expect(row('No. 23 Twite').getByRole('button', { name: /One pass/ })).toBeDisabled();
    expect(row('No. 21 Redpoll').getByRole('img')).toHaveAccessibleName(/^3\.45 mm now, \d\.\d\d mm by /);
    expect(screen.queryByText(/Crake/)).toBeNull();
  });
  it('take one pass each at the depth of its own tool, by one press on this one or on all that are marked', async () => {
    const { posted, c } = page();
    await screen.findAllByText(/Go on/);
    fireEvent.click(row('No. 21 Redpoll').getByText('One pass, 0.15 mm'));
    await waitFor(() => expect(posted(/passes/)).toHaveLength(1));
    expect(posted(/passes/)[0]).toMatchObject({
      path: `/surveys/of-${c.id}/passes`,
      body: { tool: SANDER, taken: { kind: 'whole', passes: 1 } },
    });
    for (const name of ['No. 21 Redpoll', 'No. 22 Linnet']) fireEvent.click(screen.getByLabelText(name));
    fireEvent.click(screen.getByText('One pass on the 2 marked plates'));
    await waitFor(() => expect(posted(/passes/)).toHaveLength(3));
    expect(posted(/passes/).at(-1)!.body).toMatchObject({ tool: { depthPerPass: 1e-4 } });
  });
  it('are gone through by keys: next, mark, pass', async () => {
    const { posted, s } = page();
    await screen.findAllByText(/Go on/);
    key('ArrowDown');
    key('p');
    await waitFor(() => expect(posted(/passes/).map(({ path }) => path)).toEqual([`/surveys/of-${s.id}/passes`]));
    key('m');
    expect(screen.getByLabelText('No. 22 Linnet')).toBeChecked();
  });
  it('are looked at quickly by three calipers in one line; what is unlike the plate is not kept', async () => {
    const { posted } = page();
    await screen.findAllByText(/Go on/);
    const field = screen.getByLabelText<HTMLInputElement>('Quick look at No. 21, mm');
    const enter = (text: string) => {
      fireEvent.change(field, { target: { value: text } });
      fireEvent.submit(field);
    };
    enter('3.31 33 3.3');
    expect(row('No. 21 Redpoll').getByRole('alert')).toHaveTextContent('33.00 mm: did you mean 3.30 mm?');
    expect(field.value).toBe('3.31 33 3.3');
    enter('3.31 3.30 3.3');
    await waitFor(() => expect(posted(/readings/)).toHaveLength(1));
    expect(posted(/builds\/c\d\/surveys$/)[0]!.body).toMatchObject({ kind: 'quick' });
    const { readings } = posted(/readings/)[0]!.body as { readings: { thickness: number; typed: string }[] };
    expect(readings.map(({ typed }) => typed)).toEqual(['3.31', '3.30', '3.3']);
    expect(readings[1]!.thickness).toBeCloseTo(3.3e-3, 9);
  });
});
