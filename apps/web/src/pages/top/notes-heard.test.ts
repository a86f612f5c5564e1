import type { KnockView } from '../../api/knocks';
import { notesHeard } from './notes-heard';

const CLOSED = '2026-03-10T12:00:00.000Z';
const [IN_THE_HAND, ON_ITS_SIDES] = ['2026-03-01T12:00:00.000Z', '2026-03-20T12:00:00.000Z'];

/** A knock of notes [Hz], the loudest first. */
function aKnock(at: string, notes: readonly number[], change: Partial<KnockView> = {}): KnockView {
  const partials = notes.map((frequency, i) => ({ frequency, level: -i }));
  return { about: 'plate', at, retracted: false, analysis: { partials }, ...change } as unknown as KnockView;
}

describe('notes that were heard beside those of the model', () => {
  it('are those of the newest knock, lowest first, and no more than six of its loudest', () => {
    const earlier = aKnock(IN_THE_HAND, [90]);
    const newest = aKnock(IN_THE_HAND, [300, 150, 420, 230, 510, 610, 75]);
    expect(notesHeard([earlier, newest], null, 'free')).toEqual({
      heard: [150, 230, 300, 420, 510, 610],
      otherwise: null,
    });
  });
  it('are never those of a top that is held otherwise: it says how the top was heard instead', () => {
    const free = notesHeard([aKnock(IN_THE_HAND, [150])], CLOSED, 'glued');
    expect(free.heard).toEqual([]);
    expect(free.otherwise).toMatch(/in the hand/i);
    const closed = notesHeard([aKnock(ON_ITS_SIDES, [190])], CLOSED, 'free');
    expect(closed.heard).toEqual([]);
    expect(closed.otherwise).toMatch(/linings and sides/);
  });
  it('go with the hold that is looked at, whichever was heard last', () => {
    const knocks = [aKnock(IN_THE_HAND, [150]), aKnock(ON_ITS_SIDES, [190])];
    expect(notesHeard(knocks, CLOSED, 'free').heard).toEqual([150]);
    expect(notesHeard(knocks, CLOSED, 'glued').heard).toEqual([190]);
  });
  it('leave out a bar’s note and what was taken back', () => {
    const knocks = [
      aKnock(IN_THE_HAND, [150]),
      aKnock(IN_THE_HAND, [480], { about: 'bar' }),
      aKnock(IN_THE_HAND, [99], { retracted: true }),
    ];
    expect(notesHeard(knocks, null, 'free').heard).toEqual([150]);
    expect(notesHeard([], null, 'free')).toEqual({ heard: [], otherwise: null });
  });
});
