import type { TargetSpec } from '@nimble/core/graduation';
import { changeKind, moveWholeTarget } from './target-edits';

const graded: TargetSpec = {
  base: { kind: 'graded', treble: 2.8e-3, bass: 2.4e-3 },
  rim: null,
  tolerance: 6e-5,
  limit: 2e-3,
};

it('keeps the middle when the kind changes, and the slope when points are drawn from it', () => {
  expect(changeKind(graded, 'even').base).toEqual({ kind: 'even', thickness: 2.6e-3 });
  const drawn = changeKind(graded, 'drawn').base;
  const points = drawn.kind === 'drawn' ? drawn.points : [];
  expect(points.find(({ v }) => v === -0.6)?.thickness).toBeCloseTo(2.72e-3, 9); // a fifth of the way from treble to bass
  expect(points.find(({ v }) => v === 0)?.thickness).toBeCloseTo(2.6e-3, 9);
});
it('moves every part of a target by the same step', () =>
  expect(moveWholeTarget(graded, -5e-5).base).toEqual({
    kind: 'graded',
    treble: expect.closeTo(2.75e-3, 9),
    bass: expect.closeTo(2.35e-3, 9),
  }));
