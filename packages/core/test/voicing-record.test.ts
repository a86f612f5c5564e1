import {
  outcomesKept,
  readIn,
  roundNow,
  roundsOf,
  shavedTop,
  type RoundKnock,
  type VoicingBodies,
  type VoicingEvent,
  type VoicingKind,
} from '../src/voicing';
import { printable, storyPdf, voicingCsv, voicingZip, type Story } from '../src/formats';
import { unzipSync, strFromU8 } from 'fflate';
import { PDFDocument } from 'pdf-lib';
import { TAKEN } from './voiced-top';

let count = 0;
const anEvent = <K extends VoicingKind>(
  kind: K,
  round: number,
  body: VoicingBodies[K],
  retracted = false,
): VoicingEvent =>
  ({
    id: `e${++count}`,
    kind,
    round,
    at: `2026-11-20T09:${String(count).padStart(2, '0')}:00Z`,
    person: 'Wren Halloran',
    body,
    retracted,
  }) as VoicingEvent;
const bend = (round: number, deflection: number, more: Partial<VoicingBodies['flex']> = {}) =>
  anEvent('flex', round, { place: 'across', load: 10, deflection, feel: null, closed: false, said: 'x', ...more });
const leg = TAKEN.plan.braces.find(({ role }) => role === 'x-leg')!;
const stroke = (round: number, depth: number, forecast: VoicingBodies['shaving']['forecast'] = {}) =>
  anEvent('shaving', round, {
    shavings: [{ place: { kind: 'brace', id: leg.id, from: 0.1, to: 0.2 }, depth }],
    said: '',
    tool: '',
    proposed: true,
    forecast,
    settled: [],
  });
const aKnock = (round: number, about: RoundKnock['about'] = 'plate'): RoundKnock => ({
  round,
  about,
  placed: null,
  notes: [{ frequency: 100, sd: 0.1 }],
  ring: 0.8,
});

describe('the rounds of a record', () => {
  it('begin anew with the first reading after a shaving, and a shaving taken back takes that back too', () => {
    const events = [bend(1, 5e-4), stroke(1, 3e-4)];
    expect(roundNow(events, [])).toEqual({ reading: 2, shaving: 1 });
    expect(
      roundNow(
        events.map((one) => ({ ...one, retracted: one.kind === 'shaving' })),
        [],
      ),
    ).toEqual({ reading: 1, shaving: 1 });
    expect(roundNow([...events, bend(2, 5e-4)], [])).toEqual({ reading: 2, shaving: 2 });
    // Bars have rounds of their own; what comes after closing belongs to none.
    expect(
      roundNow([anEvent('outcome', 7, { words: '', again: '', differently: '', marks: [] })], [aKnock(9, 'bar')]),
    ).toEqual({ reading: 1, shaving: 1 });
  });
  it('leave a skipped round empty, and put readings, notes and rings where they were made', () => {
    const rounds = roundsOf(
      [bend(1, 5e-4), bend(3, 6e-4), bend(3, 6.1e-4, { closed: true })],
      [aKnock(3), aKnock(3)],
      TAKEN,
    );
    expect(rounds.map(({ readings, heard }) => [readings.length, heard.length])).toEqual([
      [1, 0],
      [0, 0],
      [1, 1],
    ]);
    expect(rounds[2].readings[0].value.value).toBeCloseTo(6e-5, 12);
    expect(rounds[2].ring).toBeCloseTo(0.8, 9);
  });
  it('compare the ring of rounds that were knocked alike, as the last one was', () => {
    const rang = (round: number, about: RoundKnock['about'], ring: number): RoundKnock => ({
      ...aKnock(round, about),
      ring,
    });
    const walk = [rang(1, 'station', 0.6), rang(1, 'station', 1), rang(1, 'plate', 2), rang(2, 'plate', 2.2)];
    const rings = (knocks: readonly RoundKnock[]) => roundsOf([], knocks, TAKEN).map(({ ring }) => ring);
    expect(rings([...walk, rang(3, 'plate', 2.4)])).toEqual([2, 2.2, 2.4]);
    expect(rings([...walk, rang(3, 'station', 0.9)])).toEqual([expect.closeTo(0.8, 9), null, 0.9]);
    expect(rings([rang(1, 'bar', 3)])).toEqual([null]);
  });
  it('count the newest reading of a quantity, and none by feel alone', () => {
    const events = [bend(1, 5e-4), bend(1, 5.2e-4), bend(1, 9e-4, { load: null, deflection: null, feel: 7 })];
    expect(readIn(events, 1, 'flex:across')).toBeCloseTo(5.2e-5, 12);
    expect(readIn(events, 1, 'mass')).toBeNull();
  });
  it('take off what was shaved, and nothing of a brace that is gone', () => {
    const heights = (events: readonly VoicingEvent[]) =>
      shavedTop(TAKEN, events).plan.braces.find(({ id }) => id === leg.id)!.heights;
    const lowered = heights([stroke(1, 2e-4), stroke(2, 3e-4)]);
    expect(Math.max(...leg.heights.map((height, i) => height - lowered[i]))).toBeCloseTo(5e-4, 9);
    const gone = anEvent('shaving', 1, {
      shavings: [{ place: { kind: 'brace', id: 'gone', from: 0, to: 0.1 }, depth: 1e-3 }],
      said: '',
      tool: '',
      proposed: false,
      forecast: {},
      settled: [],
    });
    expect(heights([gone])).toEqual(leg.heights);
  });
  it('settle the last shaving by the bends of the next round: before, foretold and read', () => {
    const said = { 'flex:across': { value: 5.3e-5, sd: 1e-6 } };
    const [only, ...rest] = outcomesKept([bend(1, 5e-4), stroke(1, 3e-4, said), bend(2, 5.4e-4)]);
    expect(rest).toEqual([]);
    expect(only).toMatchObject({ quantity: 'flex:across', where: 'brace', forecast: said['flex:across'] });
    expect([only.before.value, only.outcome.value]).toEqual([expect.closeTo(5e-5, 12), expect.closeTo(5.4e-5, 12)]);
    expect(outcomesKept([bend(1, 5e-4), stroke(1, 3e-4, said)])).toEqual([]);
  });
  it('let an outcome in by the word said last of it, in its own round', () => {
    const said = { 'flex:across': { value: 5.3e-5, sd: 1e-6 } };
    const events = [bend(1, 5e-4), stroke(1, 3e-4, said), bend(2, 9e-4)];
    const letIn = (round: number, counts: boolean) => anEvent('let-in', round, { quantity: 'flex:across', counts });
    const of = (...more: VoicingEvent[]) => outcomesKept([...events, ...more]).map((one) => one.letIn ?? false);
    expect([of(), of(letIn(2, true)), of(letIn(2, true), letIn(2, false)), of(letIn(1, true))]).toEqual([
      [false],
      [true],
      [false],
      [false],
    ]);
  });
});

describe('a voicing to take along', () => {
  const words = 'bent '.repeat(900);
  const section = {
    id: 'round-1',
    title: 'Round 1',
    when: '20 Nov 2026',
    paragraphs: ['G♯2 − 3 ¢', words],
    table: { head: ['a', 'b'], rows: [['1', '2']] },
    plate: { outline: TAKEN.shape.outline, holes: TAKEN.shape.holes, braces: [], cuts: [] },
  };
  const story: Story = { title: 'No. 9', subtitle: 'oak', sections: [section] };
  it('is a PDF of as many pages as it needs, with signs that its fonts lack said otherwise', async () => {
    expect(printable('G♯2 −3 ¢, 你')).toBe('G#2 -3 ¢, ?');
    const pdf = await PDFDocument.load(await storyPdf(story, 'A4'));
    expect(pdf.getTitle()).toBe('No. 9');
    // 900 words of 5 letters at 10.5 points: about 19 to a line of 487 points, 48 lines and more to a page.
    expect(pdf.getPageCount()).toBeGreaterThan(1);
    expect(pdf.getPageCount()).toBeLessThan(5);
    expect(pdf.getPage(0).getWidth()).toBeCloseTo((210 / 25.4) * 72, 1);
  });
  it('is a zip of open files that says everything again, each sound under a name of its own', () => {
    const events = [
      bend(1, 5e-4),
      anEvent('mass', 1, { mass: 0.2, said: '200 g' }),
      anEvent('mass', 1, { mass: 0.9, said: 'slip' }, true),
    ];
    const bytes = Uint8Array.from([82, 73, 70, 70]);
    const files = unzipSync(
      voicingZip({
        record: { events },
        events,
        story,
        sounds: [
          { name: 'b1', bytes },
          { name: 'b1', bytes },
        ],
        pdf: null,
      }),
    );
    expect(Object.keys(files).sort()).toEqual([
      'readings.csv',
      'sounds/b1-2.wav',
      'sounds/b1.wav',
      'story.txt',
      'voicing.json',
    ]);
    expect(files['sounds/b1-2.wav']).toEqual(bytes);
    expect((JSON.parse(strFromU8(files['voicing.json'])) as { events: unknown }).events).toEqual(events);
    const lines = strFromU8(files['readings.csv']).trim().split(/\r?\n/);
    expect(lines).toHaveLength(3);
    expect(lines[1]).toContain('flex:across,0.00005,');
    expect(voicingCsv(events)).not.toContain('slip');
  });
});
