import type { Write } from '../api/outbox';
import { mendable, mended } from './refused-words';

const refused = (body: unknown, errors: { field: string; message: string }[], more: Partial<Write> = {}): Write => ({
  id: 'w',
  method: 'POST',
  path: '/x',
  buildId: 'b',
  label: 'the reading at C2',
  body,
  aside: { words: 'Some fields can’t be right', errors },
  ...more,
});

describe('what the server would not take', () => {
  const body = { readings: [{ station: 'C2', thickness: 3.1, kept: false }], person: 'Wren' };
  const errors = [{ field: 'readings[0].thickness', message: 'is over 50 mm: check the unit' }];

  it('names the plain fields that were refused, with their unit', () => {
    expect(mendable(refused(body, errors))).toEqual([
      {
        field: 'readings[0].thickness',
        label: 'Thickness',
        unit: 'm',
        value: '3.1',
        message: 'is over 50 mm: check the unit',
      },
    ]);
  });
  it.each([
    ['a document as a whole', [{ field: 'readings', message: 'x' }]],
    ['what is not in it', [{ field: 'station.name', message: 'x' }]],
    ['nothing', []],
  ])('offers no mending of %s', (_, none) => expect(mendable(refused(body, none))).toEqual([]));
  it('offers no mending of a sound', () =>
    expect(mendable(refused(body, errors, { file: new Uint8Array(1) }))).toEqual([]));

  it('is mended in that field alone, and stays as it was', () => {
    const write = refused(body, errors);
    const fields = mendable(write);
    expect(mended(write, fields, { 'readings[0].thickness': '0,0031' })).toEqual({
      readings: [{ station: 'C2', thickness: 0.0031, kept: false }],
      person: 'Wren',
    });
    expect(write.body).toEqual(body);
    expect(body.readings[0]!.thickness).toBe(3.1);
  });
  it('says which field must be a figure', () => {
    const write = refused(body, errors);
    for (const text of ['thin', ' '])
      expect(mended(write, mendable(write), { 'readings[0].thickness': text })).toBe('readings[0].thickness');
  });
  it('keeps a text a text', () => {
    const write = refused(body, [{ field: 'person', message: 'too long' }]);
    expect(mended(write, mendable(write), { person: '12' })).toMatchObject({ person: '12' });
  });
});
