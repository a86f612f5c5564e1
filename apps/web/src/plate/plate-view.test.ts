import { centred, enlarge, enlargedBy, follow, move, type Box } from './plate-view';

const whole: Box = { x: -26, y: -220, width: 540, height: 440 };

describe('what is seen of the plate', () => {
  it('keeps the place under the hand where it is while it is enlarged', () => {
    const at = { x: 130, y: -60 };
    const seen = enlarge(whole, whole, 2, at);
    expect(enlargedBy(seen, whole)).toBeCloseTo(2, 12);
    // The same share of the way across before and after.
    expect((at.x - seen.x) / seen.width).toBeCloseTo((at.x - whole.x) / whole.width, 12);
    expect((at.y - seen.y) / seen.height).toBeCloseTo((at.y - whole.y) / whole.height, 12);
  });
  it('keeps its proportion, and comes back to the whole however it was moved', () => {
    const near = move(enlarge(whole, whole, 5, { x: 0, y: 0 }), whole, { x: 4000, y: 4000 });
    expect(near.width / near.height).toBeCloseTo(whole.width / whole.height, 12);
    const back = enlarge(near, whole, 0.01);
    expect(back.x).toBeCloseTo(whole.x, 9);
    expect(back.y).toBeCloseTo(whole.y, 9);
    expect(back.width).toBeCloseTo(whole.width, 9);
  });
  it('goes no nearer than eight times and no further than the plate', () => {
    const seen = enlarge(whole, whole, 100);
    expect(enlargedBy(seen, whole)).toBeCloseTo(8, 12);
    const corner = move(seen, whole, { x: 1e4, y: -1e4 });
    expect(corner.x + corner.width).toBeCloseTo(whole.x + whole.width, 9);
    expect(corner.y).toBe(whole.y);
  });
  it('follows a place that left what is seen, and stays while it is well inside', () => {
    const seen = centred(enlarge(whole, whole, 4), whole, { x: 200, y: 0 });
    expect(follow(seen, whole, { x: 210, y: 10 })).toBe(seen);
    const gone = follow(seen, whole, { x: 400, y: 100 });
    expect(gone.x + gone.width / 2).toBeCloseTo(400, 9);
    expect(gone.y + gone.height / 2).toBeCloseTo(100, 9);
  });
});
