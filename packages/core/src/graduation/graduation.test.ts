import { plateShape, type Family } from '../outline';
import { cellAt, createMapGrid } from '../survey';
import { checkTarget, defaultTarget, fillTarget, type TargetSpec, type TrebleSign } from '.';

const shape = plateShape({ kind: 'rectangle', bodyLength: 0.5, width: 0.4 });
const grid = createMapGrid(shape);
const even: TargetSpec = { base: { kind: 'even', thickness: 2.6e-3 }, rim: null, tolerance: 6e-5, limit: 2.2e-3 };

function targetAt(target: TargetSpec, x: number, y: number, treble: TrebleSign = -1): number {
  const out = new Float64Array(grid.nx * grid.ny);
  fillTarget(target, { grid, shape, treble }, out);
  return out[cellAt(grid, x, y)];
}

describe('fillTarget', () => {
  it('is the same everywhere when even', () => expect(targetAt(even, 0.01, 0.19)).toBe(2.6e-3));
  it('runs straight from treble to bass, and swaps for the left hand', () => {
    const graded: TargetSpec = { ...even, base: { kind: 'graded', treble: 2.8e-3, bass: 2.4e-3 } };
    const quarter = targetAt(graded, 0.25, -0.1);
    expect(Math.abs(quarter - 2.7e-3)).toBeLessThan(5e-6); // within a cell of y = -0.1
    expect(Math.abs(targetAt(graded, 0.25, -0.1, 1) - 2.5e-3)).toBeLessThan(5e-6);
  });
  it('thins the rim by the whole amount at the line, by half in the middle of its width, by nothing beyond', () => {
    const thin: TargetSpec = { ...even, rim: { width: 0.04, thinnerBy: 3e-4 } };
    expect(targetAt(thin, 0.25, 0.1995)).toBeCloseTo(2.3e-3, 5);
    expect(Math.abs(targetAt(thin, 0.25, 0.18) - 2.45e-3)).toBeLessThan(2e-5);
    expect(targetAt(thin, 0.25, 0.1)).toBe(2.6e-3);
  });
  it('passes through drawn points, and through a plane of them exactly', () => {
    const points = [
      [0, -1],
      [0, 1],
      [1, -1],
      [1, 1],
      [0.5, 0],
    ].map(([u, v]) => ({ u, v, thickness: 2.5e-3 + 2e-4 * u + 1e-4 * v }));
    const drawn: TargetSpec = { ...even, base: { kind: 'drawn', points } };
    expect(Math.abs(targetAt(drawn, 0.25, 0) - 2.6e-3)).toBeLessThan(2e-6);
  });
});

describe('checkTarget', () => {
  it.each(['steel-string', 'nylon-string', 'arched-guitar', 'mandolin', 'ukulele', 'other'] as Family[])(
    'accepts the first target of a %s',
    (family) => {
      expect(() => checkTarget(defaultTarget(family, 'top'))).not.toThrow();
      expect(() => checkTarget(defaultTarget(family, 'back'))).not.toThrow();
    },
  );
  it.each([
    [{ ...even, base: { kind: 'even', thickness: NaN } }, /base\.thickness/],
    [{ ...even, base: { kind: 'even', thickness: 2.6 } }, /base\.thickness/],
    [{ ...even, tolerance: 0 }, /tolerance/],
    [{ ...even, limit: 2.7e-3 }, /limit/],
    [{ ...even, rim: { width: 0.02, thinnerBy: 5e-4 } }, /limit/],
    [{ ...even, base: { kind: 'drawn', points: [] } }, /points/],
    [{ ...even, base: { kind: 'drawn', points: [{ u: 2, v: 0, thickness: 2.6e-3 }] } }, /points\[0\]\.u/],
  ])('refuses %j', (target, reason) => expect(() => checkTarget(target as TargetSpec)).toThrow(reason));
});
