import { choose, untilOffered } from '../test/choose';
import { METRIC } from '@nimble/core/units';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Refused } from '../api/client';
import type { JigView } from '../api/flex';
import { open, serve } from '../test/test-bench';
import { FlexForm } from './FlexForm';
import { jigWords } from '../words/jig-words';

const beam = { kind: 'beam', span: 0.4, loadAt: 0.2, dialAt: 0.2, direction: 'along' } as unknown as JigView['body'];
const JIGS = [
  { id: 'j', name: 'long supports', body: beam },
  { id: 'r', name: 'ring', body: { kind: 'ring', diameter: 0.3 } },
] as unknown as JigView[];

function show(change: Partial<Parameters<typeof FlexForm>[0]> = {}) {
  serve({ 'GET /jigs': JIGS });
  const send = jest.fn((_: Record<string, unknown>) => Promise.resolve());
  open(<FlexForm pieceId="w" units={METRIC} plain onSend={send} {...change} />);
  return send;
}
const row = (n: number, load: string, dial: string) => {
  choose(screen.getByLabelText(`Load ${n}`), load);
  choose(screen.getByLabelText(`Dial ${n}`), dial);
};
const keep = () => fireEvent.submit(screen.getByRole('form', { name: 'Flex it' }));

describe('a jig in words', () => {
  it('says where supports, weight and dial stand', () => {
    expect(jigWords(beam, METRIC)).toBe('two supports 400 mm apart along the grain, weight and dial in the middle');
    expect(jigWords({ ...beam, loadAt: 0.1 } as JigView['body'], METRIC)).toContain('weight at 100 mm, dial at 200 mm');
    expect(jigWords(JIGS[1]!.body, METRIC)).toBe('whole plate on a ring of 300 mm, weight in its middle');
    const clamped = {
      kind: 'cantilever',
      span: 0.25,
      loadAt: 0.2,
      dialAt: 0.2,
      direction: 'across',
    } as unknown as JigView['body'];
    expect(jigWords(clamped, METRIC)).toBe('clamped, 250 mm free across the grain, weight 200 mm out');
  });
});

describe('flexing a piece', () => {
  it('sends loads in newtons and ways in metres, whatever was typed, and passes empty rows over', async () => {
    const send = show();
    choose(screen.getByLabelText('Supports apart'), '400');
    choose(screen.getByLabelText('Bent'), 'across');
    row(1, '500 g', '0.50');
    row(3, '10 N', '0.04 in');
    choose(screen.getByLabelText('How it feels'), '7');
    keep();
    await waitFor(() => expect(send).toHaveBeenCalled());
    const { span, direction, feel, points } = send.mock.calls[0]![0] as {
      span: number;
      direction: string;
      feel: number;
      points: { load: number; deflection: number }[];
    };
    expect([span, direction, feel]).toEqual([0.4, 'across', 7]);
    expect(points).toEqual([
      { load: expect.closeTo(0.5 * 9.80665, 6), deflection: expect.closeTo(5e-4, 9) },
      { load: 10, deflection: expect.closeTo(0.04 * 0.0254, 9) },
    ]);
    await waitFor(() => expect(screen.getByLabelText('Load 1')).toHaveValue(''));
  });
  it('needs two loads, and says at its field what can’t be read; all that was typed stays', async () => {
    const send = show();
    choose(screen.getByLabelText('Supports apart'), '400');
    row(1, '500 g', '0.50');
    keep();
    expect(await screen.findByText('The test needs two loads or more')).toBeVisible();
    row(2, '1 kg', 'far');
    keep();
    await waitFor(() => expect(screen.getByLabelText('Dial 2')).toBeInvalid());
    expect(send).not.toHaveBeenCalled();
    expect(screen.getByLabelText('Load 1')).toHaveValue('500 g');
    expect(screen.getByLabelText('Supports apart')).toHaveValue('400');
  });
  it('shows a refusal of the server at its row, and keeps what was typed', async () => {
    const errors = [{ field: 'points[1].deflection', message: 'goes back under more load' }];
    const send = show({
      plain: false,
      onSend: () => Promise.reject(new Refused(400, 'Some fields can’t be right', errors)),
    });
    expect(await screen.findByText(/two supports 400 mm apart/)).toBeVisible();
    row(1, '500 g', '0.5');
    row(2, '1 kg', '0.4');
    keep();
    expect(await screen.findByText('goes back under more load')).toBeVisible();
    expect(screen.getByLabelText('Dial 2')).toBeInvalid();
    expect(screen.getByLabelText('Dial 2')).toHaveValue('0.4');
    expect(send).not.toHaveBeenCalled();
  });
  it('offers rings for whole plates only, and asks for a jig where none is described', async () => {
    const offered = (form: number, words: string[]) => untilOffered(() => screen.getAllByLabelText('On')[form]!, words);
    show();
    expect(await offered(0, ['long supports'])).toEqual(['two plain supports', 'long supports']);
    show({ plain: false });
    await waitFor(() => expect(screen.getAllByLabelText('On')).toHaveLength(2));
    expect(await offered(1, ['ring'])).toEqual(['long supports', 'ring']);
  });
  it('takes one more load than there are rows for', () => {
    show();
    expect(screen.queryByLabelText('Load 5')).toBeNull();
    fireEvent.click(screen.getByText('One more load'));
    expect(screen.getByLabelText('Load 5')).toBeInTheDocument();
  });
});
