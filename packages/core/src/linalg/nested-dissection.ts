/**
 * An order of elimination that fills in little: the nodes of a mesh are cut in two along their longer extent, again and
 * again, and each cut's own nodes come last.
 * Source: George 1973; cuts by coordinates, as a mesh in the plane has them.
 */

const LEAF = 12;

/** @param neighbours of each node @returns nodes in the order of elimination */
export function dissectionOrder(
  x: Float64Array,
  y: Float64Array,
  neighbours: readonly (readonly number[])[],
): Int32Array {
  const order: number[] = [];
  const side = new Int8Array(x.length);
  const order2 = (nodes: number[]): void => {
    if (nodes.length <= LEAF) {
      order.push(...nodes);
      return;
    }
    const { low, high, cut } = halves(nodes, x, y, neighbours, side);
    if (low.length === 0 || high.length === 0) {
      order.push(...nodes);
      return;
    }
    order2(low);
    order2(high);
    order.push(...cut);
  };
  order2(Array.from(x, (_, i) => i));
  return Int32Array.from(order);
}

/**
 * Lower and upper half by the middle one of the longer extent; of the upper half, what touches the lower is the cut.
 */
function halves(
  nodes: readonly number[],
  x: Float64Array,
  y: Float64Array,
  neighbours: readonly (readonly number[])[],
  side: Int8Array,
) {
  const extent = (of: Float64Array) =>
    nodes.reduce((most, i) => Math.max(most, of[i]), -Infinity) -
    nodes.reduce((least, i) => Math.min(least, of[i]), Infinity);
  const along = extent(x) >= extent(y) ? x : y;
  const sorted = [...nodes].sort((a, b) => along[a] - along[b]);
  const half = sorted.length >> 1;
  sorted.forEach((node, i) => (side[node] = i < half ? 1 : 2));
  const [low, high, cut]: [number[], number[], number[]] = [[], [], []];
  for (const node of sorted) {
    if (side[node] === 1) low.push(node);
    else if (neighbours[node].some((other) => side[other] === 1)) cut.push(node);
    else high.push(node);
  }
  sorted.forEach((node) => (side[node] = 0));
  return { low, high, cut };
}
