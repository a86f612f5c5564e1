import { NO_BUILD_CHOICES, woodOfSpecies, type RuleChoices } from '@nimble/core/project';
import { plateShape } from '@nimble/core/outline';
import type { SurveyFacts } from '@nimble/core/verdict';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { useMemo } from 'react';
import type { CheckView } from '../../api/flex';
import type { Build, BuildSummary } from '../../api/types';
import { choose } from '../../test/choose';
import { aBuild, aTarget, open, readEvenly, Refusal, serve, surveyFacts, typeInto } from '../../test/test-bench';
import { PlateComputer } from '../../compute/plate-computer';
import { HowThinSlip } from './HowThinSlip';
import { useHowThin } from './use-how-thin';
import { useRuleFacts } from './use-rule-facts';

const rules = (change: Partial<RuleChoices>) => ({
  ...NO_BUILD_CHOICES,
  rules: { ...NO_BUILD_CHOICES.rules, ...change },
});
const pictureOf = (build: Build, thickness: number | null, facts: Partial<SurveyFacts>) =>
  new PlateComputer().picture({
    plate: { outline: build.outline, holes: build.holes, leftHanded: false },
    stations: build.stations,
    view: 'deviation',
    dragging: false,
    earlier: null,
    facts: surveyFacts(build, thickness === null ? [] : readEvenly(build, thickness), facts),
  });

const check = (change: Partial<CheckView>): CheckView => ({
  id: 'c1',
  buildId: 'b',
  surveyId: null,
  jigId: null,
  kind: 'knock',
  at: '2026-11-02T10:00:00Z',
  person: '',
  feel: null,
  thickness: { value: 3e-3, sd: 1e-5 },
  input: {},
  result: { warnings: [] },
  retracted: false,
  ...change,
});
const sibling = (change: Partial<BuildSummary> = {}): BuildSummary => {
  const { stations: _, ...plan } = aBuild({ id: 'm', number: 38, name: 'Turnstone' });
  const newestSurvey = {
    buildId: 'b',
    number: 3,
    at: '2026-10-02T10:00:00Z',
    mean: 2.7e-3,
    headline: null,
    verdict: null,
    passesSince: 0,
  };
  return { ...plan, newestSurvey, newestRound: null, ...change };
};

function Harness({ build, thickness }: { build: Build; thickness: number | null }) {
  const shape = useMemo(() => plateShape(build.outline, build.holes), [build]);
  const rules = useRuleFacts(build);
  const { checks, models, shop } = rules;
  const picture = useMemo(
    () => pictureOf(build, thickness, { checks, models, shop }),
    [build, thickness, checks, models, shop],
  );
  const view = useHowThin({ build, shape, rules, picture, removalSpread: 0.2 });
  return <HowThinSlip build={build} view={view} target={aTarget()} onTarget={spies.target} onChoices={spies.choices} />;
}
const spies = { target: jest.fn(), choices: jest.fn() };
const show = (build: Build, answers: Record<string, unknown> = {}, thickness: number | null = 2.9e-3) => {
  const asked = serve(answers);
  open(<Harness build={build} thickness={thickness} />);
  return asked;
};
const card = (rule: string) => within(document.querySelector<HTMLElement>(`[data-rule=${rule}]`)!);
beforeEach(() => jest.clearAllMocks());

describe('how thin', () => {
  it('starts from the strings: ordinary wood gets an ordinary plate, with the reason and the weight', async () => {
    show(aBuild({ wood: woodOfSpecies('sitka-spruce'), scaleLength: 0.645 }));
    expect(screen.getByTestId('stop-at')).toHaveTextContent('2.75');
    expect(card('stiffness').getByText(/wanted for strings pulling 719 N/)).toBeInTheDocument();
    expect(await screen.findByTestId('how-thin-verdict')).toHaveTextContent('Go on: three more passes'); // 2.90 to 2.75 in 0.05
  });
  it('lets another rule lead, and makes what a rule says the target', () => {
    show(aBuild());
    fireEvent.click(card('number').getByText('Let it lead'));
    expect(spies.choices).toHaveBeenCalledWith(rules({ leader: 'number' }));
    fireEvent.click(card('number').getByText('Make 2.75 mm the target'));
    expect(spies.target).toHaveBeenCalledWith({ ...aTarget(), base: { kind: 'even', thickness: 2.75e-3 } });
  });
  it('repeats a sibling in this wood', async () => {
    const build = aBuild({ choices: rules({ likeBuildId: 'm' }) });
    show(build, { 'GET /builds': [sibling()] });
    expect(await card('stiffness').findByText(/Pumps as stiffly as No\. 38 at 2\.70 mm/)).toBeInTheDocument();
    expect(screen.getByTestId('stop-at')).toHaveTextContent('2.70');
  });
  it('says which rules cannot both be right', async () => {
    const sure = { ...woodOfSpecies('sitka-spruce'), spread: { rho: 0.01, E: 0.02 } };
    const choices = rules({ likeBuildId: 'm', number: { thickness: 3.4e-3, tolerance: 5e-5 } });
    show(aBuild({ wood: sure, choices }), { 'GET /builds': [sibling({ wood: sure })] });
    await waitFor(() =>
      expect(screen.getByRole('note')).toHaveTextContent(
        'Target stiffness and number cannot both be right: they lie 0.70 mm apart',
      ),
    );
  });
  it('draws the stop line in the table of passes, with flex and note scaled from the check', async () => {
    const build = aBuild({ choices: rules({ leader: 'number', number: { thickness: 2.8e-3, tolerance: 5e-5 } }) });
    show(build, { 'GET /builds/b/checks': [check({ input: { notes: { across: 100 } } })] });
    const table = within(await screen.findByRole('table'));
    await table.findByText('across, Hz');
    const rows = table.getAllByRole('row').slice(1);
    expect(rows.map((row) => within(row).getByRole('rowheader').textContent)).toEqual(['now', '1', '2', '3', '4', '5']);
    expect(rows[0]).toHaveTextContent('2.90');
    expect(rows[0]).toHaveTextContent('96.7'); // 100 Hz at 3.0 mm, 2.9 now
    expect(rows[3]!.className).toContain('border-brass');
  });
  it('asks for the thickness when nothing was read, at the field, and keeps what was typed', async () => {
    const asked = show(
      aBuild(),
      {
        'POST /builds/b/knock-checks': new Refusal(400, [
          { field: 'thickness', message: 'is not known: read the plate first, or type its mean thickness' },
        ]),
      },
      null,
    );
    fireEvent.change(screen.getByLabelText('Across, Hz'), { target: { value: '92,5' } });
    fireEvent.change(screen.getByLabelText('Rings, s'), { target: { value: '0.8' } });
    fireEvent.click(screen.getByText('Keep the knock'));
    expect(await screen.findByLabelText('Mean thickness of the plate')).toBeInTheDocument();
    expect(screen.getByLabelText('Across, Hz')).toHaveValue('92,5');
    fireEvent.change(screen.getByLabelText('Mean thickness of the plate'), { target: { value: '7/64' } });
    fireEvent.click(screen.getByText('Keep the knock'));
    await waitFor(() => expect(asked.filter(({ method }) => method === 'POST')).toHaveLength(2));
    expect(asked.findLast(({ method }) => method === 'POST')!.body).toMatchObject({
      notes: { across: 92.5 },
      ring: { time: 0.8, level: null },
      thickness: expect.closeTo(2.778e-3, 6),
    });
  });
  it('does not send a knock that holds nothing, nor a note that is no figure', async () => {
    const asked = show(aBuild());
    fireEvent.click(screen.getByText('Keep the knock'));
    expect(await screen.findByText('Type a note or how long it rings')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Twist, Hz'), { target: { value: 'G' } });
    fireEvent.click(screen.getByText('Keep the knock'));
    expect(
      await screen.findByText('Type a note with its octave, such as G3, or a frequency in Hz'),
    ).toBeInTheDocument();
    expect(asked.every(({ method }) => method === 'GET')).toBe(true);
  });
  it('keeps a mark of the shop by one tap, and asks for the thickness where nothing was read', async () => {
    const asked = show(
      aBuild(),
      { 'POST /builds/b/feel-checks': new Refusal(400, [{ field: 'thickness', message: 'is not known' }]) },
      null,
    );
    fireEvent.click(screen.getByLabelText('Feels 6'));
    await screen.findByLabelText('Mean thickness of the plate');
    typeInto('Mean thickness of the plate', '3');
    await waitFor(() => expect(screen.getByLabelText('Feels 6')).toBeEnabled());
    fireEvent.click(screen.getByLabelText('Feels 6'));
    await waitFor(() => expect(asked.filter(({ method }) => method === 'POST')).toHaveLength(2));
    await waitFor(() => expect(screen.getByLabelText('Feels 6')).toBeEnabled());
    expect(asked.findLast(({ method }) => method === 'POST')!.body).toMatchObject({ score: 6, thickness: 3e-3 });
  });
  it('asks no named notes of a back: those that ring clear are listed, and one of them is followed', async () => {
    const goal = { note: 'clear' as const, frequency: 98 };
    const back = aBuild({ plate: 'back', holes: [], choices: rules({ leader: 'pitch', pitch: goal }) });
    const asked = show(back, {
      'GET /builds/b/checks': [check({ thickness: { value: 3e-3, sd: 1e-5 }, input: { clear: [72, 110, 165] } })],
    });
    expect(screen.queryByLabelText('Across, Hz')).not.toBeInTheDocument();
    expect(await screen.findByText('clear 72.0, 110.0, 165.0 Hz')).toBeInTheDocument();
    // 3.00 mm x 98 / 110
    await waitFor(() => expect(screen.getByTestId('stop-at')).toHaveTextContent('2.67'));
    fireEvent.click(screen.getByText('Keep the knock'));
    expect(await screen.findByText('Type the notes that ring clear, or how long it rings')).toBeInTheDocument();
    fireEvent.change(screen.getByLabelText('Notes that ring clear, Hz'), { target: { value: '71,5; A2 +12' } });
    fireEvent.change(screen.getByLabelText('Rings, s'), { target: { value: '0.9' } });
    fireEvent.click(screen.getByText('Keep the knock'));
    await waitFor(() => expect(asked.some(({ method }) => method === 'POST')).toBe(true));
    expect(asked.find(({ method }) => method === 'POST')!.body).toMatchObject({
      clear: [71.5, expect.closeTo(110.77, 2)],
      ring: { time: 0.9, level: null },
    });
  });
  it('stops by feel: as another plate felt, or at a mark of one’s own, worth what the person’s record says', async () => {
    const mark = { kind: 'feel' as const, person: 'Ada', thickness: { value: 3e-3, sd: 1e-5 } };
    const feel = { person: 'Ada', score: 4, from: null };
    show(aBuild({ choices: rules({ leader: 'feel', feel }) }), {
      'GET /builds': [sibling()],
      'GET /checks': [check({ ...mark, id: 'c2', buildId: 'm', feel: 5 })],
      'GET /builds/b/checks': [check({ ...mark, feel: 6 })],
      'GET /feel': [
        { person: 'Ada', record: { count: 9, perStep: 1.25, scatter: 0.5, perStepDoubt: 0.1 }, flexes: [] },
      ],
    });
    // 3.00 mm x 1.25^(-2/3)
    await waitFor(() => expect(screen.getByTestId('stop-at')).toHaveTextContent('2.59'));
    expect(card('feel').getByText(/To Ada it felt 6 at 3\.00 mm; wanted is 4 of 9\./)).toBeInTheDocument();
    choose(card('feel').getByLabelText('As it felt at'), 'c2');
    expect(spies.choices).toHaveBeenCalledWith(
      rules({ leader: 'feel', feel: { person: 'Ada', score: 5, from: 'No. 38' } }),
    );
    choose(card('feel').getByLabelText('Until it feels'), '3');
    expect(spies.choices).toHaveBeenLastCalledWith(
      rules({ leader: 'feel', feel: { person: 'Ada', score: 3, from: null } }),
    );
  });
  it('takes a check back, and draws no ring that was taken back', async () => {
    const ring = check({ input: { ring: { time: 0.9, level: null } } });
    const asked = show(aBuild(), {
      'GET /builds/b/checks': [ring],
      'POST /builds/b/checks/c1/retract': [{ ...ring, retracted: true }],
    });
    expect(await screen.findByText('rings 0.90 s')).toBeInTheDocument();
    expect(screen.getByLabelText('Ring against thickness')).toBeInTheDocument();
    fireEvent.click(screen.getByLabelText('Take this check back'));
    await waitFor(() => expect(screen.queryByLabelText('Ring against thickness')).not.toBeInTheDocument());
    expect(asked.some(({ path }) => path === '/builds/b/checks/c1/retract')).toBe(true);
  });
  it('a sandwich says the solid plate that it equals: 0.6 on 1.6 mm', () => {
    const wood = { ...woodOfSpecies('european-spruce'), E_L: 12e9, rho: 420 };
    const sandwich = { skin: 6e-4, core: 1.6e-3, coreModulus: 1, coreShear: 1e12, coreDensity: 48, glueMass: 0.08 };
    show(aBuild({ construction: 'sandwich', wood, choices: { ...NO_BUILD_CHOICES, sandwich } }));
    const figures = within(screen.getByLabelText('Sandwich'));
    expect(figures.getByText('17.9 N m')).toBeInTheDocument(); // by hand 4
    expect(figures.getByText('2.61 mm')).toBeInTheDocument();
  });
});
