import { seededRandom } from '../simulate';
import { learnApart, learnShavings, NO_CORRECTION, whyLeftOut, type ShavingOutcome } from './shaving-record';

const random = seededRandom(4);
/**
 * Changes of two to six per cent foretold; what comes is a factor of them with a hand's scatter, read to half a per
 * cent.
 */
const outcomes = (count: number, factor: number, scatter: number): ShavingOutcome[] =>
  Array.from({ length: count }, () => {
    const said = 0.02 + 0.04 * random.uniform();
    const came = said * factor * (1 + scatter * random.normal());
    return {
      quantity: 'flex:across',
      where: 'brace',
      before: { value: 1, sd: 0.001 },
      forecast: { value: Math.exp(said), sd: 0.25 * said },
      outcome: { value: Math.exp(came), sd: 0.001 },
    };
  });

describe('the record of shavings', () => {
  it('says that it knows nothing yet, and corrects nothing', () => {
    expect(learnShavings([])).toEqual({
      count: 0,
      taught: 0,
      enough: false,
      held: 0,
      gain: 1,
      spread: 0.25,
      bias: null,
    });
  });
  it('finds the factor by which a hand takes less than it means to, and its scatter', () => {
    const record = learnShavings(outcomes(200, 0.75, 0.1));
    expect(record.gain).toBeCloseTo(0.75, 1);
    expect(record.spread).toBeLessThan(0.13);
    expect(record.bias).toBeLessThan(-0.5);
    expect(record.enough).toBe(true);
  });
  it('believes three outcomes less than two hundred', () => {
    const few = learnShavings(outcomes(3, 0.6, 0)).gain;
    expect(few).toBeGreaterThan(learnShavings(outcomes(200, 0.6, 0)).gain + 0.05);
    expect(few).toBeLessThan(1);
  });
  it('widens for a hand that scatters', () => {
    expect(learnShavings(outcomes(100, 1, 0.45)).spread).toBeGreaterThan(0.35);
  });
  it('is not ruined by one note taken for its neighbour: it is counted, and teaches nothing', () => {
    const good = outcomes(8, 1, 0.1);
    const misnamed: ShavingOutcome = {
      quantity: 'mode:2',
      where: 'brace',
      before: { value: 243, sd: 0.5 },
      forecast: { value: 238, sd: 1 },
      outcome: { value: 283, sd: 0.5 },
    };
    const [before, after] = [learnShavings(good), learnShavings([...good, misnamed])];
    expect([after.gain, after.spread]).toEqual([before.gain, before.spread]);
    expect(after).toMatchObject({ count: 9, taught: 8 });
  });
  it('learns nothing of notes that were named by their pitch alone', () => {
    const notes = outcomes(20, 0.6, 0).map((one) => ({ ...one, quantity: 'mode:1', unsure: true }));
    expect(learnShavings(notes)).toMatchObject({ taught: 0, gain: 1 });
  });
  it('says why one teaches nothing, and takes it all the same once the maker lets it in', () => {
    const at = (value: number) => ({ value, sd: 0.001 * value });
    const far: ShavingOutcome = {
      quantity: 'flex:across',
      where: 'brace',
      before: at(1),
      forecast: at(1.04),
      outcome: at(1.2),
    };
    const cases: [ShavingOutcome, string | null][] = [
      [far, 'too-far-off'],
      [{ ...far, letIn: true }, null],
      [{ ...far, outcome: at(1.05), unsure: true }, 'unsure'],
      [{ ...far, outcome: at(1.05), unsure: true, letIn: true }, null],
      [{ ...far, forecast: at(1.002), letIn: true }, 'too-small'], // tells nothing, whoever says so
      [{ ...far, quantity: 'ring', letIn: true }, 'not-of-hands'],
    ];
    expect(cases.map(([outcome]) => whyLeftOut(outcome))).toEqual(cases.map(([, why]) => why));
    expect(learnShavings([{ ...far, letIn: true }]).gain).toBeGreaterThan(learnShavings([far]).gain);
  });
  it('learns brace and plate, bend and note apart', () => {
    const bends = outcomes(60, 0.7, 0.05);
    const { brace, plate } = learnApart(bends);
    expect(brace.bend.gain).toBeCloseTo(0.7, 1);
    expect([brace.note, plate.bend, plate.note]).toEqual([
      NO_CORRECTION.brace.note,
      NO_CORRECTION.plate.bend,
      NO_CORRECTION.plate.note,
    ]);
  });
  it('counts about nine of ten where intervals are honest', () => {
    const { held, count } = learnShavings(outcomes(1000, 1, 0.25));
    expect(held / count).toBeGreaterThan(0.87);
    expect(held / count).toBeLessThan(0.93);
  });
});
