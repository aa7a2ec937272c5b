/**
 * Solves A·x = b in place by Gaussian elimination with row exchange, for the small full systems of a car's wiring.
 * @param a n×n matrix, row by row; overwritten
 * @param b right-hand side; overwritten by the solution
 * @returns index of a column without a pivot, or -1 when it was solved
 */
export function solveDense(a: Float64Array, b: Float64Array): number {
  const n = b.length;
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i * n + k]!) > Math.abs(a[pivot * n + k]!)) pivot = i;
    if (Math.abs(a[pivot * n + k]!) < 1e-300) return k;
    if (pivot !== k) {
      for (let j = k; j < n; j++) [a[k * n + j], a[pivot * n + j]] = [a[pivot * n + j]!, a[k * n + j]!];
      [b[k], b[pivot]] = [b[pivot]!, b[k]!];
    }
    const diagonal = a[k * n + k]!;
    for (let i = k + 1; i < n; i++) {
      const factor = a[i * n + k]! / diagonal;
      if (factor === 0) continue;
      for (let j = k + 1; j < n; j++) a[i * n + j]! -= factor * a[k * n + j]!;
      b[i]! -= factor * b[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    let sum = b[k]!;
    for (let j = k + 1; j < n; j++) sum -= a[k * n + j]! * b[j]!;
    b[k] = sum / a[k * n + k]!;
  }
  return -1;
}
