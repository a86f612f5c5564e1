import { choose } from '../../test/choose';
import { METRIC } from '@nimble/core/units';
import type { MarkedBend, NextReading, QuantityKey } from '@nimble/core/voicing';
import { fireEvent, screen, within } from '@testing-library/react';
import { useState, type ReactNode } from 'react';
import { setPreferences } from '../../ui/preferences';
import type { DoubtedKnock } from '../../listening/use-doubted-knock';
import type { KnockListener } from '../../listening/use-knock-listener';
import { open, serve } from '../../test/test-bench';
import type { NowKey } from '../../words/round-words';
import { NowSlip } from './NowSlip';
import { useDoubtedReading, type DoubtedReading } from './use-doubted-reading';

const KILOGRAM = 9.80665;
const NEXT: NextReading[] = [
  { what: 'flex:across', why: 'goal' },
  { what: 'walk', why: 'first' },
];
const ear = { state: 'off', listen: jest.fn(), stop: jest.fn(), take: jest.fn() } as unknown as KnockListener;
const NOTHING = { now: null, before: null, forecast: null, goal: null };
const NO_DOUBT: DoubtedReading = { doubted: null, offer: jest.fn(), keep: jest.fn(), drop: jest.fn(), mend: jest.fn() };
/** One step a tenth softer or stiffer, 5 is 5e-5 m/N. */
const mark = (feel: number): MarkedBend => ({ place: 'across', feel, compliance: 5e-5 * 1.1 ** (5 - feel) });

const NO_KNOCK_DOUBT: DoubtedKnock = { doubted: null, offer: jest.fn(), keep: jest.fn(), drop: jest.fn() };

/** One reading is lit, and another after it. */
function Lit({ then, children }: { then?: NowKey; children: (key: NowKey) => ReactNode }) {
  const [key, setKey] = useState<NowKey>('flex:across');
  return (
    <>
      {children(key)}
      {then && <button onClick={() => setKey(then)}>light the next</button>}
    </>
  );
}

/** @param keyboard whether the device has one @param then what is lit after that */
function show(change: Partial<Parameters<typeof NowSlip>[0]> = {}, keyboard = false, then?: NowKey) {
  serve({});
  window.matchMedia = jest.fn().mockReturnValue({ matches: keyboard });
  const said = { bend: jest.fn(), mass: jest.fn(), picked: jest.fn(), standIn: jest.fn(() => Promise.resolve()) };
  const slip = (picked: NowKey) => (
    <NowSlip
      buildId="b"
      round={3}
      units={METRIC}
      next={NEXT}
      places={['along', 'across']}
      figures={() => NOTHING}
      lastLoad="1 kg"
      picked={picked}
      ear={ear}
      heard={{ now: null, before: null, nothing: null }}
      doubt={NO_DOUBT}
      knockDoubt={NO_KNOCK_DOUBT}
      taking={false}
      onUndo={null}
      marks={[]}
      felt={() => null}
      onBend={said.bend}
      onMass={said.mass}
      onPicked={said.picked}
      onStandIn={said.standIn}
      {...change}
    />
  );
  const { unmount } = open(<Lit then={then}>{slip}</Lit>);
  return { ...said, unmount };
}
const type = (label: string, text: string) => choose(screen.getByLabelText(label), text);
const DIAL = 'It went down by, on the dial [mm]';

/** As it comes from the cable: figure by figure, then Enter or a foot switch. */
const gauge = (text: string, end: 'Enter' | 'PageDown' | 'PageUp') => {
  fireEvent.keyDown(document.activeElement ?? document.body, { key: text[0] });
  const field = screen.getByLabelText(DIAL);
  expect(field).toHaveFocus();
  expect(field).toHaveValue(text[0]);
  fireEvent.change(field, { target: { value: text } });
  if (end === 'Enter') fireEvent.submit(field.closest('form')!);
  else fireEvent.keyDown(field, { key: end });
};

describe('a round by a gauge that types like a keyboard', () => {
  it('lands in the field of the lit reading from anywhere on the page, kept by Enter or a foot switch', () => {
    const { bend } = show();
    expect(screen.getByLabelText(DIAL)).not.toHaveFocus(); // on glass the finger asks for the keyboard
    gauge('1.577', 'Enter');
    expect(bend).toHaveBeenLastCalledWith(
      expect.objectContaining({ place: 'across', deflection: expect.closeTo(1.577e-3, 9) }),
    );
    gauge('0.58', 'PageDown');
    expect(bend).toHaveBeenLastCalledWith(expect.objectContaining({ deflection: expect.closeTo(5.8e-4, 9) }));
    expect(bend).toHaveBeenCalledTimes(2);
  });
  it('has the focus at once where there is a keyboard', () => {
    show({}, true);
    expect(screen.getByLabelText(DIAL)).toHaveFocus();
  });
  it('takes back with Page up, and keeps nothing', () => {
    const onUndo = jest.fn();
    const { bend } = show({ onUndo });
    gauge('9', 'PageUp');
    expect(onUndo).toHaveBeenCalledTimes(1);
    expect(bend).not.toHaveBeenCalled();
  });
  it('speaks what was kept with its unit and place, and what comes next, once', () => {
    const spoken: string[] = [];
    const voice = { cancel: jest.fn(), speak: ({ text }: { text: string }) => void spoken.push(text) };
    Object.assign(window, {
      speechSynthesis: voice,
      SpeechSynthesisUtterance: class {
        constructor(readonly text: string) {}
      },
    });
    setPreferences({ speech: true });
    const figures = (key: QuantityKey) => (key === 'flex:across' ? { ...NOTHING, now: 6e-5 } : NOTHING);
    const { unmount } = show({ figures }, false, 'mass');
    fireEvent.click(screen.getByText('light the next'));
    // 6e-5 m/N under 9.80665 N.
    expect(spoken).toEqual(['Bend across', expect.stringMatching(/^Bend across: 0\.588 mm\. Weight/)]);
    unmount();
    show({ picked: 'mass', figures });
    expect(spoken).toHaveLength(2);
    setPreferences({ speech: false });
  });
  it('says what was not asked for, and lets it be read', () => {
    const figures = (key: QuantityKey) =>
      key === 'flex:along' ? { ...NOTHING, forecast: { value: 1.6e-4, sd: 1e-6 }, goal: 1.7e-4 } : NOTHING;
    const { picked } = show({ figures, next: [] });
    const left = within(screen.getByLabelText('Not asked for'));
    expect(left.getByText(/Bend along: foretold/)).toHaveTextContent('1.569 ± 0.016 mm, sure enough without reading');
    fireEvent.click(left.getByRole('button', { name: 'Read it too' }));
    expect(picked).toHaveBeenCalledWith('flex:along');
  });
});

describe('what to measure now', () => {
  it('is a short list with its reasons; a tap chooses what is read', () => {
    const { picked } = show();
    expect(screen.getByRole('button', { name: /Bend across/, pressed: true })).toHaveTextContent('a goal rests on it');
    expect(screen.getByRole('link', { name: /Walk round with knocks/ })).toHaveAttribute(
      'href',
      '/builds/b/listen?slip=map&round=3',
    );
    choose(screen.getByLabelText('Reading'), 'mass');
    expect(picked).toHaveBeenCalledWith('mass');
  });
  it('sets the reading beside the round before, what was foretold and the goal, all for a kilogram', () => {
    const figures = (key: QuantityKey) =>
      key === 'flex:across'
        ? { now: 6e-5, before: 5.6e-5, forecast: { value: 5.9e-5, sd: 1e-6 }, goal: 6.5e-5 }
        : NOTHING;
    show({ figures });
    expect(screen.getByText(`${(6e-5 * KILOGRAM * 1000).toFixed(3)} mm`)).toBeVisible();
    for (const [name, value] of [
      ['last round', 5.6e-5],
      ['foretold', 5.9e-5],
      ['goal', 6.5e-5],
    ] as const)
      expect(screen.getByText(name).textContent).toBe(`${name} ${(value * KILOGRAM * 1000).toFixed(3)} mm`);
    expect(screen.queryByRole('alert')).toBeNull();
  });
  it('keeps a bend with its load in newtons, whatever units were typed', () => {
    const { bend } = show();
    type('Weight laid on', '2.2 lb');
    type(DIAL, '0.024 in');
    fireEvent.submit(screen.getByLabelText(DIAL).closest('form')!);
    const [[body]] = bend.mock.calls as [[{ load: number; deflection: number; said: string }]];
    expect(body.load).toBeCloseTo(2.2 * 4.4482216, 3);
    expect(body.deflection).toBeCloseTo(0.024 * 0.0254, 9);
    expect(body.said).toBe('0.024 in under 2.2 lb');
  });
  it('refuses what can’t be at its field and loses nothing else typed', () => {
    const { bend } = show();
    type('Weight laid on', '900 kg');
    type(DIAL, '0.62');
    fireEvent.submit(screen.getByLabelText(DIAL).closest('form')!);
    expect(screen.getByText('must be more than nothing and at most 200 N')).toBeVisible();
    expect(screen.getByLabelText(DIAL)).toHaveValue('0.62');
    type('Weight laid on', '1 kg');
    type(DIAL, 'soft');
    fireEvent.submit(screen.getByLabelText(DIAL).closest('form')!);
    expect(bend).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Weight laid on')).toHaveValue('1 kg');
  });
  it('takes a mark by hand, says what marks are worth so far, and what one means once there are enough', () => {
    const { bend, unmount } = show({ marks: [mark(4), mark(6)], felt: () => 6 });
    expect(
      screen.getByText(/Marked 6 of 9\. Mark first, then read the dial: from 4 marks .* \(2 so far\)/),
    ).toBeVisible();
    choose(screen.getByLabelText('Or by hand: how it felt'), '7');
    expect(bend).toHaveBeenCalledWith({
      place: 'across',
      load: null,
      deflection: null,
      feel: 7,
      closed: false,
      said: '7',
    });
    unmount();
    show({ marks: [mark(3), mark(4), mark(6), mark(7)], felt: () => 6 });
    // 5e-5 / 1.1 m/N under a kilogram: 0.446 mm.
    expect(screen.getByText(/^0\.446 ± 0\.0\d\d mm$/)).toBeVisible();
  });
  it('asks for one more knock at the place that tells two notes apart', () => {
    show({ next: [{ what: 'tell', why: 'unsure', place: { name: 'C2', x: 0.2, y: 0, set: 'many' } }] });
    const link = screen.getByRole('link', { name: /One more knock at C2.*a note may be either of two/ });
    expect(link).toHaveAttribute('href', '/builds/b/listen?slip=map&round=3&place=C2&places=many');
  });
  it('weighs by hand or by the stand-in balance, in the bench’s unit', async () => {
    const { mass, standIn } = show({ picked: 'mass' });
    type('Weight of the braced plate [g]', '9 kg');
    fireEvent.submit(screen.getByLabelText('Weight of the braced plate [g]').closest('form')!);
    expect(screen.getByText('must lie between nothing and 5 kg')).toBeVisible();
    type('Weight of the braced plate [g]', '172.4');
    fireEvent.submit(screen.getByLabelText('Weight of the braced plate [g]').closest('form')!);
    expect(mass).toHaveBeenCalledWith({ mass: expect.closeTo(0.1724, 9), said: '172.4' });
    fireEvent.click(screen.getByRole('button', { name: 'Stand-in balance' }));
    expect(await screen.findByRole('button', { name: 'Stand-in balance' })).toBeEnabled();
    expect(standIn).toHaveBeenCalledTimes(1);
  });
  it('says that nothing clear was heard, and that a round is read', () => {
    show({
      next: [],
      picked: 'knock',
      heard: { now: null, before: null, nothing: '0 knocks used; 1 left out: hit twice.' },
    });
    expect(screen.getByRole('alert')).toHaveTextContent(
      'Nothing clear was heard. 0 knocks used; 1 left out: hit twice. Knock again.',
    );
    expect(screen.getByText('All that this round needs is read. See what to shave next.')).toBeVisible();
  });
  it('speaks what comes next only when it is asked to', () => {
    const speak = jest.fn();
    Object.assign(window, {
      speechSynthesis: { speak, cancel: jest.fn() },
      SpeechSynthesisUtterance: class {
        constructor(readonly text: string) {}
      },
    });
    show();
    expect(speak).not.toHaveBeenCalled();
    fireEvent.click(screen.getByLabelText('Say aloud what comes next'));
    expect((speak.mock.calls as [[{ text: string }]])[0][0].text).toBe('Bend across');
    setPreferences({ speech: false });
  });
});

describe('a doubted reading', () => {
  const expected = { before: null, forecast: { value: 0.1771, sd: 5e-4 }, model: null };
  function Round({ add, onKept, repaired = false }: { add: jest.Mock; onKept: jest.Mock; repaired?: boolean }) {
    const doubt = useDoubtedReading({
      round: 2,
      units: METRIC,
      writes: { add } as never,
      repaired,
      expected: (key) => (key === 'mass' ? expected : { ...expected, forecast: { value: 1.5e-4, sd: 2e-6 } }),
      onKept,
    });
    return (
      <NowSlip
        buildId="b"
        round={2}
        units={METRIC}
        next={NEXT}
        places={['across']}
        figures={() => NOTHING}
        lastLoad="1 kg"
        picked={doubt.doubted?.key ?? 'flex:across'}
        ear={ear}
        doubt={doubt}
        knockDoubt={NO_KNOCK_DOUBT}
        heard={{ now: null, before: null, nothing: null }}
        taking={false}
        onUndo={null}
        marks={[]}
        felt={() => null}
        onPicked={jest.fn()}
        onStandIn={() => Promise.resolve()}
        onBend={(body) => doubt.offer({ kind: 'flex', body })}
        onMass={(body) => doubt.offer({ kind: 'mass', body })}
      />
    );
  }
  const bend = (text: string) => {
    type(DIAL, text);
    fireEvent.submit(screen.getByLabelText(DIAL).closest('form')!);
  };
  const begin = (repaired = false) => {
    serve({});
    const [add, onKept] = [jest.fn(), jest.fn()];
    open(<Round add={add} onKept={onKept} repaired={repaired} />);
    return { add, onKept };
  };
  it('is asked about before anything is kept or lights up, with what was meant as a button', () => {
    const { add, onKept } = begin();
    bend('15.4'); // 1.54 mm under a kilogram is 1.57e-4 m/N
    expect(screen.getByRole('alertdialog')).toHaveTextContent(/decimal place or another unit/);
    expect(add).not.toHaveBeenCalled();
    expect(onKept).not.toHaveBeenCalled();
    fireEvent.click(screen.getByText('1.540 mm was meant'));
    expect(add.mock.calls[0]).toEqual(['flex', 2, expect.objectContaining({ deflection: expect.closeTo(1.54e-3, 9) })]);
    expect(onKept).toHaveBeenCalled();
  });
  it('is dropped by Enter in the empty field, replaced by typing, kept by its own key', () => {
    const { add } = begin();
    bend('15.4');
    fireEvent.submit(screen.getByLabelText(DIAL).closest('form')!);
    expect(screen.queryByRole('alertdialog')).toBeNull();
    bend('15.4');
    bend('1.5');
    expect(add).toHaveBeenCalledTimes(1);
    bend('9');
    fireEvent.keyDown(document.body, { key: 'k' });
    expect(add.mock.calls[1]![2]).toMatchObject({ deflection: expect.closeTo(0.009, 9) });
  });
  it('is not asked about after a repair', () => {
    const { add } = begin(true);
    bend('15.4');
    expect(add).toHaveBeenCalledTimes(1);
  });
});
