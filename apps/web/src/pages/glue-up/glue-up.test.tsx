import { GENERIC_GLUES } from '@nimble/core/glue';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { aBuild, aPlan, open, serve, type Asked } from '../../test/test-bench';
import type { GlueUpView } from '../../api/bracing';
import { spanWords } from '../../words/clock-words';
import { GlueUpPage } from './GlueUpPage';

const build = aBuild();

const show = (glueUps: GlueUpView[], query = '') => {
  let now = glueUps;
  const asked: Asked[] = serve({
    'GET /builds/b': build,
    'GET /builds/b/plan': aPlan(),
    get 'GET /builds/b/glue-ups'() {
      const sent = asked.findLast(({ method }) => method === 'PUT');
      if (sent)
        now = [
          {
            ...aGlueUp({ spreadAt: 0, pressedAt: null, releasedAt: null }),
            ...(sent.body as GlueUpView),
            id: sent.path.split('/').at(-1)!,
          },
        ];
      return now;
    },
  });
  open(<GlueUpPage />, { path: '/builds/:buildId/glue-up', at: `/builds/b/glue-up${query}` });
  return asked;
};
const minutesAgo = (minutes: number) => Date.now() - minutes * 60_000;
const aGlueUp = (times: GlueUpView['times']): GlueUpView => ({
  id: 'g',
  at: new Date(times.spreadAt).toISOString(),
  person: '',
  glue: GENERIC_GLUES[0]!,
  pieces: [{ id: 'x-bass', name: 'X leg to the bass' }],
  times,
  checked: [],
  relativeHumidity: null,
  temperatureC: null,
  note: '',
  retracted: false,
});

describe('a glue-up', () => {
  it('says the order with its reasons, and what can’t be at the field', async () => {
    show([]);
    expect(await screen.findByText(/of gluing, each within the open time/)).toBeInTheDocument();
    expect(screen.getByText(/it is the lower leg of its laps/)).toBeInTheDocument();
    const field = screen.getByLabelText('Time for one piece');
    fireEvent.change(field, { target: { value: '10 min' } });
    fireEvent.blur(field);
    expect(screen.getAllByText(/is longer than the glue stays open/).length).toBeGreaterThan(0);
    expect(screen.getByText(/Bent rods store energy and jump/)).toBeInTheDocument();
  });
  it('starts the clock with what was checked', async () => {
    const asked = show([], '?slip=clock');
    fireEvent.click(await screen.findByLabelText(/Every piece fits dry/));
    fireEvent.click(screen.getByText('Glue is spread: start the clock'));
    expect(await screen.findByRole('timer')).toHaveTextContent(/^(5:00|4:5\d)/);
    await waitFor(() => expect(asked.some(({ method }) => method === 'PUT')).toBe(true));
    expect(asked.find(({ method }) => method === 'PUT')!.body).toMatchObject({
      checked: ['fit'],
      times: { pressedAt: null },
    });
  });
  it('takes a running one up again, late or pressed, as if the page had stayed open', async () => {
    show([aGlueUp({ spreadAt: minutesAgo(7), pressedAt: null, releasedAt: null })], '?slip=clock');
    expect(await screen.findByRole('timer')).toHaveTextContent(/^−2:0\d/);
    expect(screen.getByText(/over the open time/)).toBeInTheDocument();
    fireEvent.click(screen.getByText('Everything is under pressure'));
    await waitFor(() => expect(screen.getByRole('timer')).toHaveTextContent(/^4[45]:\d\d/));
  });
  it('says what still cures, and to knock when all has', async () => {
    show(
      [aGlueUp({ spreadAt: minutesAgo(120), pressedAt: minutesAgo(118), releasedAt: minutesAgo(60) })],
      '?slip=clock',
    );
    expect(await screen.findByText(/Don’t plane or string it before the last has cured/)).toBeInTheDocument();
    expect(screen.getByText(/cures for another 22:0\d:\d\d/)).toBeInTheDocument();
  });
  it.each([
    [0, '0:00'],
    [59_001, '1:00'],
    [90_000, '1:30'],
    [-61_000, '−1:01'],
    [3_600_000 * 23 + 5000, '23:00:05'],
  ])('%d ms is %s', (ms, words) => expect(spanWords(ms)).toBe(words));
});
