import { METRIC, usualBridge } from '@nimble/core';
import { fireEvent, screen } from '@testing-library/react';
import { aBuild, aPlan, open } from '../../test-bench';
import type { TopFigures } from '../../workers/top-computer';
import { changedPlan, changedTop, followed, heightsOf, isChanged, NOTHING_CHANGED } from './changed-plan';
import { LoadSlip } from './LoadSlip';
import { ModesSlip } from './ModesSlip';
import { NotesLine } from './NotesLine';
import { readWish, ShaveSlip, wishKey } from './ShaveSlip';
import { plateKnown, topPlanOf } from './top-plan-of';
import { WhatIfSlip } from './WhatIfSlip';

const energy = { along: 0.4, across: 0.2, twist: 0.1, shear: 0.05, braces: [0.15, 0.1] };
const figures: TopFigures = {
  hold: 'glued', mass: 0.21, degreesOfFreedom: 5900, elapsedMs: 1400,
  modes: [
    { frequency: 185, kind: 'monopole', modalMass: 0.09, pumping: 0.45, energy, trace: Float64Array.of(1, 1, 1) },
    { frequency: 370, kind: 'cross-dipole', modalMass: 0.04, pumping: 0.02, energy, trace: Float64Array.of(1, 0, -1) },
  ],
  weight: { sink: 8e-5, energy },
  strings: {
    turns: true, movement: 0.0145, sink: 4e-4, rise: 7e-4, energy,
    reserve: { factor: 1.9, low: 0.9, high: 3, stress: 1e6, allowed: 1.9e6, verdict: 'too-light', weakest: { part: 'plate-across' } },
  },
}; // prettier-ignore
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
    for (const wish of [{ kind: 'lower', mode: 1 }, { kind: 'raise', mode: 0 }, { kind: 'softer-across' }, { kind: 'less-weight' }] as const) expect(readWish(wishKey(wish), 2)).toEqual(wish); // prettier-ignore
    expect(readWish('lower-7', 2)).toEqual({ kind: 'lower', mode: 0 });
    expect(readWish(null, 2)).toEqual({ kind: 'lower', mode: 0 });
  });
  it('of a pass: cents of each mode, shares of the loads, grams', () => {
    const onWish = jest.fn();
    const pass = { x: 0.2, y: 0, cents: [-1.234, 0.5], sink: 0.0012, movement: -0.0003, mass: -8.4e-5 };
    open(<ShaveSlip figures={figures} picture={null} wish={{ kind: 'lower', mode: 0 }} pass={pass} units={METRIC} onWish={onWish} />); // prettier-ignore
    screen.getByText('−1.23 ¢');
    screen.getByText('+0.12 %');
    screen.getByText('−0.03 %');
    screen.getByText('−0.08 g');
    fireEvent.change(screen.getByLabelText('I wish'), { target: { value: 'softer-across' } });
    expect(onWish).toHaveBeenCalledWith({ kind: 'softer-across' });
  });
  it('puts the notes that were heard under the model’s, or says how to hear them', () => {
    const choice = { a4: 440, spelling: 'sharp', pitch: 'note' } as const;
    const { unmount } = open(<NotesLine modes={figures.modes} heard={[220]} open={null} choice={choice} onOpen={jest.fn()} />); // prettier-ignore
    screen.getByText('A3');
    unmount();
    open(<NotesLine modes={figures.modes} heard={[]} open={null} choice={choice} onOpen={jest.fn()} />);
    screen.getByText(/nothing yet/);
  });
});

describe('what if', () => {
  const plan = { ...aPlan(), bridge: usualBridge('steel-string') };
  const [first] = plan.braces;
  it('a brace taller by a millimetre is so at its tallest and in proportion elsewhere', () => {
    expect(heightsOf([0.004, 0.01, 0.002], 1e-3)).toEqual([0.0044, 0.011, 0.0022].map((height) => expect.closeTo(height, 12))); // prettier-ignore
    expect(heightsOf([0.004, 0.01], -0.0099)).toEqual([1e-3, 1e-3]);
    expect(isChanged(NOTHING_CHANGED)).toBe(false);
  });
  it('tries on the plan and the plate without touching either; an X off the plate is none', () => {
    const build = aBuild();
    const known = plateKnown(build, []);
    expect(known.words).toMatch(/nothing is measured/);
    const ground = { shape: undefined } as never;
    const top = topPlanOf(build, plan, ground, known);
    const tried = changedTop({ ...top, shape: { outline: [] } as never }, { ...NOTHING_CHANGED, thicker: 2e-4, taller: { [first!.id]: 1e-3 } })!; // prettier-ignore
    expect(tried.thickness).toBeCloseTo(3e-3, 12);
    expect(Math.max(...tried.plan.braces[0]!.heights)).toBeCloseTo(Math.max(...first!.heights) + 1e-3, 12);
    expect(top.plan.braces[0]!.heights).toEqual(first!.heights);
    expect(changedPlan(plan, { ...NOTHING_CHANGED, crossing: 5 }, [[0, 0], [0.1, 0], [0.1, 0.1]])).toBeNull(); // prettier-ignore
  });
  it('knows a mode again by its shape, though its place in the order and its sign have changed', () => {
    const [pump, rock] = figures.modes as [TopFigures['modes'][number], TopFigures['modes'][number]];
    const after = [
      { ...rock, frequency: 180, trace: Float64Array.of(-0.9, 0.1, 1) },
      { ...pump, frequency: 182, trace: Float64Array.of(1, 0.9, 0.8) },
    ];
    expect(followed([pump, rock], after).map(({ frequency }) => frequency)).toEqual([182, 180]);
  });
  it('shows each figure as it is and as it would be, and takes the braces into the plan once', () => {
    const [onWhat, onTake] = [jest.fn(), jest.fn()];
    const then = { exact: true, figures: { modes: [{ frequency: 185 * 2 ** (-50 / 1200) }, { frequency: 370 }], sink: 8.8e-5, movement: 0.0145, mass: 0.208 } }; // prettier-ignore
    open(<WhatIfSlip figures={figures} plan={plan} what={{ ...NOTHING_CHANGED, taller: { [first!.id]: -1e-3 } }} then={then} problem={null} brace={first!.id} units={METRIC} onBrace={jest.fn()} onWhat={onWhat} onTake={onTake} />); // prettier-ignore
    screen.getByText('−50 ¢');
    screen.getByText('+10.0 %');
    screen.getByText('Solved exactly.');
    fireEvent.change(screen.getByLabelText('Plate thicker by'), { target: { value: '5' } });
    expect(onWhat.mock.calls[0][0].thicker).toBeCloseTo(1e-4, 12);
    fireEvent.click(screen.getByRole('button', { name: 'Take the braces into the plan' }));
    expect(onTake).toHaveBeenCalledTimes(1);
    expect(screen.getByRole('button', { name: 'Taken' })).toHaveProperty('disabled', true);
  });
});
