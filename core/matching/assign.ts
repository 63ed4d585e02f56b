/** A pair that may be: so many points for each unit that goes from a bill line to an open line. */
export interface Edge {
  readonly from: number;
  readonly to: number;
  readonly points: number;
}

/**
 * The best assignment over a whole bill: as much of every line as can be, at the most points together. Lines compete for the same goods, so the
 * best for one is not taken before the others are looked at (a flow of least length along shortest paths; groups that share nothing are solved apart).
 * @returns for each edge how much goes along it, in the order of the edges
 */
export function assign(edges: readonly Edge[], supply: readonly bigint[], capacity: readonly bigint[]): bigint[] {
  const flow = edges.map(() => 0n);
  for (const group of groupsOf(edges)) solve(edges, group, [...supply], [...capacity], flow);
  return flow;
}

/** Edges that share a bill line or an open line, directly or through others. */
function groupsOf(edges: readonly Edge[]): number[][] {
  const parent = new Map<string, string>();
  const rootOf = (node: string): string => {
    let at = node;
    for (let up = parent.get(at); up !== undefined && up !== at; up = parent.get(at)) at = up;
    return at;
  };
  for (const { from, to } of edges) {
    const [a, b] = [rootOf(`b${from}`), rootOf(`o${to}`)];
    if (a !== b) parent.set(a, b);
  }
  const groups = new Map<string, number[]>();
  edges.forEach(({ from }, at) => {
    const root = rootOf(`b${from}`);
    groups.set(root, [...(groups.get(root) ?? []), at]);
  });
  return [...groups.values()];
}

/** Points are length with the sign turned; any unit placed is worth more than none. */
const PLACED = 1000;

function solve(edges: readonly Edge[], group: readonly number[], supply: bigint[], capacity: bigint[], flow: bigint[]): void {
  for (;;) {
    const path = cheapestPath(edges, group, supply, capacity, flow);
    if (!path) return;
    let units = least(supply[path.from] ?? 0n, capacity[path.to] ?? 0n);
    for (const { edge, back } of path.steps) if (back) units = least(units, flow[edge] ?? 0n);
    for (const { edge, back } of path.steps) flow[edge] = (flow[edge] ?? 0n) + (back ? -units : units);
    supply[path.from] = (supply[path.from] ?? 0n) - units;
    capacity[path.to] = (capacity[path.to] ?? 0n) - units;
  }
}

interface Path {
  readonly from: number;
  readonly to: number;
  readonly steps: readonly { readonly edge: number; readonly back: boolean }[];
}

/** From any bill line with something left to any open line with room, at the least length (Bellman and Ford: lengths may be below zero). */
function cheapestPath(
  edges: readonly Edge[],
  group: readonly number[],
  supply: readonly bigint[],
  capacity: readonly bigint[],
  flow: readonly bigint[],
): Path | undefined {
  const bills = new Map<number, Reached>();
  const opens = new Map<number, Reached>();
  for (const at of group) {
    const { from } = edges[at] as Edge;
    if ((supply[from] ?? 0n) > 0n) bills.set(from, { length: 0, by: undefined });
  }
  for (let changed = true; changed;) {
    changed = false;
    for (const at of group) {
      const { from, to, points } = edges[at] as Edge;
      const length = -(PLACED + points);
      const isShorter = reach(opens, to, lengthOf(bills, from) + length, at);
      const isTakenBack = (flow[at] ?? 0n) > 0n && reach(bills, from, lengthOf(opens, to) - length, at);
      changed ||= isShorter || isTakenBack;
    }
  }
  const [end] = [...opens].filter(([to]) => (capacity[to] ?? 0n) > 0n).sort(([a, one], [b, other]) => one.length - other.length || a - b);
  return end && end[1].length < 0 ? pathTo(edges, end[0], opens, bills) : undefined;
}

/** At what length a line is reached, and along which edge; none where a path begins. */
interface Reached {
  readonly length: number;
  readonly by: number | undefined;
}

const lengthOf = (reached: ReadonlyMap<number, Reached>, line: number): number => reached.get(line)?.length ?? Infinity;

function reach(reached: Map<number, Reached>, line: number, length: number, by: number): boolean {
  if (length >= lengthOf(reached, line)) return false;
  reached.set(line, { length, by });
  return true;
}

function pathTo(edges: readonly Edge[], end: number, opens: ReadonlyMap<number, Reached>, bills: ReadonlyMap<number, Reached>): Path {
  const steps: { edge: number; back: boolean }[] = [];
  for (let to = end; ;) {
    const edge = opens.get(to)?.by as number;
    const { from } = edges[edge] as Edge;
    steps.unshift({ edge, back: false });
    const back = bills.get(from)?.by;
    if (back === undefined) return { from, to: end, steps };
    steps.unshift({ edge: back, back: true });
    to = (edges[back] as Edge).to;
  }
}

const least = (a: bigint, b: bigint): bigint => (a < b ? a : b);
