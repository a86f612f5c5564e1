import { choose } from '../../test/choose';
import { NO_CORRECTION } from '@nimble/core/ledger';
import { METRIC } from '@nimble/core/units';
import { NO_GOAL, type GoalLine, type Proposal, type ShavingCandidate } from '@nimble/core/voicing';
import { fireEvent, screen, within } from '@testing-library/react';
import type { ComparedView } from '../../api/voicing';
import { aPlan, open, serve, typeInto } from '../../test/test-bench';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { GoalSlip } from './GoalSlip';
import { NextSlip } from './NextSlip';

const plan = aPlan();
const leg = plan.braces.find(({ role }) => role === 'x-leg')!;
const line: GoalLine = {
  of: 'flex',
  terms: [{ key: 'flex:across', share: 1 }],
  target: Math.log(6e-5),
  tolerance: 0.05,
  kind: 'at',
};
const aCandidate = (change: Partial<ShavingCandidate> = {}): ShavingCandidate => ({
  shavings: [{ place: { kind: 'brace', id: leg.id, from: 0.01, to: leg.length / 3 }, depth: 3e-4 }],
  forecast: { 'flex:across': { value: 5.6e-5, sd: 1e-6 } },
  goals: [{ line, miss: -0.07, sd: 0.02, state: 'not-yet' }],
  improvement: 0.6,
  mainGoal: 0,
  sideEffects: [],
  removed: 5e-4,
  margin: { reserve: 1.9, low: 1.4, movement: 0.016 },
  last: false,
  ...change,
});
const aProposal = (change: Partial<Proposal> = {}): Proposal => ({
  lines: [line],
  now: [{ line, miss: -0.12, sd: 0.02, state: 'not-yet' }],
  objective: 5,
  marginNow: { reserve: 2, low: 1.5, movement: 0.015 },
  candidates: [aCandidate(), aCandidate({ last: true, sideEffects: [0] })],
  refusedForMargin: 1,
  heldBack: false,
  noWood: false,
  rounds: [{ least: 3, about: 4, most: 6 }],
  ...change,
});
const factor = { value: 1.05, sd: 0.02 };
const aPicture = (change: Partial<VoicingPicture> = {}): VoicingPicture => {
  const record = { count: 4, taught: 4, enough: false, held: 3, gain: 1, spread: 0.25, bias: 0.2 };
  const factors = {
    along: factor,
    across: factor,
    shear: factor,
    density: factor,
    braces: factor,
    braceDensity: factor,
  };
  return {
    rounds: [],
    standing: {},
    record,
    learned: NO_CORRECTION,
    proposal: aProposal(),
    limits: [null],
    verdict: { say: 'go-on', rule: null },
    next: [],
    worth: [{ key: 'flex:along', narrows: 0.4 }],
    ring: { state: 'too-few', peak: null, rounds: [] },
    findings: [],
    isForecast: false,
    modes: [],
    fit: {
      readings: [],
      misfit: 0.9,
      factors,
      prior: { along: 0.04, across: 0.06, shear: 0.06, density: 0.02, braces: 0.1, braceDensity: 0.05 },
    },
    bars: null,
    byPlace: { brace: record, plate: { ...record, count: 0 } },
    ...change,
  };
};

describe('the next shaving', () => {
  const show = (picture: VoicingPicture, change: object = {}) => {
    serve({});
    const said = { shaved: jest.fn(), opened: jest.fn(), goal: jest.fn() };
    const { unmount } = open(
      <NextSlip
        picture={picture}
        plan={plan}
        units={METRIC}
        open={0}
        limits={{ reserve: 1.1, turn: 0.035 }}
        wishes={NO_GOAL}
        bars={{ pairs: [], strokes: null, stretches: [] }}
        waiting={false}
        askFuller={() => Promise.resolve(null)}
        onOpen={said.opened}
        onShaved={said.shaved}
        onGoal={said.goal}
        {...change}
      />,
    );
    return { ...said, unmount };
  };
  it('says where, how much in millimetres and strokes, what comes of it, and what is left for the strings', () => {
    const { shaved } = show(aPicture());
    // 0.3 mm in strokes of a twentieth.
    expect(screen.getByText('0.30 mm, about 6 light strokes')).toBeVisible();
    // 5.6e-5 m/N under a kilogram of 9.80665 N; 1.645 standard deviations.
    expect(screen.getByText('0.549 ± 0.016 mm')).toBeVisible();
    // -0.12 and -0.07 of a natural logarithm.
    expect(screen.getByText('11.3 % under, then 6.8 % under')).toBeVisible();
    expect(screen.getByText(/Nine of ten such tops bear 1\.50 ×.*your least is 1\.10/)).toBeVisible();
    expect(
      screen.getByText('One shaving that would help is left out: too little would be left for the strings.'),
    ).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'I shaved just this' }));
    expect(shaved).toHaveBeenCalledWith(aCandidate().shavings, expect.stringContaining('neck-side third'));
  });
  it('says first what goes further off, what lies near a lap, and offers to stop', () => {
    const { opened } = show(aPicture(), { open: 1 });
    const shaving = screen.getByLabelText('The shaving');
    expect(shaving.firstElementChild).toHaveTextContent(/^Bend across goes further off: 11\.3 % under, then/);
    expect(screen.getByText(/It lies near a lap or the bridge/)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'Nothing: stop here' }));
    expect(opened).toHaveBeenCalledWith(-1);
  });
  it('offers nothing under Stop here, unless one asks', () => {
    show(aPicture({ verdict: { say: 'stop', rule: 'doubt' } }));
    expect(screen.queryByLabelText('The shaving')).toBeNull();
    expect(screen.queryByLabelText('Next shavings')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Show what could still come off' }));
    expect(screen.getByLabelText('The shaving')).toBeVisible();
  });
  it('counts the rounds left with their doubt, or tells how far one can get and what else would', () => {
    const { unmount } = show(aPicture());
    expect(screen.getByText(/about 4 rounds at this pace \(3 to 6\)/)).toBeVisible();
    unmount();
    const limit = { miss: -0.05, value: 6e-5, by: 'heights' as const, enough: false, besides: 'plate' as const };
    show(aPicture({ limits: [limit] }));
    // 6e-5 m/N under 9.80665 N.
    expect(
      screen.getByText(/can’t be reached: at most 0\.588 mm, with every brace at its least\. A thinner plate would/),
    ).toBeVisible();
  });
  it('says what was found that speaks for it, and nothing that does not', () => {
    const leg = plan.braces.find(({ id }) => id === aCandidate().shavings[0]!.place['id' as never])!;
    const along = 0.06;
    const finding = (id: string) => ({
      kind: 'bright' as const,
      place: 'C1',
      mirror: 'C2',
      ratio: 1.6,
      leadsTo: { id, name: leg.name, along },
    });
    const { unmount } = show(aPicture({ findings: [finding(leg.id)] }));
    expect(within(screen.getByLabelText('What speaks for it')).getByText(/C1 is 1\.6 × as bright/)).toBeVisible();
    unmount();
    show(aPicture({ findings: [finding('elsewhere')] }));
    expect(screen.queryByLabelText('What speaks for it')).toBeNull();
  });
  it('lays out a fuller plan step by step when asked', async () => {
    const { shavings, forecast, goals } = aCandidate();
    const step = { shavings, forecast, goals };
    const margin = { reserve: 1.8, low: 1.31, movement: 0.02 };
    show(aPicture(), { askFuller: () => Promise.resolve({ steps: [step, step], margin }) });
    fireEvent.click(screen.getByText('Show me a fuller plan'));
    expect(await screen.findByLabelText('Step 1')).toHaveTextContent('11.3 % under, then 6.8 % under');
    expect(screen.getByLabelText('Step 2')).toHaveTextContent('6.8 % under, then 6.8 % under');
    expect(screen.getByText(/After all of it nine of ten such tops bear 1\.31 ×/)).toBeVisible();
  });
  it('names the doubles among the notes, and tells when there are none', () => {
    const pair: GoalLine = {
      of: 'distinct',
      kind: 'at-most',
      terms: [
        { key: 'mode:1', share: 1 },
        { key: 'mode:3', share: -1 },
      ],
      target: 0,
      tolerance: 0.0144,
    };
    // 0.026 of a natural logarithm is 45 cents.
    const now = (state: 'not-yet' | 'met') =>
      aPicture({
        proposal: aProposal({ lines: [pair], now: [{ line: pair, miss: 0.026, sd: 0.004, state }], candidates: [] }),
        standing: { 'mode:1': { value: 84, sd: 0.1 }, 'mode:3': { value: 220, sd: 0.1 } },
        modes: [{ key: 'mode:0', kind: 'other', frequency: 40 }],
      });
    const { unmount } = show(now('not-yet'), { wishes: { ...NO_GOAL, distinct: true } });
    expect(screen.getByText('Notes 2 and 4 apart (E2, A3)').parentElement).toHaveTextContent('45 cents too near');
    unmount();
    show(now('met'), { wishes: { ...NO_GOAL, distinct: true } });
    expect(screen.getByText('1 different notes').parentElement).toHaveTextContent('reached');
  });
  it('tells the ring and whether it grows, or asks for a knock', () => {
    const rounds = [
      { round: 1, ring: 0.81, mass: 0.21 },
      { round: 2, ring: 0.96, mass: 0.2 },
      { round: 3, ring: 0.9, mass: 0.19 },
    ];
    const { unmount } = show(aPicture({ ring: { state: 'unclear', peak: null, rounds } }), {
      wishes: { ...NO_GOAL, ring: true },
    });
    expect(screen.getByText(/Ring 0\.90 s in round 3, the longest was 0\.96 s in round 2/)).toBeVisible();
    unmount();
    show(aPicture({ verdict: { say: 'go-on', rule: 'by-ear' } }), { wishes: { ...NO_GOAL, ring: true } });
    expect(screen.getByText(/Ring: not heard yet/)).toBeVisible();
    expect(screen.getByText('Knock first: how long it rings leads the shaving.')).toBeVisible();
  });
  it('tells bar by bar how much comes off, where along it, and what that does to the other', () => {
    const strokes = {
      depths: [0, 3e-4],
      done: false,
      over: { bars: [12.4, null], interval: -20.2 },
      perTenth: [
        [-9, -1.2],
        [-0.8, -7.5],
      ],
      forecast: [
        { value: 0, sd: 2 },
        { value: 700, sd: 3 },
      ],
    };
    const pairs = [
      { name: 'upper tone bar', goal: 200, braceId: 'a' },
      { name: 'lower tone bar', goal: null, braceId: 'b' },
    ];
    const { shaved } = show(aPicture(), {
      bars: {
        pairs,
        strokes,
        stretches: [
          [0.04, 0.2],
          [0.05, 0.21],
        ],
      },
    });
    const bars = within(screen.getByLabelText('Bars together'));
    expect(bars.getByText(/off the lower tone bar, from 50 mm to 210 mm along it/)).toBeVisible();
    expect(bars.queryByText(/off the upper tone bar,/)).toBeNull();
    expect(bars.getByText('upper tone bar: 12 ¢ over its note')).toBeVisible();
    expect(bars.getByText('Interval: 20 ¢ too narrow')).toBeVisible();
    // Nine of ten within 1.645 of 3 cents.
    expect(bars.getByText('±5')).toBeVisible();
    fireEvent.click(bars.getByRole('button', { name: 'I planed the bars so' }));
    expect(shaved).toHaveBeenCalledWith(
      [{ place: { kind: 'brace', id: 'b', from: 0.05, to: 0.21 }, depth: 3e-4 }],
      expect.stringContaining('lower tone bar'),
    );
  });
  it('says which rule ends it', () => {
    show(aPicture({ verdict: { say: 'stop', rule: 'reserve' }, proposal: aProposal({ candidates: [] }) }));
    expect(screen.getByText('Stop here')).toBeVisible();
    expect(screen.getByText(/takes more than the strings leave/)).toBeVisible();
  });
  it('leads to the goal where none has a figure', () => {
    const { goal } = show(
      aPicture({
        verdict: { say: 'go-on', rule: 'by-ear' },
        proposal: aProposal({ lines: [], now: [], candidates: [] }),
      }),
    );
    fireEvent.click(screen.getByRole('button', { name: 'Say what you wish for' }));
    expect(goal).toHaveBeenCalled();
  });
});

describe('the goal', () => {
  const show = (isTop = true) => {
    serve({});
    const keep = jest.fn();
    const turnstone = {
      id: 't',
      number: 38,
      name: 'Turnstone',
      family: 'steel-string',
      plate: 'top',
      good: true,
      words: '',
      marks: [],
      figures: { 'flex:along': 2e-4, 'flex:across': 6.5e-5, note: 98 },
    } as ComparedView;
    const modes = [
      { key: 'mode:0', kind: 'other', frequency: 40, heard: null },
      { key: 'mode:1', kind: 'monopole', frequency: 98, heard: 101.3 },
    ] as const;
    open(
      <GoalSlip
        goal={NO_GOAL}
        units={METRIC}
        isTop={isTop}
        modes={[...modes]}
        bars={[
          { name: 'upper', goal: null, braceId: 'a' },
          { name: 'lower', goal: null, braceId: 'b' },
        ]}
        brace={{ tapped: { id: 'x1', name: 'X leg' } }}
        compared={[turnstone]}
        onKeep={keep}
      />,
    );
    return keep;
  };
  const pick = (label: string, value: string) => choose(screen.getByLabelText(label), value);
  it('takes what is worked first, last or never, by kind and for a brace that was tapped', () => {
    const keep = show();
    fireEvent.click(screen.getByText('Places: first, last, never'));
    pick('Beside the soundhole', 'last');
    expect(keep).toHaveBeenLastCalledWith({ ...NO_GOAL, places: { 'hole-side': 'last' } });
    pick('X leg, all of it', 'never');
    expect(keep).toHaveBeenLastCalledWith({ ...NO_GOAL, places: { 'brace:x1': 'never' } });
  });
  it('takes the bends of one that turned out well', () => {
    const keep = show();
    pick('Bend like one that turned out well', 't');
    expect(keep).toHaveBeenCalledWith({
      ...NO_GOAL,
      flex: [
        { place: 'along', compliance: 2e-4, from: 'No. 38' },
        { place: 'across', compliance: 6.5e-5, from: 'No. 38' },
      ],
    });
  });
  it('keeps a bend as compliance, in any unit, and refuses what can’t be at its field', () => {
    const keep = show();
    typeInto('Bend across', '0.02 in');
    expect((keep.mock.lastCall as [typeof NO_GOAL])[0].flex[0]!.compliance).toBeCloseTo((0.02 * 0.0254) / 9.80665, 9);
    typeInto('It shall weigh at most', '90 kg');
    expect(screen.getByText(/^The weight /)).toBeVisible();
    typeInto('The bridge may lean at most', 'much');
    expect(screen.getByText('Type a number')).toBeVisible();
    expect(keep).toHaveBeenCalledTimes(1);
  });
  it('takes a note, a frequency or a ratio for a mode', () => {
    const keep = show();
    const note = (mode: string, text: string) => {
      pick('Note', mode);
      choose(screen.getByLabelText('shall come to'), text);
      fireEvent.submit(screen.getByLabelText('shall come to').closest('form')!);
    };
    note('1', 'A2');
    expect((keep.mock.lastCall as [typeof NO_GOAL])[0].modes).toEqual([
      { mode: 1, at: 'frequency', frequency: expect.closeTo(110, 6) },
    ]);
    note('1', '2.5 x');
    expect((keep.mock.lastCall as [typeof NO_GOAL])[0].modes).toEqual([{ mode: 1, at: 'ratio', to: 0, ratio: 2.5 }]);
    note('0', '2 x');
    expect(screen.getByText(/A ratio is to the lowest note/)).toBeVisible();
    note('1', 'loud');
    expect(screen.getByText(/Type a note with its octave/)).toBeVisible();
  });
  it('sets a back against the loudest note of its top: a whole tone is a ratio of two to the sixth root', () => {
    const keep = show(false);
    expect(screen.queryByLabelText('Reserve against the strings, at least')).toBeNull();
    pick('Or set it against the top', 't');
    pick('The note above stands', '2');
    expect((keep.mock.lastCall as [typeof NO_GOAL])[0].modes[0]).toMatchObject({
      mode: 0,
      frequency: expect.closeTo(98 * 2 ** (1 / 6), 6),
    });
  });
  it('wishes for an interval of two different bars', () => {
    const keep = show();
    pick('Higher bar', 'upper');
    fireEvent.click(screen.getByRole('button', { name: 'Wish for it' }));
    expect(screen.getByText('Choose two different bars')).toBeVisible();
    pick('Higher bar', 'lower');
    pick('Interval', '700');
    fireEvent.click(screen.getByRole('button', { name: 'Wish for it' }));
    expect((keep.mock.lastCall as [typeof NO_GOAL])[0].interval).toEqual({ low: 'upper', high: 'lower', cents: 700 });
  });
});
