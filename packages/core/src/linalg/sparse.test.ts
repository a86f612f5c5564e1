import {
  BLOCK,
  blockAt,
  blockPattern,
  dissectionOrder,
  factorBlocks,
  factorSymmetricInPlace,
  lowestModes,
  multiplyBlocks,
  planCholesky,
  solveBlocks,
  solveFactoredInPlace,
} from '.';

/** A grid of nodes, each joined to its neighbours, with made-up stiff blocks on a diagonal that dominates. */
function gridMatrix(columns: number, rows: number) {
  const at = (i: number, j: number) => i * rows + j;
  const neighbours = Array.from({ length: columns * rows }, (_, n) => {
    const [i, j] = [Math.floor(n / rows), n % rows];
    return [
      [i - 1, j],
      [i + 1, j],
      [i, j - 1],
      [i, j + 1],
    ]
      .filter(([a, b]) => a >= 0 && a < columns && b >= 0 && b < rows)
      .map(([a, b]) => at(a, b));
  });
  const x = Float64Array.from(neighbours, (_, n) => Math.floor(n / rows));
  const y = Float64Array.from(neighbours, (_, n) => n % rows);
  const order = dissectionOrder(x, y, neighbours);
  const position = new Int32Array(order.length);
  order.forEach((node, place) => (position[node] = place));
  const renumbered: number[][] = [];
  neighbours.forEach((list, node) => (renumbered[position[node]] = list.map((other) => position[other])));
  const pattern = blockPattern(renumbered);
  const values = new Float64Array(pattern.row.length * BLOCK * BLOCK);
  for (let j = 0; j < pattern.count; j++)
    for (let p = pattern.start[j]; p < pattern.start[j + 1]; p++)
      for (let r = 0; r < BLOCK; r++)
        for (let c = 0; c < BLOCK; c++) {
          const diagonal = pattern.row[p] === j;
          const value = Math.sin(3 * pattern.row[p] + 5 * j + (diagonal ? r + c : 7 * r + 11 * c));
          values[p * 36 + 6 * r + c] = value + (diagonal && r === c ? 40 : 0);
        }
  return { order, pattern, values };
}

function dense({ pattern, values }: ReturnType<typeof gridMatrix>): Float64Array {
  const n = pattern.count * BLOCK;
  const A = new Float64Array(n * n);
  for (let j = 0; j < pattern.count; j++)
    for (let p = pattern.start[j]; p < pattern.start[j + 1]; p++)
      for (let r = 0; r < BLOCK; r++)
        for (let c = 0; c < BLOCK; c++) {
          const [row, column] = [pattern.row[p] * BLOCK + r, j * BLOCK + c];
          A[row * n + column] = A[column * n + row] = values[p * 36 + 6 * r + c];
        }
  return A;
}

describe('a large sparse matrix of blocks', () => {
  const matrix = gridMatrix(6, 5);
  const n = 30 * BLOCK;
  const b = Float64Array.from({ length: n }, (_, i) => Math.cos(i));
  const plan = planCholesky(matrix.pattern);
  const L = new Float64Array(plan.factor.row.length * 36);
  it('solves as the full matrix does', () => {
    expect(factorBlocks(plan, matrix.values, L)).toEqual({ status: 'factored' });
    const [sparse, full] = [b.slice(), b.slice()];
    solveBlocks(plan, L, sparse);
    const A = dense(matrix);
    factorSymmetricInPlace(A, n);
    solveFactoredInPlace(A, full);
    sparse.forEach((value, i) => expect(value).toBeCloseTo(full[i], 10));
    const back = new Float64Array(n);
    multiplyBlocks(matrix.pattern, matrix.values, sparse, back);
    back.forEach((value, i) => expect(value).toBeCloseTo(b[i], 9));
  });
  it('names the node and the freedom that nothing holds', () => {
    const values = matrix.values.slice();
    const at = blockAt(matrix.pattern, 12, 12);
    for (let i = 0; i < 6; i++) values[at * 36 + 7 * i] = i === 3 ? -5 : values[at * 36 + 7 * i];
    const outcome = factorBlocks(plan, values, L);
    expect(outcome).toMatchObject({ status: 'not-positive', node: 12 });
  });
  it('is eliminated in an order that has every node once and fills in less than line by line', () => {
    const big = gridMatrix(24, 24);
    expect([...big.order].sort((p, q) => p - q)).toEqual(Array.from({ length: 576 }, (_, i) => i));
    const byLines = planCholesky(
      blockPattern(
        Array.from({ length: 576 }, (_, m) =>
          [m - 24, m + 24, ...(m % 24 > 0 ? [m - 1] : []), ...(m % 24 < 23 ? [m + 1] : [])].filter(
            (k) => k >= 0 && k < 576,
          ),
        ),
      ),
    );
    expect(planCholesky(big.pattern).factor.row.length).toBeLessThan(0.7 * byLines.factor.row.length);
  });
});

describe('lowest modes', () => {
  // K = diag(lambda), M = 1: the modes are the lambdas, doubled ones twice.
  const lambda = Float64Array.from({ length: 400 }, (_, i) => (i < 2 ? 1 : i < 4 ? 4 : i < 5 ? 9 : 10 + i));
  const found = (shift: number, values = lambda) =>
    lowestModes(
      {
        size: 400,
        shift,
        solve: (x) => x.forEach((v, i) => (x[i] = v / (values[i] + shift))),
        multiplyMass: (x, out) => out.set(x),
      },
      5,
      (i, column) => Math.sin(12.9898 * (i + 1) + 78.233 * (column + 1)),
    );
  it('are found with their doubles, in order, of length one', () => {
    const { status, lambda: values, vectors } = found(0);
    expect(status).toBe('converged');
    [1, 1, 4, 4, 9].forEach((value, m) => expect(values[m]).toBeCloseTo(value, 9));
    vectors.forEach((v) => expect(v.reduce((sum, value) => sum + value * value, 0)).toBeCloseTo(1, 9));
  });
  it('are found where some are zero, by a shift', () => {
    const floating = lambda.map((value, i) => (i < 2 ? 0 : value));
    const { lambda: values } = found(5, floating);
    [0, 0, 4, 4, 9].forEach((value, m) => expect(values[m]).toBeCloseTo(value, 8));
  });
});
