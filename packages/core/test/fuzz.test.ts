/** Broken files through every reader: a short run of what `npm run fuzz` does at length. */
import { KINDS, tried } from './fuzz-kinds';
import { mutated } from './mutate';
import { seededRandom } from '../src/simulate';

const COUNT = 60;

describe.each(Object.entries(KINDS))('a broken file of %s', (kind, { samples }) => {
  it('is read where it is whole', () => samples.forEach((bytes) => expect(tried(kind, bytes)).toBe('taken')));

  it('is taken with figures that can be or refused in words, and never hangs', () => {
    const random = seededRandom(11);
    const outcomes = Array.from({ length: COUNT }, (_, i) => tried(kind, mutated(samples[i % samples.length], random)));
    expect(outcomes).toContain('taken');
  }, 20_000);
});

it.each([
  ['a corner without its other half', ['10', '0', '2', '0', '10', '480', '20', '0']],
  ['more corners than there are lines', ['90', '100000000', '10', '0', '20', '0']],
  ['an old polyline that has no end', ['10', '0', '20', '0', '0', 'POLYLINE', '8', '0', '70', '1']],
  ['a torn pair of lines', ['10', '0', '20 0', '10', '480', '20', '0']],
])('a drawing with %s is refused at once', (_, corners) => {
  const lines = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LWPOLYLINE', '90', '2', ...corners, '0', 'ENDSEC', '0', 'EOF'];
  expect(tried('dxf', new TextEncoder().encode(lines.join('\n')))).toBe('refused');
});
