/** Bracketed root finding. */
export interface Root {
  readonly x: number;
  readonly iterations: number;
  readonly converged: boolean;
}

/**
 * Finds where f changes sign between lo and hi by regula falsi with the Illinois correction, falling back on halving.
 * Stops when the bracket is narrower than `tolerance` or f is exactly zero.
 * Returns converged = false when f has the same sign at both ends.
 */
export function findRoot(f: (x: number) => number, lo: number, hi: number, tolerance: number): Root {
  let a = lo;
  let b = hi;
  let fa = f(a);
  let fb = f(b);
  if (fa === 0) return { x: a, iterations: 0, converged: true };
  if (fb === 0) return { x: b, iterations: 0, converged: true };
  if (fa * fb > 0) return { x: Math.abs(fa) < Math.abs(fb) ? a : b, iterations: 0, converged: false };
  let side = 0;
  for (let k = 1; k <= 200; k++) {
    const width = Math.abs(b - a);
    let x = k % 4 === 0 ? (a + b) / 2 : (fa * b - fb * a) / (fa - fb);
    if (!(x > Math.min(a, b) && x < Math.max(a, b))) x = (a + b) / 2;
    const fx = f(x);
    if (fx === 0 || width < tolerance) return { x, iterations: k, converged: true };
    if (fx * fb > 0) {
      b = x;
      fb = fx;
      if (side === -1) fa /= 2;
      side = -1;
    } else {
      a = x;
      fa = fx;
      if (side === 1) fb /= 2;
      side = 1;
    }
  }
  return { x: (a + b) / 2, iterations: 200, converged: false };
}
