import { triangulate } from '../mesh';
import { nameLesser, nameMode } from './name-modes';

const mesh = triangulate(
  [
    [0, -0.18],
    [0.5, -0.18],
    [0.5, 0.18],
    [0, 0.18],
  ],
  [],
  [],
  0.02,
);
const shapeOf = (w: (x: number, y: number) => number) => mesh.x.map((x, i) => w(x, mesh.y[i]));
/** Across the plate, nothing at the rim. */
const across = (y: number) => Math.cos((Math.PI * y) / 0.36);
const bump = (x: number, middle: number, width: number) => Math.exp(-(((x - middle) / width) ** 2));

describe('the name of a mode', () => {
  it('is that of what it does: pump, rock across, rock along, break up', () => {
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => Math.sin((Math.PI * x) / 0.5) * across(y)),
      ),
    ).toBe('monopole');
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => Math.sin((Math.PI * x) / 0.5) * Math.sin((2 * Math.PI * y) / 0.36)),
      ),
    ).toBe('cross-dipole');
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => Math.sin((2 * Math.PI * x) / 0.5) * across(y)),
      ),
    ).toBe('long-dipole');
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => Math.sin((4 * Math.PI * x) / 0.5) * Math.sin((4 * Math.PI * y) / 0.36)),
      ),
    ).toBe('other');
  });
  it('is the upper part’s where that alone swings, whichever way', () => {
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => bump(x, 0.1, 0.06) * across(y)),
      ),
    ).toBe('upper');
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => bump(x, 0.1, 0.06) * y),
      ),
    ).toBe('upper');
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => bump(x, 0.36, 0.08) * across(y)),
      ),
    ).toBe('monopole');
    // A little of it above does not make it the upper part's.
    expect(
      nameMode(
        mesh,
        shapeOf((x, y) => (bump(x, 0.36, 0.08) - 0.5 * bump(x, 0.1, 0.06)) * across(y)),
      ),
    ).not.toBe('upper');
  });
  it('is what comes next to pumping where another pumps more', () => {
    const shape = shapeOf((x, y) => (bump(x, 0.38, 0.07) - 0.45 * bump(x, 0.12, 0.07)) * across(y));
    expect(nameLesser(mesh, shape)).toBe('long-dipole');
    expect(
      nameLesser(
        mesh,
        shapeOf((x, y) => bump(x, 0.3, 0.1) * across(y)),
      ),
    ).toBe('other');
  });
});
