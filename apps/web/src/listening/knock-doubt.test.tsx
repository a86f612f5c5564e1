import type { HeardPartial } from '@nimble/core/sound';
import { fireEvent, screen } from '@testing-library/react';
import { open, serve } from '../test/test-bench';
import type { Heard } from '../compute/sound.worker';
import { KnockDoubt } from './KnockDoubt';
import { useDoubtedKnock } from './use-doubted-knock';

const before = [180, 240, 310, 402];
const heardOf = (notes: readonly number[]): Heard =>
  ({
    analysis: { partials: notes.map((frequency, i) => ({ frequency, level: -3 * i }) as HeardPartial) },
  }) as unknown as Heard;

function Round({
  notes,
  shaved,
  repaired = false,
  onKeep,
}: {
  notes: number[];
  shaved: boolean;
  repaired?: boolean;
  onKeep: jest.Mock;
}) {
  const doubt = useDoubtedKnock({ notes: before, shaved }, { repaired, onKeep });
  return (
    <>
      <button onClick={() => doubt.offer(heardOf(notes), 'microphone')}>knock</button>
      {doubt.doubted && <KnockDoubt doubt={doubt} />}
    </>
  );
}

function knocked(notes: number[], { shaved = true, repaired = false } = {}) {
  serve({});
  const onKeep = jest.fn();
  open(<Round {...{ notes, shaved, repaired, onKeep }} />);
  fireEvent.click(screen.getByText('knock'));
  return onKeep;
}

describe('a knock in a round', () => {
  it('keeps itself when it is of this top', () => {
    expect(knocked([178.5, 238, 306, 399])).toHaveBeenCalledTimes(1); // one per cent down, as a shaving does
    expect(screen.queryByRole('alertdialog')).toBeNull();
  });
  it('is asked about before it is kept when it is of another plate; Enter knocks again, K keeps it', () => {
    const onKeep = knocked([95, 131, 520, 700]);
    expect(screen.getByRole('alertdialog')).toHaveTextContent(/another plate, another hold, or a brace that let go/);
    expect(onKeep).not.toHaveBeenCalled();
    fireEvent.keyDown(document.body, { key: 'Enter' });
    expect(screen.queryByRole('alertdialog')).toBeNull();
    fireEvent.click(screen.getByText('knock'));
    fireEvent.keyDown(document.body, { key: 'k' });
    expect(onKeep).toHaveBeenCalledTimes(1);
    expect(screen.queryByRole('alertdialog')).toBeNull();
  });
  it('is asked about when nothing moved though wood came off, and not when none did', () => {
    expect(knocked(before)).not.toHaveBeenCalled();
    expect(screen.getByRole('alertdialog')).toHaveTextContent(/the same sound again/);
  });
  it.each([
    ['no wood came off', { shaved: false }, before],
    ['something was glued back', { repaired: true }, [95, 131, 520, 700]],
  ])('keeps itself when %s', (_, facts, notes) => expect(knocked(notes, facts)).toHaveBeenCalledTimes(1));
});
