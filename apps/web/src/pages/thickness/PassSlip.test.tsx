import { NO_BUILD_CHOICES, woodOfSpecies } from '@nimble/core/project';
import type { SurveyFacts } from '@nimble/core/verdict';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { noteAway } from '../../api/away';
import type { Build, Ledger, PassView } from '../../api/types';
import { aBuild, readEvenly, surveyFacts } from '../../test/test-bench';
import { PlateComputer } from '../../compute/plate-computer';
import { PassSlip } from './PassSlip';

const byNumber = { ...NO_BUILD_CHOICES, rules: { ...NO_BUILD_CHOICES.rules, leader: 'number' as const } };
const build = aBuild({ wood: woodOfSpecies('western-redcedar'), choices: byNumber });
const sander = aBuild({ choices: byNumber, tool: { kind: 'sander', depthPerPass: 1.5e-4 } });

function summaryOf(
  thickness: (x: number) => number,
  mass: number | null = null,
  of: Build = build,
  change: Partial<SurveyFacts> = {},
) {
  const { outline, holes, stations } = of;
  const facts = surveyFacts(of, readEvenly(of, thickness), { mass, ...change });
  return new PlateComputer().picture({
    plate: { outline, holes, leftHanded: false },
    stations,
    facts,
    view: 'deviation',
    earlier: null,
    dragging: false,
  }).summary;
}

const show = (props: Partial<Parameters<typeof PassSlip>[0]>) => {
  const spies = {
    onTake: jest.fn(),
    onCorrect: jest.fn(),
    onRetract: jest.fn(),
    onLook: jest.fn(),
    onRetractSurvey: jest.fn(),
    onRead: jest.fn(),
    onDone: jest.fn(),
  };
  render(
    <PassSlip
      build={build}
      summary={null}
      ledger={undefined}
      past={false}
      passes={[]}
      planing={null}
      strokeOf={() => null}
      judgeTear={() => Promise.resolve(null)}
      tears={{ face: 'outer', states: [], otherWay: () => null, onTears: jest.fn() }}
      currentStation={null}
      {...spies}
      {...props}
    />,
  );
  return spies;
};
const aPass = (summary: ReturnType<typeof summaryOf>): PassView => ({
  id: 'p1',
  surveyId: 's1',
  at: '2026-11-02T10:00:00Z',
  person: '',
  tool: sander.tool,
  taken: { kind: 'whole', passes: 1 },
  planned: summary!.steps,
  forecast: { ...summary!.forecast, meanNow: 3.6e-3, meanAfter: { value: 3.45e-3, sd: 1e-5 } },
  supersedes: null,
  stands: true,
});

describe('what to take off', () => {
  const tear = {
    id: 't1',
    station: 'C3',
    x: 0.4,
    y: 0,
    face: 'inner' as const,
    depth: 4e-4,
    thickness: 3.1e-3,
    at: '2026-11-02T10:00:00Z',
    gone: null,
  };
  it('says of each part how it is planed', () => {
    show({
      summary: summaryOf(() => 3.2e-3),
      strokeOf: (part) => (part === 'The whole plate' ? 'bass half toward the tail' : null),
    });
    expect(
      within(screen.getByLabelText('What to take off')).getByText('Plane: bass half toward the tail'),
    ).toBeVisible();
  });
  const torn = aBuild({ choices: { ...byNumber, tears: [tear, { ...tear, id: 't2', gone: tear.at }] } });
  const state = { id: 't1', left: 1e-4, thickness: 2.8e-3, bottom: 2.7e-3, spare: 1e-5, planned: 0 };
  it.each([
    ['in-plan', { planned: 1.5e-4 }, /0\.10 mm left: the plan takes 0\.15 mm there, so it comes out/],
    ['deeper-than-plan', {}, /2 more passes there than planned take it out and leave 2\.70 mm, 0\.01 mm to spare/],
    ['too-deep', { spare: -5e-5 }, /0\.05 mm too little/],
    ['gone', { left: 0 }, /It should be gone/],
  ] as const)('a tear that was marked is held against the plan: %s', (says, change, words) => {
    const onTears = jest.fn();
    const states = [{ ...state, ...change, says }];
    show({
      build: torn,
      summary: summaryOf(() => 2.8e-3),
      tears: { face: 'outer', states, otherWay: () => null, onTears },
    });
    const listed = within(screen.getByLabelText('Tear-outs'));
    expect(
      listed.getByText(/C3, inner face: 0\.40 mm deep when the plate was 3\.10 mm there; now 2\.80 mm/),
    ).toHaveTextContent(words);
    expect(listed.getAllByRole('listitem')).toHaveLength(1);
    fireEvent.click(listed.getByText('It is gone'));
    expect(onTears).toHaveBeenCalledWith([
      { ...tear, gone: expect.any(String) },
      expect.objectContaining({ id: 't2' }),
    ]);
  });
  it('judges a tear as its depth is typed, and keeps it as a mark with the face and what the plate was', async () => {
    const onTears = jest.fn();
    show({
      summary: summaryOf(() => 3.2e-3),
      currentStation: { name: 'B2', x: 0.3, y: 0.05 },
      judgeTear: ({ depth }) => Promise.resolve({ fits: true, left: 3.2e-3 - depth, spare: 1e-4 }),
      tears: { face: 'inner', states: [], otherWay: () => null, onTears },
    });
    const field = screen.getByLabelText('How deep, at B2, inner face');
    fireEvent.change(field, { target: { value: '0,3' } });
    expect(await screen.findByText(/Planed out it leaves 2\.90 mm: it fits/)).toBeInTheDocument();
    const keep = screen.getByText('Keep it as a mark');
    fireEvent.blur(field);
    fireEvent.click(keep);
    expect(onTears).toHaveBeenCalledWith([
      expect.objectContaining({
        station: 'B2',
        face: 'inner',
        depth: 3e-4,
        thickness: expect.closeTo(3.2e-3, 9),
        gone: null,
      }),
    ]);
    expect(screen.queryByText('Keep it as a mark')).not.toBeInTheDocument();
  });
  it('says what it reckons with of the hand, and nothing of it where a sander works', () => {
    const reach = { value: 0.31, sd: 0.0547, passes: 3 };
    show({ summary: summaryOf(() => 3.6e-3, 0.2, build, { reach }) });
    expect(screen.getByText(/Planned for your hand/)).toHaveTextContent(
      'it takes 31 ± 9 % more at the rim than in the middle, by your last 3 passes',
    );
    cleanup();
    show({ build: sander, summary: summaryOf(() => 3.6e-3, 0.2, sander, { reach }) });
    expect(screen.queryByText(/Planned for your hand/)).not.toBeInTheDocument();
  });
  it('takes a plate far over down as a whole before its parts, and keeps that as one pass of so many shavings', () => {
    const { onTake } = show({ summary: summaryOf(() => 3.6e-3, 0.2) });
    const steps = within(screen.getByLabelText('What to take off'));
    expect(steps.getByText('The whole plate')).toBeInTheDocument();
    const [, passes] = /(\d+) shavings of 0\.05 mm, then read again/.exec(
      steps.getByText(/then read again/).textContent,
    )!;
    expect(steps.getByRole('button', { name: /After that, as it looks now: \d+ places/ })).toBeInTheDocument();
    fireEvent.click(screen.getByText(`${passes} shavings all over, as advised`));
    expect(onTake).toHaveBeenCalledWith(build.tool, { kind: 'whole', passes: Number(passes) });
  });
  it('is marked as this device’s own while the server can’t be reached', () => {
    const summary = summaryOf(() => 3.2e-3, 0.18);
    act(() => noteAway(Date.now()));
    show({ summary });
    expect(within(screen.getByLabelText('Verdict')).getByText('by this device')).toBeInTheDocument();
    act(() => noteAway(null));
    expect(screen.queryByText('by this device')).toBeNull();
  });
  it('says the verdict, the places in order, and what it will do, with units', () => {
    const { onTake } = show({ summary: summaryOf(() => 2.9e-3, 0.14) });
    expect(screen.getByTestId('verdict')).toHaveTextContent('Go on: three more passes');
    const steps = within(screen.getByLabelText('What to take off')).getAllByRole('listitem');
    expect(steps[0]).toHaveTextContent(/1.*−0\.15.*3 shavings of 0\.05 mm, most 0\.15 over · \d+ cm² · \d+\.\d g/);
    const after = screen.getByLabelText('After these passes');
    expect(after).toHaveTextContent(/weight\s*13[23] ± \d+ g/); // 140 g x 2.75 / 2.90
    expect(after).toHaveTextContent(/flex along\s*\+17 % ± \d/); // (2.90 / 2.75)^3
    expect(screen.getByLabelText('The plate now')).toHaveTextContent(/weight, scale\s*140 g/);
    fireEvent.click(screen.getByText('I took all of it off'));
    expect(onTake).toHaveBeenCalledWith(build.tool, { kind: 'plan' });
  });
  it('a sander takes one pass by one tap, and anything else as it is typed', () => {
    const { onTake } = show({ build: sander, summary: summaryOf(() => 3.6e-3, null, sander) });
    fireEvent.click(screen.getByText('One sander pass, 0.15 mm'));
    expect(onTake).toHaveBeenLastCalledWith(sander.tool, { kind: 'whole', passes: 1 });
    fireEvent.click(screen.getByText('Keep what came off'));
    expect(screen.getByRole('alert')).toHaveTextContent('Type how many passes you took');
    fireEvent.change(screen.getByLabelText('Passes, whole plate'), { target: { value: '2' } });
    fireEvent.click(screen.getByText('Keep what came off'));
    expect(onTake).toHaveBeenLastCalledWith(sander.tool, { kind: 'whole', passes: 2 });
  });
  it('shows what came off since and what it should have done, and asks for a look before any more advice', () => {
    const summary = summaryOf(() => 3.6e-3, null, sander);
    const { onLook, onRetract } = show({ build: sander, summary, passes: [aPass(summary)] });
    const since = within(screen.getByLabelText('Taken off since'));
    expect(since.getByText('one pass of 0.15 mm over the whole plate')).toBeInTheDocument();
    expect(since.getByText(/It should measure/)).toHaveTextContent('3.45 ± 0.02 mm');
    expect(screen.queryByLabelText('What to take off')).toBeNull();
    fireEvent.click(since.getByText('Quick look: five places'));
    expect(onLook).toHaveBeenCalledWith('quick');
    fireEvent.click(since.getByLabelText('Take this pass back'));
    expect(onRetract).toHaveBeenCalled();
  });
  it.each([
    ['past it', 2.5e-3, 'Past it: 0.25 mm thinner than your target asks'],
    ['too thin', 2.2e-3, 'Too thin at'],
  ])('of a plate that is %s offers no place to plane and nothing to press', (_, h, headline) => {
    show({ summary: summaryOf(() => h) });
    expect(screen.getByTestId('verdict')).toHaveTextContent(headline);
    expect(screen.queryByLabelText('What to take off')).toBeNull();
    expect(screen.queryByText(/took/)).toBeNull();
    expect(screen.getByText(/Take nothing more off/)).toBeInTheDocument();
  });
  it('a sandwich is not judged, and offers nothing to take off', () => {
    const sandwich = aBuild({ construction: 'sandwich' });
    show({ build: sandwich, summary: summaryOf(() => 2.85e-3, null, sandwich) });
    expect(screen.getByTestId('verdict')).toHaveTextContent('Not judged by thickness');
    expect(screen.queryByLabelText('What to take off')).toBeNull();
  });
  it('offers the next stage when the plate is there', () => {
    const { onDone } = show({ summary: summaryOf(() => 2.76e-3) });
    fireEvent.click(screen.getByText('Thickness is done: on to layout'));
    expect(onDone).toHaveBeenCalled();
  });
  it('cautions about the dust of a sensitizer where the plane is', () => {
    show({ summary: summaryOf(() => 2.9e-3) });
    expect(screen.getByText(/Western redcedar dust can sensitize/)).toBeInTheDocument();
  });
  it('shows a plate of the past without asking for work on it', () => {
    show({ summary: summaryOf(() => 2.9e-3), past: true });
    expect(screen.queryByText('I took all of it off')).toBeNull();
  });
  it('puts what came beside what was said, and admits when that is too little to judge by', () => {
    const line = (held: boolean) => ({
      quantity: 'mass' as const,
      forecast: { value: 0.2, sd: 0.001 },
      outcome: { value: 0.205, sd: 0 },
      miss: 0.005,
      held,
    });
    const ledger = {
      passes: [{ lines: [line(false)] }],
      summary: { count: 1, held: 0 },
      removalSpread: 0.2,
    } as unknown as Ledger;
    show({ summary: summaryOf(() => 2.9e-3), ledger });
    const section = screen.getByLabelText('Forecast and outcome');
    expect(section).toHaveTextContent('200 → 205 g');
    expect(section).toHaveTextContent('outside ± 2: it missed');
    expect(section).toHaveTextContent('0 of 1 forecasts of this plate held; too few to judge by yet.');
  });
});
