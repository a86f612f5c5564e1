import { choose } from '../../test/choose';
import { defaultHoles, defaultOutline, plateArea, plateShape } from '@nimble/core/outline';
import { METRIC } from '@nimble/core/units';
import type { BoxNotes, ClosedBox } from '@nimble/core/closing';
import type { VoicingBodies, VoicingEvent, VoicingKind } from '@nimble/core/voicing';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aPlan, open, serve, typeInto } from '../../test/test-bench';
import { BoxSlip } from './BoxSlip';
import { OutcomeSlip } from './OutcomeSlip';
import { SettlingChart } from './SettlingChart';
import { settlingOf } from './settling-of';
import { StrungSlip } from './StrungSlip';

const notes = (air: number, top: number): BoxNotes => ({
  alone: { top: 160, air: 125 },
  spring: 70,
  air: { value: air, sd: 1 },
  top: { value: top, sd: 2 },
});
let answer: { now: BoxNotes; then: BoxNotes | null } | null = null;
jest.mock('../../compute/use-box', () => ({ useBoxNotes: () => ({ result: answer, error: null }) }));

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const anEvent = <K extends VoicingKind>(kind: K, body: VoicingBodies[K], day: number): VoicingEvent =>
  ({
    id: `${kind}${day}`,
    kind,
    round: 2,
    at: `2026-11-${String(day).padStart(2, '0')}T09:00:00Z`,
    person: 'Ines',
    body,
    retracted: false,
  }) as VoicingEvent;

describe('the closed box', () => {
  const show = (volume: number | null, events: VoicingEvent[] = [], played: [number, number] | null = null) => {
    serve({});
    const did = { box: jest.fn(), trim: jest.fn(), heard: jest.fn() };
    const closed = {
      top: {} as ClosedBox['top'],
      volume,
      box: volume === null ? null : ({ heard: null } as ClosedBox),
    };
    open(
      <BoxSlip
        closed={closed}
        shape={shape}
        units={METRIC}
        events={events}
        played={played}
        onBox={did.box}
        onTrim={did.trim}
        onHeard={did.heard}
      />,
    );
    return did;
  };
  it('asks for its depth first, and makes air of it: area times depth', () => {
    const { box } = show(null);
    typeInto('Mean depth inside', '9');
    expect(screen.getByText('Must lie between 10 and 300 mm')).toBeVisible();
    typeInto('Mean depth inside', '98');
    expect(box).toHaveBeenCalledWith({ volume: expect.closeTo(0.098 * plateArea(shape), 9), said: '98 deep' });
  });
  it('shows the pair, and what a trim does in cents: 1200 log2 of the ratio', () => {
    answer = { now: notes(101, 189), then: notes(101, 188) };
    const { trim } = show(0.014);
    expect(screen.getByText('101')).toBeVisible();
    expect(screen.getByText(/^−9 ± /)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'I took that off' }));
    expect(trim).toHaveBeenCalledWith({
      what: 'rim',
      depth: 1e-4,
      said: '0.10 mm',
      forecast: { air: { value: 101, sd: 1 }, top: { value: 188, sd: 2 } },
    });
  });
  it('takes both notes as heard or from the recording, and refuses the higher one first', () => {
    const { heard } = show(0.014, [], [101.2, 188.7]);
    const type = (air: string, top: string) => {
      choose(screen.getByLabelText('Air, note or Hz'), air);
      choose(screen.getByLabelText('Top, note or Hz'), top);
      fireEvent.submit(screen.getByRole('form', { name: 'As heard' }));
    };
    type('190', '100');
    expect(screen.getByText('The top’s note is the higher of the two')).toBeVisible();
    type('low', '190');
    expect(screen.getByText(/Type a note with its octave/)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'From the recording' }));
    fireEvent.submit(screen.getByRole('form', { name: 'As heard' }));
    expect(heard).toHaveBeenCalledWith({ air: 101.2, top: 188.7, said: '101.2 and 188.7' });
  });
  it('sets what was heard after a trim beside its forecast, and not what was heard before it', () => {
    const forecast = { air: { value: 101, sd: 1 }, top: { value: 187, sd: 2 } };
    const heard = (day: number, top: number) => anEvent('resonances', { air: 101, top, said: '' }, day);
    show(0.014, [heard(1, 190), anEvent('trim', { what: 'rim', depth: 1e-4, said: '', forecast }, 2), heard(3, 186)]);
    expect(screen.getByText('foretold 101.0 and 187.0 Hz; heard 101.0 and 186.0 Hz')).toBeVisible();
  });
});

describe('under the strings', () => {
  const strung = anEvent('strung', { note: '' }, 1);
  const model = { movement: 0.02, rise: 1e-3, turns: true };
  const show = (events: VoicingEvent[]) => {
    serve({});
    const did = { strung: jest.fn(), reading: jest.fn(), turn: jest.fn() };
    open(
      <StrungSlip
        picture={settlingOf(events, model, METRIC)}
        problem={null}
        units={METRIC}
        plan={aPlan()}
        events={events}
        onStrung={did.strung}
        onReading={did.reading}
        onTurn={did.turn}
      />,
    );
    return did;
  };
  it('begins with the day, then takes degrees or a belly in any unit', () => {
    show([]);
    expect(screen.getByText(/the band is what the model and wood’s usual creep foretell/)).toBeVisible();
    expect(screen.queryByRole('button', { name: 'Keep the reading' })).toBeNull();
    const { reading } = show([strung]);
    fireEvent.click(screen.getByRole('button', { name: 'Keep the reading' }));
    expect(screen.getByText('Give the lean, the belly, or both')).toBeVisible();
    choose(screen.getByLabelText('Bridge leans by'), '1,2°');
    choose(screen.getByLabelText('Belly behind it'), '0.04 in');
    fireEvent.click(screen.getByRole('button', { name: 'Keep the reading' }));
    expect(reading).toHaveBeenCalledWith({
      turn: expect.closeTo((1.2 * Math.PI) / 180, 9),
      belly: expect.closeTo(1.016e-3, 9),
      said: '1.20°, 1.02 mm',
    });
  });
  it('says calmly when it gives more than foretold, and draws the days', () => {
    const events = [strung, anEvent('settling', { turn: 0.06, belly: null, said: '' }, 8)];
    show(events);
    expect(screen.getByText(/Look for a loose brace or bridge, slack the strings if it goes on/)).toBeVisible();
    open(<SettlingChart picture={settlingOf(events, model, METRIC)!} />);
    expect(screen.getByRole('img', { name: 'Lean of the bridge over days: 7 days 3.44°' })).toBeVisible();
  });
});

describe('how it turned out', () => {
  it('wants a word or a mark, and takes marks under names of one’s own', async () => {
    serve({});
    const keep = jest.fn();
    open(<OutcomeSlip buildId="b" events={[]} outcome={null} onOutcome={() => undefined} onKeep={keep} />);
    fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    expect(await screen.findByText('Say how it turned out, or give a mark')).toBeVisible();
    choose(screen.getByLabelText('Another name'), 'sustain');
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    choose(screen.getByLabelText('sustain'), '6');
    choose(screen.getByLabelText('Would do differently'), ' thinner ');
    fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
    const said = { words: '', again: '', differently: 'thinner', marks: [{ name: 'sustain', mark: 6 }] };
    await waitFor(() => expect(keep).toHaveBeenCalledWith(said));
  });
});
