import { mean, median, nthSmallest } from '.';

describe('a handful of values', () => {
  it.each([
    [[3], 3],
    [[9, 1, 5], 5],
    [[4, 1, 3, 2], 2.5],
  ])('the middle of %j is %f, in whatever order they came', (values, wanted) => {
    expect(median(values)).toBe(wanted);
    expect(median([...values].reverse())).toBe(wanted);
  });
  it('the middle is not moved by one that is far off, the mean is', () => {
    expect(median([1, 2, 3, 4, 1000])).toBe(3);
    expect(mean([1, 2, 3, 4, 1000])).toBe(202);
  });
  it('of none there is none, and what was given stays as it was', () => {
    expect([median([]), mean([])]).toEqual([NaN, NaN]);
    const given = Float64Array.of(2, 1);
    median(given);
    expect([...given]).toEqual([2, 1]);
  });
  it('what stands at a rank is what it is once all are sorted', () => {
    const values = Float64Array.from({ length: 101 }, (_, i) => (37 * i) % 53);
    const sorted = [...values].sort((a, b) => a - b);
    for (let rank = 0; rank < values.length; rank++) expect(nthSmallest(values.slice(), rank)).toBe(sorted[rank]);
    expect(nthSmallest(Float64Array.of(7), 0)).toBe(7);
  });
});
