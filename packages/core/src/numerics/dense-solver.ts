/** Small dense systems solved in place with partial pivoting: a handful of loads on one battery. */
export class DenseSolver {
  /** Row by row; filled by the caller, overwritten by `factor`. */
  readonly matrix: Float64Array;
  private readonly pivots: Int32Array;
  private size = 0;

  /** @param most greatest number of unknowns */
  constructor(most: number) {
    this.matrix = new Float64Array(most * most);
    this.pivots = new Int32Array(most);
  }

  /** Factors the leading n × n numbers of `matrix`. Returns false where it is singular. */
  factor(n: number): boolean {
    const { matrix: a, pivots } = this;
    this.size = n;
    for (let k = 0; k < n; k++) {
      let best = k;
      for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]!) > Math.abs(a[best * n + k]!)) best = i;
      pivots[k] = best;
      if (best !== k)
        for (let j = 0; j < n; j++) {
          const swap = a[k * n + j]!;
          a[k * n + j] = a[best * n + j]!;
          a[best * n + j] = swap;
        }
      const pivot = a[k * n + k]!;
      if (!(Math.abs(pivot) > 1e-300)) return false;
      for (let i = k + 1; i < n; i++) {
        const factor = (a[i * n + k]! /= pivot);
        if (factor !== 0) for (let j = k + 1; j < n; j++) a[i * n + j]! -= factor * a[k * n + j]!;
      }
    }
    return true;
  }

  /** Solves for the right-hand side at b[from] … b[from + n − 1], in place. */
  solve(b: Float64Array, from: number): void {
    const { matrix: a, pivots, size: n } = this;
    // Whole rows were exchanged, factors included: so all exchanges come first.
    for (let k = 0; k < n; k++) {
      const swap = b[from + pivots[k]!]!;
      b[from + pivots[k]!] = b[from + k]!;
      b[from + k] = swap;
    }
    for (let k = 0; k < n; k++) for (let i = k + 1; i < n; i++) b[from + i]! -= a[i * n + k]! * b[from + k]!;
    for (let k = n - 1; k >= 0; k--) {
      let sum = b[from + k]!;
      for (let j = k + 1; j < n; j++) sum -= a[k * n + j]! * b[from + j]!;
      b[from + k] = sum / a[k * n + k]!;
    }
  }
}
