import { Arena } from './arena.ts';

/** One multiply-add a place: values[target] -= values[left] / pivot * values[right]; `end` tells where each pivot’s end. */
interface Operations {
  readonly target: Int32Array;
  readonly left: Int32Array;
  readonly right: Int32Array;
  readonly end: Int32Array;
}

/**
 * Sparse LU for matrices with a symmetric pattern and a dominant diagonal (nodal equations of a network).
 * The elimination order and every multiply-add are worked out once per topology; refactoring with new numbers
 * then runs through flat index lists, which is what makes sweeps of hundreds of operating points cheap.
 * The order is by least degree, so that trees are eliminated from their leaves without any fill.
 */
export class SparseLu {
  /** Values of diagonal and off-diagonal entries; index with `position`. */
  readonly values: Float64Array;
  /** A cell of `values` nothing reads: where assembly puts entries that fall outside the matrix. */
  readonly sink: number;
  private readonly order: Int32Array;
  /** Where each unknown comes in the elimination: `solveInOrder` takes and gives numbers in that order. */
  readonly place: Int32Array;
  // Row k of U and column k of L, in elimination order: entries rowStart[k] … rowStart[k+1] of `columns`.
  private readonly rowStart: Int32Array;
  private readonly columns: Int32Array;
  /** Row of each entry. */
  private readonly rows: Int32Array;
  /** Multiply-adds of an elimination, worked out when one of its kind is first asked for. */
  private general: Operations | undefined;
  private symmetric: Operations | undefined;
  private readonly work: Float64Array;
  /** One over each pivot. */
  private readonly inverse: Float64Array;

  /**
   * @param size number of unknowns
   * @param pairs unknowns that share a link, two by two (no need to be sorted or unique)
   * @param arena where its arrays are made
   */
  constructor(
    readonly size: number,
    pairs: ArrayLike<number>,
    arena = new Arena(200 * size + 512),
  ) {
    const { order, place, rowStart, columns } = eliminate(size, pairs, arena);
    this.order = order;
    this.place = place;
    this.rowStart = rowStart;
    this.columns = columns;
    const entries = columns.length;
    this.rows = arena.ints(entries);
    for (let k = 0; k < size; k++)
      for (let e = rowStart[k]!, end = rowStart[k + 1]!; e < end; e++) this.rows[e] = k;
    // Layout of values: the diagonal, U row by row, L column by column in the same order, and a sink.
    this.values = arena.floats(size + 2 * entries + 1);
    this.sink = size + 2 * entries;
    this.work = arena.floats(size);
    this.inverse = arena.floats(size);
  }

  /** Where entry (row i, column j) lives in `values`; −1 when the pattern does not hold it. */
  position(i: number, j: number): number {
    const a = this.place[i]!;
    const b = this.place[j]!;
    if (a === b) return a;
    const row = a < b ? a : b;
    const column = a < b ? b : a;
    const end = this.rowStart[row + 1]!;
    let at = this.rowStart[row]!;
    while (at < end && this.columns[at] !== column) at++;
    if (at === end) return -1;
    return a < b ? this.size + at : this.size + this.columns.length + at;
  }

  clear(): void {
    this.values.fill(0);
  }

  /** Factors `values` in place (L is left unscaled). Returns the first unknown whose pivot vanished, or −1. */
  factor(): number {
    return this.run((this.general ??= this.operations(true)));
  }

  /** The same for a matrix that is its own mirror image: only the diagonal and U are read and written. */
  factorSymmetric(): number {
    return this.run((this.symmetric ??= this.operations(false)));
  }

  private run({ target, left, right, end }: Operations): number {
    const { values: v, inverse, size } = this;
    let op = 0;
    for (let k = 0; k < size; k++) {
      const pivot = v[k]!;
      if (!(Math.abs(pivot) > 1e-300)) return this.order[k]!;
      const by = 1 / pivot;
      inverse[k] = by;
      for (const last = end[k]!; op < last; op++) v[target[op]!]! -= v[left[op]!]! * by * v[right[op]!]!;
    }
    return -1;
  }

  /** @param both entries of L as well; without them those of U stand for both */
  private operations(both: boolean): Operations {
    const { size, rowStart, columns } = this;
    const upper = size;
    const lower = both ? size + columns.length : upper;
    const end = new Int32Array(size);
    let count = 0;
    for (let k = 0; k < size; k++) {
      const touched = rowStart[k + 1]! - rowStart[k]!;
      count += touched + (both ? 1 : 0.5) * touched * (touched - 1);
      end[k] = count;
    }
    const target = new Int32Array(count);
    const left = new Int32Array(count);
    const right = new Int32Array(count);
    let op = 0;
    const put = (t: number, l: number, r: number): void => {
      target[op] = t;
      left[op] = l;
      right[op++] = r;
    };
    for (let k = 0; k < size; k++) {
      const last = rowStart[k + 1]!;
      for (let a = rowStart[k]!; a < last; a++) {
        const i = columns[a]!;
        put(i, lower + a, upper + a);
        // Row i of U holds every later column of row k: walk the two sorted lists together.
        let at = rowStart[i]!;
        for (let b = a + 1; b < last; b++) {
          while (columns[at] !== columns[b]) at++;
          put(upper + at, lower + a, upper + b);
          if (both) put(lower + at, lower + b, upper + a);
        }
      }
    }
    return { target, left, right, end };
  }

  /** Solves with the factors for right-hand side b (original numbering); writes the solution over b. */
  solve(b: Float64Array): void {
    const { work: y, order, size } = this;
    for (let k = 0; k < size; k++) y[k] = b[order[k]!]!;
    this.solveInOrder(y);
    for (let k = 0; k < size; k++) b[order[k]!] = y[k]!;
  }

  /** The same with right-hand side and solution in the order of elimination (see `place`). */
  solveInOrder(y: Float64Array): void {
    this.substitute(y, this.size + this.columns.length);
  }

  /** The same with the factors of a symmetric matrix. */
  solveSymmetricInOrder(y: Float64Array): void {
    this.substitute(y, this.size);
  }

  /** @param lower where the entries of L begin */
  private substitute(y: Float64Array, lower: number): void {
    const { values: v, columns, rows, inverse, size } = this;
    const entries = columns.length;
    // Straight through the entries, without loops over rows: short rows would cost more in loop ends than in sums.
    for (let e = 0; e < entries; e++) {
      const k = rows[e]!;
      y[columns[e]!]! -= v[lower + e]! * inverse[k]! * y[k]!;
    }
    for (let e = entries - 1; e >= 0; e--) {
      const j = columns[e]!;
      y[rows[e]!]! -= v[size + e]! * inverse[j]! * y[j]!;
    }
    for (let k = 0; k < size; k++) y[k]! *= inverse[k]!;
  }
}

/**
 * Least-degree elimination: the order, its inverse, and row by row the later unknowns each one touches, in rising order of
 * elimination. Unknowns of one degree stand in a linked list, so that the next one is found without a search.
 */
function eliminate(n: number, pairs: ArrayLike<number>, arena: Arena) {
  const around = neighbours(n, pairs);
  const lists = new DegreeLists(n, arena);
  for (let i = 0; i < n; i++) lists.add(i, around[i]!.length);
  const order = arena.ints(n);
  const place = arena.ints(n);
  const rowStart = arena.ints(n + 1);
  const mark = arena.ints(n);
  const touched: number[] = [];
  for (let k = 0; k < n; k++) {
    const best = lists.takeLeast();
    order[k] = best;
    place[best] = k;
    const own = around[best]!;
    for (const a of own) touched.push(a);
    rowStart[k + 1] = touched.length;
    // Its neighbours become neighbours of each other.
    for (const a of own) {
      const before = around[a]!;
      const stamp = a + 1;
      const merged: number[] = [];
      mark[a] = stamp;
      mark[best] = stamp;
      for (const x of before)
        if (x !== best) {
          mark[x] = stamp;
          merged.push(x);
        }
      for (const x of own) if (mark[x] !== stamp) merged.push(x);
      for (const x of merged) mark[x] = 0;
      mark[a] = 0;
      mark[best] = 0;
      around[a] = merged;
      if (merged.length !== before.length) {
        lists.remove(a, before.length);
        lists.add(a, merged.length);
      }
    }
  }
  const columns = arena.ints(touched.length);
  for (let k = 0; k < n; k++) {
    // Few to a row: sorted as they are put in.
    for (let e = rowStart[k]!, end = rowStart[k + 1]!; e < end; e++) {
      const column = place[touched[e]!]!;
      let at = e;
      for (; at > rowStart[k]! && columns[at - 1]! > column; at--) columns[at] = columns[at - 1]!;
      columns[at] = column;
    }
  }
  return { order, place, rowStart, columns };
}

/** Each unknown’s neighbours, each once. */
function neighbours(n: number, pairs: ArrayLike<number>): number[][] {
  const around: number[][] = [];
  for (let i = 0; i < n; i++) around.push([]);
  for (let p = 0; p < pairs.length; p += 2) {
    const i = pairs[p]!;
    const j = pairs[p + 1]!;
    if (i === j || around[i]!.includes(j)) continue;
    around[i]!.push(j);
    around[j]!.push(i);
  }
  return around;
}

/** Unknowns by degree, in doubly linked lists. −1 ends a list. */
class DegreeLists {
  private readonly head: Int32Array;
  private readonly next: Int32Array;
  private readonly before: Int32Array;
  private least = 0;

  constructor(n: number, arena: Arena) {
    this.head = arena.ints(n + 1).fill(-1);
    this.next = arena.ints(n);
    this.before = arena.ints(n);
  }

  add(i: number, degree: number): void {
    const first = this.head[degree]!;
    this.next[i] = first;
    this.before[i] = -1;
    if (first >= 0) this.before[first] = i;
    this.head[degree] = i;
    if (degree < this.least) this.least = degree;
  }

  remove(i: number, degree: number): void {
    const after = this.next[i]!;
    const ahead = this.before[i]!;
    if (ahead >= 0) this.next[ahead] = after;
    else this.head[degree] = after;
    if (after >= 0) this.before[after] = ahead;
  }

  takeLeast(): number {
    while (this.head[this.least]! < 0) this.least++;
    const i = this.head[this.least]!;
    this.remove(i, this.least);
    return i;
  }
}
