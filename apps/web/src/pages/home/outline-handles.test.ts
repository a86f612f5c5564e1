import { defaultOutline, plateShape, type Family } from '@nimble/core/outline';
import { outlineHandles } from './outline-handles';

it.each(['steel-string', 'mandolin', 'other'] as Family[])(
  'every handle of a %s moves its plate to where it is dragged',
  (family) => {
    const outline = defaultOutline(family);
    for (const handle of outlineHandles(outline)) {
      const moved = handle.drag({ x: handle.x * 1.02, y: handle.y * 1.02 });
      const after = outlineHandles(moved).find(({ key }) => key === handle.key)!;
      expect(Math.hypot(after.x - handle.x * 1.02, after.y - handle.y * 1.02)).toBeLessThan(0.012); // a length handle keeps to its own axis, rounded to 1 mm
      expect(() => plateShape(moved)).not.toThrow();
    }
  },
);
it('never shrinks a length to nothing', () => {
  const [length] = outlineHandles(defaultOutline('other'));
  expect(length!.drag({ x: -1, y: 0 })).toMatchObject({ bodyLength: 0.02 });
});
