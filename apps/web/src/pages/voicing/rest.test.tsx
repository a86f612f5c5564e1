import type { VoicingEvent } from '@nimble/core/voicing';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { addDays, isSameDay } from 'date-fns';
import type { KnockView } from '../../api/knocks';
import { aBuild, open, serve } from '../../test/test-bench';
import { RestSlip } from './RestSlip';

const knock = (id: string, round: number, name = 'B2'): KnockView => ({
  id,
  about: 'station',
  round,
  at: `2026-11-2${round}T09:00:00Z`,
  buildId: 'b',
  person: '',
  source: 'file',
  retracted: false,
  options: {},
  place: { name },
  analysis: { partials: [{ frequency: 100, level: 0 }] } as KnockView['analysis'],
});

/** A sound that starts at once and plays nothing. */
function aLoudspeaker(played: string[]) {
  const source = { connect: () => ({ connect: () => undefined }), start: () => undefined, stop: () => undefined };
  Object.assign(window, {
    AudioContext: class {
      decodeAudioData = () => Promise.resolve({ getChannelData: () => Float32Array.of(0.1, -0.2) });
      close = () => Promise.resolve();
    },
    AudioBufferSourceNode: function () {
      return source;
    },
    GainNode: function (_: unknown, { gain }: { gain: number }) {
      played.push(`gain ${gain}`);
      return {};
    },
  });
  window.fetch = jest.fn((url: string) => {
    played.push(url);
    return Promise.resolve({ ok: true, arrayBuffer: () => Promise.resolve(new ArrayBuffer(8)) });
  }) as unknown as typeof fetch;
}

function show(change: Partial<Parameters<typeof RestSlip>[0]> = {}) {
  serve({});
  const said = { park: jest.fn(), goOn: jest.fn(), liked: jest.fn() };
  open(
    <RestSlip
      build={aBuild()}
      events={[]}
      knocks={[knock('then', 1), knock('now', 2)]}
      onPark={said.park}
      onGoOn={said.goOn}
      onLiked={said.liked}
      {...change}
    />,
  );
  return said;
}

describe('leaving a top alone', () => {
  it('is for a day, two, or a week', () => {
    const { park } = show();
    fireEvent.click(screen.getByRole('button', { name: 'for two days' }));
    const [[{ until, why }]] = park.mock.calls as [[{ until: string; why: string }]];
    expect(why).toBe('fresh ears');
    expect(isSameDay(new Date(until), addDays(new Date(), 2))).toBe(true);
  });
  it('says until when it rests, that it is due, and is ended by a tap', () => {
    const rests = (until: Date) => ({ ...aBuild(), waitsFor: { what: 'fresh ears', until: until.toISOString() } });
    const { goOn } = show({ build: rests(addDays(new Date(), 1)) });
    expect(screen.getByText(/^Rests until/)).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
    expect(goOn).toHaveBeenCalled();
    show({ build: rests(addDays(new Date(), -1)) });
    expect(screen.getByText('Has waited for fresh ears: due')).toBeVisible();
  });
  it('keeps what was liked before', () => {
    const look: VoicingEvent = {
      id: 'l',
      kind: 'second-look',
      round: 2,
      at: '2026-11-22T09:00:00Z',
      person: '',
      retracted: false,
      body: { liked: 'before', note: 'B2' },
    };
    show({ events: [look] });
    expect(screen.getByLabelText('Second looks')).toHaveTextContent('22 Nov: the round before');
  });
});

describe('a blind compare', () => {
  it('needs one place in two rounds', () => {
    show({ knocks: [knock('then', 1, 'A1'), knock('now', 2)] });
    expect(screen.getByText('A blind compare needs the same place knocked in two rounds.')).toBeVisible();
  });
  it('lets nobody choose before both were heard at one loudness, and only then tells which was which', async () => {
    const played: string[] = [];
    const { liked } = show();
    aLoudspeaker(played);
    const choice = screen.getByRole('button', { name: 'I like the first' });
    expect(screen.getByLabelText('Blind compare')).not.toHaveTextContent(/round \d/);
    fireEvent.click(screen.getByRole('button', { name: 'Play the first' }));
    await waitFor(() => expect(played).toHaveLength(2));
    expect(choice).toBeDisabled();
    fireEvent.click(screen.getByRole('button', { name: 'Play the second' }));
    await waitFor(() => expect(choice).toBeEnabled());
    // Each peaks at 0.2 and is brought to 0.7.
    const gains = played.filter((one) => one.startsWith('gain')).map((one) => Number(one.slice(5)));
    expect(gains).toEqual([expect.closeTo(3.5, 5), expect.closeTo(3.5, 5)]);
    fireEvent.click(choice);
    const first = played[0]!.includes('now') ? 'now' : 'before';
    expect(liked).toHaveBeenCalledWith({ liked: first, note: 'B2' });
    expect(
      screen.getByText(
        first === 'now' ? 'You liked round 2; the other was round 1.' : 'You liked round 1; the other was round 2.',
      ),
    ).toBeVisible();
    fireEvent.click(screen.getByRole('button', { name: 'Once more' }));
    expect(screen.getByRole('button', { name: 'I like the first' })).toBeDisabled();
  });
  it('says when a sound can’t be played', async () => {
    show();
    window.fetch = jest.fn(() => Promise.resolve({ ok: false })) as unknown as typeof fetch;
    fireEvent.click(screen.getByRole('button', { name: 'Play the second' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('It could not be played: its sound is not there');
  });
});
