/**
 * The simple temporal network behind a plan's dates: whole-day bounds on events and on the differences between them,
 * kept at their tightest by propagation. In such a network the tightest bounds of each event are exact: every date
 * within them belongs to some schedule that keeps every wait (Dechter, Meiri and Pearl 1991), so fixing one event at a
 * date within its bounds and propagating again can never fail.
 */

/** to - from <= weight, on behalf of one wait, window, pin or today. Node 0 is the origin of time. */
export interface Edge {
  from: number;
  to: number;
  weight: number;
  member: string;
}

export interface Bounds {
  /** earliest day of each node, -Infinity when open */
  low: Float64Array;
  /** latest day of each node, Infinity when open */
  high: Float64Array;
}

export class Network {
  private readonly outgoing: Edge[][];
  private readonly incoming: Edge[][];

  constructor(
    readonly size: number,
    readonly edges: Edge[],
  ) {
    this.outgoing = Array.from({ length: size }, () => []);
    this.incoming = Array.from({ length: size }, () => []);
    for (const edge of edges) {
      this.outgoing[edge.from]?.push(edge);
      this.incoming[edge.to]?.push(edge);
    }
  }

  /** Tightest bounds of every node, or null when no dates keep all the edges. */
  bounds(): Bounds | null {
    const bounds: Bounds = {
      low: new Float64Array(this.size).fill(-Infinity),
      high: new Float64Array(this.size).fill(Infinity),
    };
    bounds.low[0] = 0;
    bounds.high[0] = 0;
    if (!this.propagate(bounds, [0])) return null;
    // a negative cycle that the origin does not reach moves no bound: look for it apart
    return this.hasDetachedConflict(bounds) ? null : bounds;
  }

  /** Moves one node to a day within its bounds, and all others accordingly. */
  fix(bounds: Bounds, node: number, day: number): void {
    bounds.low[node] = day;
    bounds.high[node] = day;
    this.propagate(bounds, [node]);
  }

  /** Shortest path between two nodes, leaving out one member; Infinity where there is none. Needs no negative cycle. */
  distance(from: number, to: number, without: string): number {
    const best = new Float64Array(this.size).fill(Infinity);
    best[from] = 0;
    const queue = [from];
    while (queue.length > 0) {
      const node = queue.shift() as number;
      for (const edge of this.outgoing[node] ?? []) {
        if (edge.member === without) continue;
        const length = (best[node] as number) + edge.weight;
        if (length < (best[edge.to] as number)) {
          best[edge.to] = length;
          queue.push(edge.to);
        }
      }
    }
    return best[to] as number;
  }

  /** Spreads changed bounds; false when a bound crosses its opposite, or the origin would have to move. */
  private propagate(bounds: Bounds, changed: number[]): boolean {
    const { low, high } = bounds;
    const queue = [...changed];
    const queued = new Uint8Array(this.size);
    const enqueue = (node: number) => {
      if (queued[node]) return;
      queued[node] = 1;
      queue.push(node);
    };
    for (let head = 0; head < queue.length; head++) {
      const node = queue[head] as number;
      queued[node] = 0;
      for (const edge of this.outgoing[node] ?? []) {
        const limit = (high[node] as number) + edge.weight;
        if (limit < (high[edge.to] as number)) {
          high[edge.to] = limit;
          if (limit < (low[edge.to] as number)) return false;
          enqueue(edge.to);
        }
      }
      for (const edge of this.incoming[node] ?? []) {
        const limit = (low[node] as number) - edge.weight;
        if (limit > (low[edge.from] as number)) {
          low[edge.from] = limit;
          if (limit > (high[edge.from] as number)) return false;
          enqueue(edge.from);
        }
      }
      // With one side of a cycle open its other side could chase itself for ever: a bound further out than all edges
      // together can carry it proves a negative cycle.
      if (head > this.size * this.size * 4) return false;
    }
    return true;
  }

  private hasDetachedConflict(bounds: Bounds): boolean {
    // Bellman-Ford from a virtual source over nodes that no bound has reached
    const open = (node: number) =>
      !Number.isFinite(bounds.low[node] as number) && !Number.isFinite(bounds.high[node] as number);
    const edges = this.edges.filter((edge) => open(edge.from) && open(edge.to));
    if (edges.length === 0) return false;
    const reach = new Float64Array(this.size);
    for (let round = 0; round <= this.size; round++) {
      let moved = false;
      for (const edge of edges) {
        const length = (reach[edge.from] as number) + edge.weight;
        if (length < (reach[edge.to] as number)) {
          reach[edge.to] = length;
          moved = true;
        }
      }
      if (!moved) return false;
    }
    return true;
  }
}

/**
 * The negative cycle with the fewest edges, and among those the one with the largest shortage; null when there is none.
 * Every edge belongs to another member, and a shortest negative cycle passes each node once, so its members are the
 * smallest set that cannot hold together.
 */
export function shortestNegativeCycle(size: number, edges: Edge[]): { edges: Edge[]; weight: number } | null {
  // walks[k][start * size + node]: lightest walk of exactly k edges from start to node
  const walks: Float64Array[] = [];
  const last: Int32Array[] = [];
  let current = new Float64Array(size * size).fill(Infinity);
  for (let node = 0; node < size; node++) current[node * size + node] = 0;
  walks.push(current);
  last.push(new Int32Array(0));
  for (let k = 1; k <= size; k++) {
    const next = new Float64Array(size * size).fill(Infinity);
    const via = new Int32Array(size * size).fill(-1);
    for (let e = 0; e < edges.length; e++) {
      const edge = edges[e] as Edge;
      for (let start = 0; start < size; start++) {
        const row = start * size;
        const weight = (current[row + edge.from] as number) + edge.weight;
        if (weight < (next[row + edge.to] as number)) {
          next[row + edge.to] = weight;
          via[row + edge.to] = e;
        }
      }
    }
    walks.push(next);
    last.push(via);
    current = next;
    let worst = -1;
    for (let node = 0; node < size; node++) {
      const weight = next[node * size + node] as number;
      if (weight < 0 && (worst < 0 || weight < (next[worst * size + worst] as number))) worst = node;
    }
    if (worst < 0) continue;
    const cycle: Edge[] = [];
    for (let step = k, node = worst; step > 0; step--) {
      const edge = edges[(last[step] as Int32Array)[worst * size + node] as number] as Edge;
      cycle.unshift(edge);
      node = edge.from;
    }
    return { edges: cycle, weight: next[worst * size + worst] as number };
  }
  return null;
}
