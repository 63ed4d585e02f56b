/** A pair that may be: so many points for each unit that goes from a bill line to an open line. */
export interface Edge {
  readonly from: number;
  readonly to: number;
  readonly points: number;
}

/** Any unit placed is worth more than the most points. */
const PLACED = 1000;

/**
 * The best assignment over a whole bill: as much of every line as can be, at the most points together. Lines compete for the same goods, so the best for one
 * is not taken before the others are looked at. One bill line after the other is placed along the way that gains most, which may move what was placed before
 * (a flow along shortest ways; what finds no room stays unplaced, which gains nothing).
 * @returns for each edge how much goes along it, in the order of the edges
 */
export function assign(edges: readonly Edge[], supply: readonly bigint[], capacity: readonly bigint[]): bigint[] {
  const network: Network = {
    edges,
    flow: edges.map(() => 0n),
    room: [...capacity],
    ofBill: sides(edges, 'from', supply.length),
    ofOpen: sides(edges, 'to', capacity.length),
  };
  supply.forEach((wanted, bill) => {
    for (let left = wanted; left > 0n;) {
      const way = bestWay(network, bill);
      if (!way) return;
      left -= send(network, way, left);
    }
  });
  return network.flow;
}

interface Network {
  readonly edges: readonly Edge[];
  readonly flow: bigint[];
  readonly room: bigint[];
  /** The edges of each bill line, and of each open line. */
  readonly ofBill: readonly (readonly number[])[];
  readonly ofOpen: readonly (readonly number[])[];
}

function sides(edges: readonly Edge[], side: 'from' | 'to', count: number): number[][] {
  const lists = Array.from({ length: count }, (): number[] => []);
  edges.forEach((edge, at) => lists[edge[side]]?.push(at));
  return lists;
}

/** Edges in turn forth and back, from a bill line: to an open line with room, or to a bill line that gives up what the last edge takes back. */
interface Way {
  readonly edges: readonly number[];
  readonly to: number | undefined;
}

/** The way from a bill line that gains most; undefined where none gains. Ways are made longer as long as that gains more (Bellman and Ford, with a queue). */
function bestWay({ edges, flow, room, ofBill, ofOpen }: Network, start: number): Way | undefined {
  const bills = new Map<number, Reached>([[start, { gain: 0, by: undefined }]]);
  const opens = new Map<number, Reached>();
  const queue = [start];
  for (let next = 0; next < queue.length; next += 1) {
    const bill = queue[next] as number;
    const { gain } = bills.get(bill) as Reached;
    for (const at of ofBill[bill] ?? []) {
      const { to, points } = edges[at] as Edge;
      if (!improve(opens, to, gain + PLACED + points, at)) continue;
      for (const back of ofOpen[to] ?? []) {
        const { from, points: lost } = edges[back] as Edge;
        if ((flow[back] ?? 0n) > 0n && improve(bills, from, gain + points - lost, back)) queue.push(from);
      }
    }
  }
  const ends = [
    ...[...opens].filter(([to]) => (room[to] ?? 0n) > 0n).map(([to, { gain }]) => ({ isOpen: true, line: to, gain })),
    ...[...bills].map(([bill, { gain }]) => ({ isOpen: false, line: bill, gain })),
  ];
  const best = ends.reduce((most, end) => (end.gain > most.gain ? end : most), { isOpen: false, line: start, gain: 0 });
  return best.gain > 0 ? wayTo(edges, best, opens, bills) : undefined;
}

/** What a line is reached for at most, and along which edge; none where the way begins. */
interface Reached {
  readonly gain: number;
  readonly by: number | undefined;
}

function improve(reached: Map<number, Reached>, line: number, gain: number, by: number): boolean {
  if (gain <= (reached.get(line)?.gain ?? -Infinity)) return false;
  reached.set(line, { gain, by });
  return true;
}

function wayTo(
  edges: readonly Edge[],
  end: { isOpen: boolean; line: number },
  opens: ReadonlyMap<number, Reached>,
  bills: ReadonlyMap<number, Reached>,
): Way {
  const way: number[] = [];
  let { isOpen, line } = end;
  for (;;) {
    const by = (isOpen ? opens : bills).get(line)?.by;
    if (by === undefined) break;
    way.unshift(by);
    line = (edges[by] as Edge)[isOpen ? 'from' : 'to'];
    isOpen = !isOpen;
  }
  return { edges: way, to: end.isOpen ? end.line : undefined };
}

/** Sends what fits along a way; gives how much that was. */
function send({ flow, room }: Network, { edges, to }: Way, wanted: bigint): bigint {
  let units = to === undefined ? wanted : least(wanted, room[to] ?? 0n);
  edges.forEach((edge, at) => {
    if (at % 2 === 1) units = least(units, flow[edge] ?? 0n);
  });
  edges.forEach((edge, at) => (flow[edge] = (flow[edge] ?? 0n) + (at % 2 === 1 ? -units : units)));
  if (to !== undefined) room[to] = (room[to] ?? 0n) - units;
  return units;
}

const least = (a: bigint, b: bigint): bigint => (a < b ? a : b);
