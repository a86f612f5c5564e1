import { InvalidInput } from '@nimble/core/base';
import type { Slip } from '@nimble/core/wood';
import { act, renderHook } from '@testing-library/react';
import { Refused } from '../api/client';
import { useEntryForm, WrongFields } from './use-entry-form';

const BLANK = { mass: '', air: { humidity: '' } };
const WORDS = 'can’t be read';

function read({ mass, air }: typeof BLANK, meant: Slip | null) {
  if (!(Number(mass) > 0)) throw new InvalidInput('mass', mass, WORDS);
  if (air.humidity === 'wet') throw new InvalidInput('air.humidity', air.humidity, WORDS);
  return { mass: Number(mass) * (meant?.factor ?? 1) };
}

function open(send: jest.Mock, more: Partial<Parameters<typeof useEntryForm<typeof BLANK, object>>[0]> = {}) {
  const { result } = renderHook(() => useEntryForm({ blank: BLANK, read, send, ...more }));
  return {
    form: () => result.current,
    type: (mass: string) => act(() => result.current.text('mass').onChange({ target: { value: mass } })),
    submit: () => act(() => result.current.submit()),
  };
}

describe('a form', () => {
  it('says at the field what can’t be read, sends nothing, and forgets it once that field is typed anew', async () => {
    const send = jest.fn();
    const { form, type, submit } = open(send);
    type('heavy');
    act(() => form().set({ air: { humidity: 'wet' } }));
    await submit();
    expect(form().text('mass')).toMatchObject({ value: 'heavy', error: WORDS });
    type('210');
    expect(form().at('mass')).toBeNull();
    await submit();
    expect([form().at('mass'), form().at('air.humidity')]).toEqual([null, WORDS]);
    act(() => form().set({ air: { humidity: '45' } }));
    expect(form().at('air.humidity')).toBeNull();
    expect(send).not.toHaveBeenCalled();
  });
  it('tells all that is wrong where every field was read', async () => {
    const errors = ['mass', 'air.humidity'].map((field) => ({ field, message: WORDS }));
    const all = () => {
      throw new WrongFields(errors);
    };
    const { form, submit } = open(jest.fn(), { read: all });
    await submit();
    expect(errors.map(({ field }) => form().at(field))).toEqual([WORDS, WORDS]);
  });
  it('is blank once it was sent, or as the form says', async () => {
    const send = jest.fn();
    const one = open(send);
    one.type('210');
    await one.submit();
    expect(send).toHaveBeenCalledWith({ mass: 210 }, true);
    expect(one.form().draft).toEqual(BLANK);
    const kept = open(jest.fn(), { after: (draft) => draft });
    kept.type('210');
    await kept.submit();
    expect(kept.form().draft.mass).toBe('210');
  });
  it('puts what the server refuses at its field and keeps what was typed', async () => {
    const errors = [{ field: 'mass', message: 'is too much' }];
    const send = jest.fn().mockRejectedValue(new Refused(400, 'No', errors));
    const onDone = jest.fn();
    const { form, type, submit } = open(send, { onDone });
    type('210');
    await submit();
    expect(form().text('mass')).toMatchObject({ value: '210', error: 'is too much' });
    expect(onDone).not.toHaveBeenCalled();
  });
  it('asks about a doubt, and sends what was meant', async () => {
    const slip: Slip = { of: 'weight', words: 'both halves were weighed, not one', factor: 0.5 };
    const doubt = { message: 'Heavy.', slip };
    const send = jest
      .fn()
      .mockRejectedValueOnce(new Refused(409, 'Sure?', [], doubt))
      .mockResolvedValue({});
    const { form, type, submit } = open(send, { mends: ['weight'] });
    type('420');
    await submit();
    expect(form().asked).toMatchObject({ message: 'Heavy.' });
    await act(async () => {
      form().asked!.mend!.run();
      await Promise.resolve();
    });
    expect(send).toHaveBeenLastCalledWith({ mass: 210 }, false);
    expect(form().asked).toBeNull();
    expect(form().draft).toEqual(BLANK);
  });
});
