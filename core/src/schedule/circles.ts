/** Which openings wait for each other in a circle, and an order in which every opening comes after those it counts from. */

export interface Ordered {
  /** Item numbers, each after all it depends on (within a circle in any order). */
  order: number[];
  /** The number of the circle each item belongs to; two items lead to each other exactly where it is the same. */
  circle: Int32Array;
}

/**
 * Strongly connected components of the graph `item -> items it depends on` (R. Tarjan, "Depth-first search and
 * linear graph algorithms", SIAM J. Comput. 1, 1972), with a stack of its own: a chain of ten thousand
 * lessons must not exhaust the call stack.
 */
export function orderByDependency(dependencies: readonly (readonly number[])[]): Ordered {
  const count = dependencies.length;
  const index = new Int32Array(count).fill(-1);
  const low = new Int32Array(count);
  const circle = new Int32Array(count).fill(-1);
  const order: number[] = [];
  const open: number[] = [];
  const path: number[] = [];
  const nextEdge = new Int32Array(count);
  let visited = 0;
  let circles = 0;

  for (let root = 0; root < count; root++) {
    if (index[root] !== -1) continue;
    path.push(root);
    while (path.length > 0) {
      const at = path[path.length - 1] as number;
      if (index[at] === -1) {
        index[at] = low[at] = visited++;
        open.push(at);
      }
      const edges = dependencies[at] as readonly number[];
      const edge = nextEdge[at] as number;
      if (edge < edges.length) {
        nextEdge[at] = edge + 1;
        const to = edges[edge] as number;
        if (index[to] === -1) path.push(to);
        else if (circle[to] === -1) low[at] = Math.min(low[at] as number, index[to] as number);
        continue;
      }
      path.pop();
      const parent = path[path.length - 1];
      if (parent !== undefined) low[parent] = Math.min(low[parent] as number, low[at] as number);
      if (low[at] !== index[at]) continue;
      for (;;) {
        const member = open.pop() as number;
        circle[member] = circles;
        order.push(member);
        if (member === at) break;
      }
      circles++;
    }
  }
  return { order, circle };
}
