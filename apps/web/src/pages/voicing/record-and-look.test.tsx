import { choose } from '../../test/choose';
import { NO_CORRECTION } from '@nimble/core/ledger';
import { METRIC } from '@nimble/core/units';
import { NO_GOAL, type GoalLine, type Proposal, type ShavingCandidate, type VoicingEvent } from '@nimble/core/voicing';
import { cleanup, fireEvent, screen, within, waitFor } from '@testing-library/react';
import { aPlan, open, serve } from '../../test/test-bench';
import type { VoicingPicture } from '../../compute/voicing-computer';
import { GoalsLine } from './GoalsLine';
import { LookSlip } from './LookSlip';
import { RecordSlip } from './RecordSlip';

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

describe('the record', () => {
  const show = (events: VoicingEvent[]) => {
    serve({});
    const did = { reduction: jest.fn(), repair: jest.fn(), turn: jest.fn(), shaved: jest.fn() };
    open(
      <RecordSlip
        plan={plan}
        units={METRIC}
        events={events}
        place={leg.id}
        working={false}
        onPlace={() => undefined}
        forecastOf={null}
        onShaved={did.shaved}
        onReduction={did.reduction}
        onRepair={did.repair}
        onTurn={did.turn}
      />,
    );
    return did;
  };
  it('ticks safe reductions and takes a tick back', () => {
    const tick = {
      id: 'k',
      kind: 'reduction',
      round: 1,
      at: '2026-11-20T09:00:00Z',
      person: '',
      retracted: false,
      body: { reduction: 'squeeze-out' },
    } as VoicingEvent;
    const { reduction, turn } = show([tick]);
    fireEvent.click(screen.getByLabelText('Squeezed-out glue off'));
    expect(turn).toHaveBeenCalledWith('k', true);
    fireEvent.click(screen.getAllByLabelText(/^Rough end cut to its taper/)[0]!);
    expect(reduction).toHaveBeenCalledWith(expect.stringMatching(/^ends:/));
  });
  it('keeps a shaving by two heights, and a repair in one’s own words', async () => {
    const { shaved, repair } = show([]);
    choose(screen.getByLabelText('How much is known as'), 'calipers');
    choose(screen.getByLabelText('Height before [mm]'), '11.8');
    choose(screen.getByLabelText('Height after [mm]'), '11.45');
    fireEvent.submit(screen.getByRole('form', { name: 'A shaving' }));
    await waitFor(() => expect(shaved).toHaveBeenCalled());
    const [[shavings, said, tool]] = shaved.mock.calls as [
      [{ depth: number; place: { from: number } }[], string, string],
    ];
    expect([shavings[0]!.depth, said, tool]).toEqual([expect.closeTo(3.5e-4, 9), '11.8 to 11.45', 'finger plane']);
    choose(screen.getByLabelText('Which brace'), leg.id);
    choose(screen.getByLabelText('In your own words'), ' let go at the rim ');
    fireEvent.click(screen.getByRole('button', { name: 'Record the repair' }));
    await waitFor(() =>
      expect(repair).toHaveBeenCalledWith({ brace: leg.id, what: 'glued-back', note: 'let go at the rim' }),
    );
  });
});

describe('the goals round by round', () => {
  const show = (picture: VoicingPicture, wishes = NO_GOAL) => {
    serve({});
    return open(<GoalsLine picture={picture} units={METRIC} wishes={wishes} />);
  };
  it('say how far off each figure was, and what is only foretold', () => {
    const read = {
      number: 1,
      matched: [],
      read: ['flex:across' as const],
      standing: { 'flex:across': { value: 5e-5, sd: 1e-6 } },
      outcomes: [],
    };
    show(aPicture({ rounds: [read], standing: { 'flex:across': { value: 5.4e-5, sd: 1e-6 } }, isForecast: true }));
    // ln(5 / 6) and ln(5.4 / 6) of a goal of 6e-5.
    expect(screen.getByRole('img')).toHaveAccessibleName(
      /Bend across: goal 0\.588 mm; round 1 -18 per cent off, round 2 -11 per cent off/,
    );
  });
  it('show the ring where it is wished for, and nothing of wishes that have no line', () => {
    const rounds = [
      { round: 1, ring: 0.81, mass: 0.21 },
      { round: 2, ring: 0.96, mass: 0.2 },
    ];
    const picture = aPicture({
      proposal: aProposal({ lines: [], now: [] }),
      ring: { state: 'too-few', peak: null, rounds },
    });
    const { unmount } = show(picture, { ...NO_GOAL, ring: true });
    expect(screen.getByRole('img')).toHaveAccessibleName('Ring: round 1 0.81 s, round 2 0.96 s');
    expect(screen.getByText('longest 0.96 s')).toBeVisible();
    unmount();
    show(picture);
    expect(screen.getByText('No goal has a figure yet.')).toBeVisible();
    expect(screen.queryByRole('img')).toBeNull();
  });
});

describe('the look', () => {
  const show = (picture: VoicingPicture, events: readonly VoicingEvent[] = []) => {
    serve({});
    const onLetIn = jest.fn();
    open(
      <LookSlip
        picture={picture}
        plan={plan}
        units={METRIC}
        person="Wren Halloran"
        events={events}
        open={null}
        onOpen={() => undefined}
        onLetIn={onLetIn}
      />,
    );
    return onLetIn;
  };
  it('says how few outcomes are, and shows each forecast beside what was read', () => {
    const outcome = {
      quantity: 'flex:across',
      where: 'brace' as const,
      before: { value: 5e-5, sd: 1e-6 },
      forecast: { value: 5.3e-5, sd: 1e-6 },
      outcome: { value: 5.8e-5, sd: 1e-6 },
    };
    show(aPicture({ rounds: [{ number: 2, matched: [], read: ['flex:across'], standing: {}, outcomes: [outcome] }] }));
    expect(
      screen.getByText(
        '3 of 4 outcomes of Wren Halloran fell into their nine-of-ten intervals. Too few to judge the forecasts by.',
      ),
    ).toBeVisible();
    const row = screen.getByText('Round 2: bend across').closest('li')!;
    // Off by five of its doubts' root of two: missed.
    expect(within(row).getByText('0.569 mm')).toBeVisible();
    expect(within(row).getByText('✗ missed')).toBeVisible();
    expect(screen.getByText('bend along')).toBeVisible();
  });
  it('says why an outcome teaches nothing, and lets it in and out again on the maker’s word', () => {
    const far = {
      quantity: 'flex:across',
      where: 'brace' as const,
      before: { value: 5e-5, sd: 1e-7 },
      forecast: { value: 5.2e-5, sd: 1e-7 },
      outcome: { value: 7e-5, sd: 1e-7 },
    };
    const round = (outcome: object) =>
      aPicture({
        rounds: [{ number: 2, matched: [], read: ['flex:across'], standing: {}, outcomes: [outcome as typeof far] }],
      });
    const onLetIn = show(round(far));
    expect(screen.getByText(/So far off it is probably of something else/)).toBeVisible();
    fireEvent.click(screen.getByText('It is right: let it count'));
    expect(onLetIn).toHaveBeenCalledWith(2, 'flex:across', true);
    cleanup();
    const again = show(round({ ...far, letIn: true }));
    fireEvent.click(screen.getByText('Leave it out again'));
    expect(again).toHaveBeenCalledWith(2, 'flex:across', false);
  });
  it('says of a shaving that its forecast is under way, or why there is none', () => {
    const shaving = (round: number, more: object) =>
      ({
        id: `${round}`,
        kind: 'shaving',
        round,
        at: '',
        person: '',
        retracted: false,
        body: { shavings: [], said: '', tool: '', proposed: false, forecast: {}, settled: [], ...more },
      }) as VoicingEvent;
    show(aPicture(), [shaving(1, { unforetold: 'plan.braces is empty' }), shaving(2, { pending: true })]);
    expect(screen.getByText('Round 1: not foretold: plan.braces is empty')).toBeVisible();
    expect(screen.getByText('Round 2: the record is making its own forecast …')).toBeVisible();
  });
  it('tells findings in words with what to do, and how the model fits', () => {
    const choke = { kind: 'choke' as const, brace: { id: leg.id, name: leg.name, along: 0 }, height: 6e-3 };
    const stranger = { kind: 'stranger' as const, heard: 5, alike: 2 };
    const cancel = {
      kind: 'cancel' as const,
      places: ['C1', 'C4'] as [string, string],
      frequency: 84.2,
      leadsTo: { id: leg.id, name: leg.name, along: 0.061 },
    };
    show(aPicture({ findings: [choke, stranger, cancel], fit: { ...aPicture().fit, misfit: 3 } }));
    expect(
      screen.getByText(
        `${leg.name} still stands 6.00 mm tall where it stops in the open: it holds the rim there. Taper its end.`,
      ),
    ).toBeVisible();
    expect(
      screen.getByText(
        `C1 and C4 sing the same note loudest (84 Hz), one up while the other goes down: they cancel. A little off ${leg.name}, 61 mm from its first end, makes them unlike.`,
      ),
    ).toBeVisible();
    expect(screen.getByText(/fits only 2 of 5 notes of this top: another plate/)).toBeVisible();
    expect(screen.getByText(/It agrees badly: another plate, a loose brace/)).toBeVisible();
    // A factor of 1.05 within 1.645 times 0.02.
    expect(screen.getAllByText('+5.0 ± 3 %').length).toBe(6);
  });
});
