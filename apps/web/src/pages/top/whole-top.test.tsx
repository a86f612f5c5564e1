import { choose } from '../../test/choose';
import { emptyPlan, usualBridge } from '@nimble/core/bracing';
import { METRIC } from '@nimble/core/units';
import { NO_CHANGE, TOP_PARTS } from '@nimble/core/top';
import { woodOfSpecies } from '@nimble/core/project';
import type { Leaning, SearchResult } from '@nimble/core/explore';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aPlan, open } from '../../test/test-bench';
import type { TopFigures } from '../../compute/top-computer';
import { ExplorationChart } from './ExplorationChart';
import { ExploreForm } from './ExploreForm';
import { gaveUp, leaningWords } from '../../words/explore-words';
import { LoadSlip } from './LoadSlip';
import { ModesSlip } from './ModesSlip';
import { NotesLine } from './NotesLine';
import { readWish, ShaveSlip, wishKey } from './ShaveSlip';
import { VariantsSlip } from './VariantsSlip';
import { WhatIfSlip } from './WhatIfSlip';

const energy = { along: 0.4, across: 0.2, twist: 0.1, shear: 0.05, braces: [0.15, 0.1] };
const figures: TopFigures = {
  hold: 'glued',
  mass: 0.21,
  degreesOfFreedom: 5900,
  elapsedMs: 1400,
  modes: [
    { frequency: 185, kind: 'monopole', modalMass: 0.09, pumping: 0.45, energy, trace: [1, 1, 1] },
    { frequency: 370, kind: 'cross-dipole', modalMass: 0.04, pumping: 0.02, energy, trace: [1, 0, -1] },
  ],
  weight: { sink: 8e-5, energy },
  strings: {
    turns: true,
    movement: 0.0145,
    neckTurn: 0.0021,
    sink: 4e-4,
    rise: 7e-4,
    energy,
    reserve: {
      factor: 1.9,
      low: 0.9,
      high: 3,
      stress: 1e6,
      allowed: 1.9e6,
      verdict: 'too-light',
      weakest: { part: 'plate-across' },
    },
  },
};
const braces = [{ name: 'X leg to the bass' }, { name: 'tone bar' }];

describe('what the model says', () => {
  it('of a mode: its note, what it does, where its energy sits', () => {
    const onMode = jest.fn();
    open(<ModesSlip figures={figures} braces={braces} mode={0} onMode={onMode} />);
    screen.getByText('It pumps as one piece.');
    screen.getByText('90 g');
    screen.getByText('X leg to the bass 15 %, tone bar 10 %');
    fireEvent.click(screen.getByRole('button', { name: /370 Hz/ }));
    expect(onMode).toHaveBeenCalledWith(1);
  });
  it('of the strings: how far the bridge turns, what is left, and calmly that it is too light', () => {
    open(<LoadSlip figures={figures} units={METRIC} />);
    screen.getByText('0.83°'); // 0.0145 rad
    screen.getByText(/125 N\/mm/); // 10 N over 0.08 mm
    screen.getByText(/between 0.9 and 3.0; weakest: the plate, pulled across its grain/);
    screen.getByText(/Too light/);
    screen.getByText(/Not a guarantee/);
  });
  it('nothing of loads where nothing holds the rim', () => {
    open(<LoadSlip figures={{ ...figures, weight: null, strings: null }} units={METRIC} />);
    screen.getByText(/holds no load/);
  });
  it('names a wish in the address and reads it back; one for a mode that is not there falls back', () => {
    for (const wish of [
      { kind: 'lower', mode: 1 },
      { kind: 'raise', mode: 0 },
      { kind: 'softer-across' },
      { kind: 'less-weight' },
    ] as const)
      expect(readWish(wishKey(wish), 2)).toEqual(wish);
    expect(readWish('lower-7', 2)).toEqual({ kind: 'lower', mode: 0 });
    expect(readWish(null, 2)).toEqual({ kind: 'lower', mode: 0 });
  });
  it('of a pass: cents of each mode, shares of the loads, grams', () => {
    const onWish = jest.fn();
    const pass = { x: 0.2, y: 0, cents: [-1.234, 0.5], sink: 0.0012, movement: -0.0003, mass: -8.4e-5 };
    open(
      <ShaveSlip
        figures={figures}
        picture={null}
        wish={{ kind: 'lower', mode: 0 }}
        pass={pass}
        units={METRIC}
        onWish={onWish}
      />,
    );
    screen.getByText('−1.23 ¢');
    screen.getByText('+0.12 %');
    screen.getByText('−0.03 %');
    screen.getByText('−0.08 g');
    choose(screen.getByLabelText('I wish'), 'softer-across');
    expect(onWish).toHaveBeenCalledWith({ kind: 'softer-across' });
  });
  it('puts the notes that were heard under the model’s, or says how to hear them', () => {
    const choice = { a4: 440, spelling: 'sharp', pitch: 'note' } as const;
    const { unmount } = open(
      <NotesLine
        modes={figures.modes}
        held="in the hand"
        heard={[220]}
        open={null}
        choice={choice}
        onOpen={jest.fn()}
      />,
    );
    screen.getByText('A3');
    unmount();
    const empty = open(
      <NotesLine modes={figures.modes} held="in the hand" heard={[]} open={null} choice={choice} onOpen={jest.fn()} />,
    );
    screen.getByText(/nothing yet/);
    expect(screen.getAllByText('in the hand')).toHaveLength(2);
    empty.unmount();
    open(
      <NotesLine
        modes={figures.modes}
        held="on its sides"
        heard={[]}
        otherwise="only in the hand"
        open={null}
        choice={choice}
        onOpen={jest.fn()}
      />,
    );
    screen.getByText('only in the hand');
  });
});

describe('what if', () => {
  const plan = { ...aPlan(), bridge: usualBridge('steel-string') };
  const [first] = plan.braces;
  it('shows each figure as it is and as it would be, and takes the braces into the plan once', () => {
    const [onWhat, onTake, onBeside] = [jest.fn(), jest.fn(), jest.fn()];
    const then = {
      exact: true,
      figures: {
        modes: [{ frequency: 185 * 2 ** (-50 / 1200) }, { frequency: 370 }],
        sink: 8.8e-5,
        movement: 0.0145,
        mass: 0.208,
      },
    };
    open(
      <WhatIfSlip
        figures={figures}
        plan={plan}
        what={{ ...NO_CHANGE, taller: { [first!.id]: -1e-3 } }}
        then={then}
        problem={null}
        brace={first!.id}
        units={METRIC}
        onBrace={jest.fn()}
        onWhat={onWhat}
        onTake={onTake}
        onBeside={onBeside}
        ready
      />,
    );
    screen.getByText('−50 ¢');
    screen.getByText('+10.0 %');
    screen.getByText('Solved exactly.');
    // Ten steps of 0.02 mm either way.
    fireEvent.keyDown(screen.getByLabelText('Plate thicker by'), { key: 'ArrowRight', shiftKey: true });
    expect(onWhat.mock.calls[0][0].thicker).toEqual(
      Object.fromEntries(TOP_PARTS.map((part) => [part, expect.closeTo(2e-4, 12)])),
    );
    choose(screen.getByLabelText('Plate'), 'rim');
    fireEvent.keyDown(screen.getByLabelText('Plate thicker by'), { key: 'ArrowLeft', shiftKey: true });
    expect(onWhat.mock.calls[1][0].thicker).toEqual({ rim: expect.closeTo(-2e-4, 12) });
    fireEvent.click(screen.getByRole('button', { name: 'Keep beside the plan' }));
    expect(onBeside).toHaveBeenCalledTimes(1);
    fireEvent.click(screen.getByRole('button', { name: 'Take the braces into the plan' }));
    expect(onTake).toHaveBeenCalledTimes(1);
    expect(screen.getByRole('button', { name: 'Taken' })).toHaveProperty('disabled', true);
  });
});

describe('what is kept and looked into', () => {
  const kept = {
    modes: [{ frequency: 180, kind: 'monopole' as const }],
    sink: 9e-5,
    movement: 0.016,
    turns: true,
    reserve: 1.6,
    mass: 0.2,
  };
  const variant = {
    id: 'v',
    at: '',
    person: '',
    name: 'Trial 1',
    plan: emptyPlan('steel-string', 'flat'),
    thicker: { rim: -2e-4 },
    hold: 'glued' as const,
    figures: kept,
    retracted: false,
  };
  it('stands beside the plan with its figures, says what the plane must do, and becomes the plan', () => {
    const [onOpen, onTake] = [jest.fn(), jest.fn()];
    open(
      <VariantsSlip
        asDrawn={{ ...kept, mass: 0.21 }}
        variants={[variant]}
        open="v"
        hold="ring"
        units={METRIC}
        onOpen={onOpen}
        onTake={onTake}
        onTurn={jest.fn()}
      />,
    );
    expect(screen.getAllByText('200.0 g')).toHaveLength(1);
    screen.getByText(/the rim all round −0.20 mm/);
    screen.getByText(/for another rim: glued to linings and sides/);
    fireEvent.click(screen.getByRole('button', { name: 'Make it the plan' }));
    expect(onTake).toHaveBeenCalledWith(variant);
    fireEvent.click(screen.getByRole('button', { name: 'As drawn' }));
    expect(onOpen).toHaveBeenCalledWith(null);
  });
  const figuresOf = (mass: number) => ({ frequencies: [180], sink: 1e-4, movement: 0.02, reserve: 1.5, mass });
  const design = (a: number, b: number) => ({
    amounts: [0],
    change: NO_CHANGE,
    goals: [a, b] as const,
    figures: figuresOf(a),
    allowed: true,
  });
  const result: SearchResult = {
    kind: 'search',
    kinds: ['monopole'],
    onePiece: 0,
    asDrawn: design(0.21, 0.03),
    designs: [design(0.19, 0.04), design(0.22, 0.02)],
    tried: [design(0.21, 0.03), design(0.19, 0.04), design(0.22, 0.02)],
  };
  const spec = {
    kind: 'search' as const,
    variables: [],
    goals: ['mass', 'movement'] as const,
    note: null,
    limits: { reserve: 1, lowest: 3e-3, tallest: 2e-2 },
    seed: 1,
  };
  it('draws designs to choose from, and says what each gives up', () => {
    const onOpen = jest.fn();
    open(
      <ExplorationChart
        spec={spec}
        result={result}
        turns
        units={METRIC}
        open={0}
        groupOf={() => null}
        onOpen={onOpen}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: /Design 2: 220.0 g, 1.15°/ }));
    expect(onOpen).toHaveBeenCalledWith(1);
    expect(gaveUp(result.designs[0]!, result, spec.goals, { turns: true, units: METRIC })).toEqual([
      'Best of all: least weight.',
      'Its bridge moves 1.15° more than the best.',
    ]);
  });
  it('starts a search with the limits typed, and tells a bad one at its field without losing the rest', async () => {
    const onStart = jest.fn();
    open(
      <ExploreForm
        plan={aPlan()}
        wood={woodOfSpecies('sitka-spruce')}
        units={METRIC}
        now={{ note: 185, reserve: 2, neckTurn: 0.002 }}
        busy={false}
        refused={null}
        onStart={onStart}
      />,
    );
    choose(screen.getByLabelText('Reserve at least'), '1.8');
    choose(screen.getByLabelText('Braces no lower than'), 'a bit');
    fireEvent.click(screen.getByRole('button', { name: 'Start' }));
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
    expect(onStart).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Reserve at least')).toHaveProperty('value', '1.8');
    choose(screen.getByLabelText('Braces no lower than'), '4 mm');
    fireEvent.click(screen.getByRole('button', { name: 'Start' }));
    await waitFor(() => expect(onStart).toHaveBeenCalled());
    expect(onStart.mock.calls[0][0]).toMatchObject({
      kind: 'search',
      goals: ['mass', 'movement'],
      // As drawn 0.1146 degrees, and a twentieth more, to three places.
      limits: { reserve: 1.8, lowest: expect.closeTo(4e-3, 9), neck: expect.closeTo((0.12 * Math.PI) / 180, 9) },
    });
  });
  it('says which limits a design leans on, by the name of what is varied', () => {
    const variables = [
      { of: 'braces' as const, ids: ['t'] },
      { of: 'plate' as const, parts: ['rim' as const] },
    ];
    const asked = { ...spec, variables, limits: { ...spec.limits, neck: Math.PI / 1800 } };
    const words = (leans: Leaning[]) => leaningWords(leans, asked, () => 'transverse', METRIC);
    expect(words([])).toBe('It leans on no limit: its goals hold each other.');
    expect(words([{ on: 'neck' }, { on: 'lowest', variable: 0 }])).toBe(
      'It leans on: the neck’s turn, 0.100° at most; transverse braces as low as you let them be, 3.00 mm.',
    );
    expect(words([{ on: 'thinnest', variable: 1 }])).toBe(
      'It leans on: the plate, all over as much thinner as a search goes.',
    );
  });
});
