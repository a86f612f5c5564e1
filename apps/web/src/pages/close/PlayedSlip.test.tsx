import type { PlayedAnalysis } from '@nimble/core/sound';
import { fireEvent, screen } from '@testing-library/react';
import type { PlayedView } from '../../api/knocks';
import { aBuild, open, serve } from '../../test/test-bench';
import { PlayedSlip } from './PlayedSlip';

const analysis: PlayedAnalysis = {
  peaks: [
    { frequency: 101, level: 0, prominence: 20 },
    { frequency: 190, level: -1, prominence: 12 },
  ],
  valleys: [{ frequency: 146.83, depth: 14.2, note: { note: 'D', octave: 3, cents: 0 } }],
  curve: [
    [80, -20],
    [101, 0],
    [146, -30],
    [190, -1],
  ],
  background: -62.4,
  evenness: 4.26,
  warnings: [],
};
const recording = (id: string, change: Partial<PlayedView> = {}): PlayedView => ({
  id,
  buildId: 'b',
  at: '2026-11-02T10:00:00Z',
  person: '',
  source: 'file',
  retracted: false,
  about: 'played',
  round: 1,
  options: {},
  analysis,
  place: { title: 'new strings', lowest: 82.4, highest: 880 },
  ...change,
});

function show(change: Partial<Parameters<typeof PlayedSlip>[0]> = {}) {
  serve({});
  const keep = { keep: jest.fn(), retract: jest.fn(), hearAgain: jest.fn(), keepPlayed: jest.fn() };
  const done = { onShown: jest.fn(), onOther: jest.fn(), onAgainst: jest.fn() };
  const shown = recording('1');
  open(
    <PlayedSlip
      build={aBuild()}
      recordings={[shown]}
      shown={shown}
      others={[]}
      against={null}
      otherBuild=""
      keep={keep}
      {...done}
      {...change}
    />,
  );
  return { keep, ...done };
}

const pick = () => {
  const file = new File(['sound'], 'scale.wav');
  fireEvent.change(screen.getByLabelText('Played WAV file'), { target: { files: [file] } });
  return file;
};

describe('the slip of a played instrument', () => {
  it('counts peaks and names the notes that fall into valleys, beside another recording', () => {
    show({ against: recording('2', { analysis: { ...analysis, peaks: [], evenness: 7 } }) });
    expect(screen.getByText('2', { selector: 'p' })).toBeInTheDocument();
    expect(screen.getByText('(the other: 0)')).toBeInTheDocument();
    expect(screen.getByText('One note falls into a valley:')).toBeInTheDocument();
    expect(screen.getByText('D3 +0')).toBeInTheDocument();
    expect(screen.getByText('14 dB deep')).toBeInTheDocument();
    expect(screen.getByText('± 4.3 dB').parentElement).toHaveTextContent('± 4.3 dB / ± 7.0 dB');
  });
  it('says how to play where nothing was', () => {
    show({ recordings: [], shown: null });
    expect(screen.getByText(/Play every note once, slowly/)).toBeInTheDocument();
  });
  it('holds a sound whose range is mistyped, and sends it when that is mended', async () => {
    const { keep, onShown } = show();
    keep.keepPlayed.mockResolvedValue(recording('3'));
    fireEvent.change(screen.getByLabelText('Lowest note'), { target: { value: 'low' } });
    const file = pick();
    expect(screen.getByText(/Type a note with its octave/)).toBeInTheDocument();
    expect(keep.keepPlayed).not.toHaveBeenCalled();
    fireEvent.change(screen.getByLabelText('Lowest note'), { target: { value: 'E2' } });
    fireEvent.click(screen.getByText('Hear it out'));
    expect(await screen.findByText('Record')).toBeInTheDocument();
    const [{ place }, sent] = keep.keepPlayed.mock.calls[0] as [{ place: PlayedView['place'] }, Blob];
    expect([place.lowest, place.highest]).toEqual([expect.closeTo(82.407, 3), expect.closeTo(880, 6)]);
    expect(sent).toBe(file);
    expect(onShown).toHaveBeenCalledWith('3');
  });
  it('holds it when the server is away, until it is thrown away', async () => {
    const { keep } = show();
    keep.keepPlayed.mockRejectedValue(new Error('The server can’t be reached.'));
    pick();
    expect(
      await screen.findByText('The sound is still here. Mend what is marked, then hear it out again.'),
    ).toBeInTheDocument();
    fireEvent.click(screen.getByText('Away with it'));
    expect(screen.getByText('Record')).toBeInTheDocument();
  });
  it('takes a recording back', () => {
    const { keep } = show();
    fireEvent.click(screen.getByText('Take it back'));
    expect(keep.retract).toHaveBeenCalledWith('1', true);
  });
});
