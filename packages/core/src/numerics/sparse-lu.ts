/**
 * Sparse LU for matrices with a symmetric pattern and a dominant diagonal (nodal equations of a pipe network).
 * The elimination order and every multiply-add are worked out once per topology; refactoring with new numbers
 * then runs through flat index lists, which is what makes sweeps of hundreds of operating points cheap.
 */
export class SparseLu {
  readonly size: number;
  /** Values of diagonal and off-diagonal entries; index with `position`. */
  readonly values: Float64Array;
  private readonly columns: Int32Array[];
  private readonly order: Int32Array;
  private readonly place: Int32Array;
  // One row per multiply-add: values[target] -= values[left] * values[right] (left already divided by its pivot).
  private readonly scaleLeft: Int32Array;
  private readonly scalePivot: Int32Array;
  private readonly opTarget: Int32Array;
  private readonly opLeft: Int32Array;
  private readonly opRight: Int32Array;
  private readonly stepEnds: Int32Array;
  private readonly scaleEnds: Int32Array;
  private readonly work: Float64Array;

  /** @param adjacency for each unknown, the unknowns it shares a link with (no need to be sorted or unique) */
  constructor(adjacency: readonly (readonly number[])[]) {
    const n = adjacency.length;
    this.size = n;
    const { order, place, upper } = eliminate(adjacency);
    this.order = order;
    this.place = place;
    this.work = new Float64Array(n);

    // Layout: n diagonals, then for each eliminated k its upper row entries, then its lower column entries.
    let count = n;
    const upperStart: number[] = [];
    for (let k = 0; k < n; k++) {
      upperStart.push(count);
      count += 2 * upper[k]!.length;
    }
    this.values = new Float64Array(count);
    const index = new EntryIndex(n);
    this.columns = upper.map((u) => Int32Array.from(u));
    for (let k = 0; k < n; k++) {
      index.set(k, k, k);
      upper[k]!.forEach((j, s) => {
        index.set(k, j, upperStart[k]! + s);
        index.set(j, k, upperStart[k]! + upper[k]!.length + s);
      });
    }
    this.lookup = (i, j) => index.get(place[i]!, place[j]!);

    const target: number[] = [];
    const left: number[] = [];
    const right: number[] = [];
    const scaleL: number[] = [];
    const scaleP: number[] = [];
    const stepEnds: number[] = [];
    const scaleEnds: number[] = [];
    for (let k = 0; k < n; k++) {
      for (const i of upper[k]!) {
        scaleL.push(index.get(i, k));
        scaleP.push(k);
        for (const j of upper[k]!) {
          target.push(index.get(i, j));
          left.push(index.get(i, k));
          right.push(index.get(k, j));
        }
      }
      stepEnds.push(target.length);
      scaleEnds.push(scaleL.length);
    }
    this.opTarget = Int32Array.from(target);
    this.opLeft = Int32Array.from(left);
    this.opRight = Int32Array.from(right);
    this.scaleLeft = Int32Array.from(scaleL);
    this.scalePivot = Int32Array.from(scaleP);
    this.stepEnds = Int32Array.from(stepEnds);
    this.scaleEnds = Int32Array.from(scaleEnds);
    this.upperStart = Int32Array.from(upperStart);
  }

  private readonly lookup: (i: number, j: number) => number;
  private readonly upperStart: Int32Array;

  /** Where entry (row i, column j) lives in `values`; −1 when the pattern does not hold it. */
  position(i: number, j: number): number {
    return this.lookup(i, j);
  }

  clear(): void {
    this.values.fill(0);
  }

  /** Factors `values` in place. Returns the first unknown whose pivot vanished, or −1. */
  factor(): number {
    const v = this.values;
    let op = 0;
    let sc = 0;
    for (let k = 0; k < this.size; k++) {
      const pivot = v[k]!;
      if (!(Math.abs(pivot) > 1e-300)) return this.order[k]!;
      for (const end = this.scaleEnds[k]!; sc < end; sc++)
        v[this.scaleLeft[sc]!]! /= v[this.scalePivot[sc]!]!;
      for (const end = this.stepEnds[k]!; op < end; op++) {
        v[this.opTarget[op]!]! -= v[this.opLeft[op]!]! * v[this.opRight[op]!]!;
      }
    }
    return -1;
  }

  /** Solves with the factors for right-hand side b (original numbering); writes the solution over b. */
  solve(b: Float64Array): void {
    const { work: y, values: v, columns, upperStart, size: n } = this;
    for (let k = 0; k < n; k++) y[k] = b[this.order[k]!]!;
    for (let k = 0; k < n; k++) {
      const cols = columns[k]!;
      const low = upperStart[k]! + cols.length;
      const yk = y[k]!;
      for (let s = 0; s < cols.length; s++) y[cols[s]!]! -= v[low + s]! * yk;
    }
    for (let k = n - 1; k >= 0; k--) {
      const cols = columns[k]!;
      const up = upperStart[k]!;
      let sum = y[k]!;
      for (let s = 0; s < cols.length; s++) sum -= v[up + s]! * y[cols[s]!]!;
      y[k] = sum / v[k]!;
    }
    for (let k = 0; k < n; k++) b[this.order[k]!] = y[k]!;
  }
}

/** Where entry (i, j) lives: a plain table while that is small, a map beyond. */
class EntryIndex {
  private readonly table: Int32Array | null;
  private readonly map = new Map<number, number>();

  constructor(private readonly n: number) {
    this.table = n <= 512 ? new Int32Array(n * n).fill(-1) : null;
  }

  set(i: number, j: number, at: number): void {
    if (this.table) this.table[i * this.n + j] = at;
    else this.map.set(i * this.n + j, at);
  }

  get(i: number, j: number): number {
    return this.table ? this.table[i * this.n + j]! : (this.map.get(i * this.n + j) ?? -1);
  }
}

/** Minimum-degree elimination: order, its inverse, and for each step the later unknowns it touches. */
function eliminate(adjacency: readonly (readonly number[])[]) {
  const n = adjacency.length;
  const graph = adjacency.map((list, i) => new Set(list.filter((j) => j !== i)));
  const order = new Int32Array(n);
  const place = new Int32Array(n);
  const touched: number[][] = [];
  const done = new Array<boolean>(n).fill(false);
  for (let k = 0; k < n; k++) {
    let best = -1;
    for (let i = 0; i < n; i++) {
      if (!done[i] && (best < 0 || graph[i]!.size < graph[best]!.size)) best = i;
    }
    done[best] = true;
    order[k] = best;
    place[best] = k;
    const around = [...graph[best]!];
    touched.push(around);
    for (const a of around) {
      graph[a]!.delete(best);
      for (const b of around) if (a !== b) graph[a]!.add(b);
    }
  }
  const upper = touched.map((list) => list.map((i) => place[i]!).sort((a, b) => a - b));
  return { order, place, upper };
}
