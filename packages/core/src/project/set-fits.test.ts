import { misfitOf } from '.';

const half = { use: 'top' as const, length: 0.55, joinedWidth: 0.41 };

it.each([
  ['a top of its size', half, { role: 'top', length: 0.5, width: 0.4 }, null],
  ['a back', half, { role: 'back', length: 0.5, width: 0.4 }, 'other-use'],
  ['a longer body', half, { role: 'top', length: 0.56, width: 0.4 }, 'too-short'],
  ['a wider one, of two halves', half, { role: 'top', length: 0.5, width: 0.412 }, 'too-narrow'],
  ['a small one, of a billet', { ...half, use: 'brace' }, { role: 'top', length: 0.3, width: 0.2 }, 'other-use'],
] as const)('a set for tops and %s', (_, set, plate, misfit) => expect(misfitOf(set, plate)).toBe(misfit));
