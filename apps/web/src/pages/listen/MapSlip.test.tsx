import { choose } from '../../test/choose';
import { fireEvent, screen } from '@testing-library/react';
import type { KnockView } from '../../api/knocks';
import type { KnockListener } from '../../listening/use-knock-listener';
import { open, serve } from '../../test/test-bench';
import type { LastHeard } from './last-heard';
import { MapSlip } from './MapSlip';
import type { Walk } from './use-walk';

const knock = (id: string, name: string): KnockView => ({
  id,
  buildId: 'b',
  at: '2026-11-02T10:00:00Z',
  person: '',
  source: 'microphone',
  retracted: false,
  about: 'station',
  round: 2,
  place: { name, x: 0.1, y: 0 },
  options: {},
  analysis: {
    sampleRate: 48_000,
    duration: 1,
    onsets: [{ time: 0.3, accepted: true }],
    ringTime: 0.8,
    rattle: 0,
    loudness: -9,
    brightness: 300,
    warnings: [],
    partials: [{ frequency: 196, frequencySd: 0.01, q: 50, qSd: 0.01, level: 0, polarity: 1, heard: 1 }],
  },
});
const ear = {
  state: 'off',
  meter: null,
  busy: false,
  trouble: null,
  practise: null,
  listen: jest.fn(),
  open: jest.fn(),
  stop: jest.fn(),
  take: jest.fn(),
} as unknown as KnockListener;
const place = (name: string) => ({ name, x: 0.1, y: 0 });

function show(walk: Partial<Walk> = {}, last: LastHeard | null = null) {
  serve({});
  const keep = {
    keep: jest.fn(),
    retract: jest.fn(),
    hearAgain: jest.fn(() => Promise.resolve()),
    keepPlayed: jest.fn(),
  };
  const done = { onMarking: jest.fn(), onHold: jest.fn(), onUndo: jest.fn(), onRound: jest.fn() };
  const whole = {
    places: [place('A1'), place('A2'), place('B1')],
    struck: new Set(['A1']),
    lit: place('A2'),
    ofRound: [knock('1', 'A1')],
    rounds: [1, 2],
    round: 2,
    before: null,
    picture: null,
    set: 'few',
    begun: true,
    setSet: jest.fn(),
    ...walk,
  } as unknown as Walk;
  open(<MapSlip ear={ear} last={last} walk={whole} keep={keep} hold={null} marking={false} change={null} {...done} />);
  return { keep, walk: whole, ...done };
}

describe('the slip of a walk round', () => {
  it('says where to knock and how far the walk is', () => {
    show();
    expect(screen.getByTestId('lit-place')).toHaveTextContent('A2');
    expect(screen.getByText('1 of 3')).toBeInTheDocument();
    expect(screen.queryByLabelText('Knocks at this place')).not.toBeInTheDocument();
  });
  it('shows all knocks at the lit place, says what was left out, and takes one back', () => {
    const here = ['1', '2', '3'].map((id) => knock(id, 'A1'));
    const stations = [{ name: 'A1', leftOut: [{ id: '2', reason: 'damped' }] }];
    const { keep } = show({
      lit: place('A1'),
      ofRound: here,
      picture: { map: { stations } } as unknown as Walk['picture'],
    });
    expect(screen.getByText('3 knocks at A1 in this round')).toBeInTheDocument();
    expect(screen.getAllByText('left out: died too soon, as under a hand')).toHaveLength(1);
    fireEvent.click(screen.getAllByText('Take back')[1]!);
    expect(keep.retract).toHaveBeenCalledWith('2', true);
    choose(screen.getAllByLabelText(/^Lowest note/)[0]!, '100');
    expect(keep.hearAgain).toHaveBeenCalledWith('1', 100);
  });
  it('keeps its places once begun, and asks again for what told nothing', () => {
    const heard = {
      ...knock('9', 'A2').analysis,
      partials: [],
      onsets: [{ time: 0.3, accepted: false, reason: 'double' as const }],
    };
    show({}, { heard: { analysis: heard } as unknown as LastHeard['heard'], kept: null });
    expect(screen.getByLabelText('Places')).toBeDisabled();
    expect(screen.getByText('Not kept: knock again.')).toBeInTheDocument();
    expect(screen.getByText(/1 left out: hit twice/)).toBeInTheDocument();
  });
  it('lets a walk that has not begun choose its places', () => {
    const { walk } = show({ begun: false, ofRound: [], struck: new Set<string>() });
    choose(screen.getByLabelText('Places'), 'many');
    expect(walk.setSet).toHaveBeenCalledWith('many');
    expect(screen.queryByText(/^Start round/)).not.toBeInTheDocument();
  });
});
