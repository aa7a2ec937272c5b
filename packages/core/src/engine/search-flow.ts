import { findRoot } from '../numerics/root.ts';

/** Available flow of several rails is found to this, m³/s: 0.01 L/h. */
const FLOW_TOLERANCE = 3e-9;
/** More than any pump in a plan delivers, m³/s: 36,000 L/h. */
const MOST_DELIVERED = 0.01;

/**
 * The flow at which what is left falls to nothing: secant steps on what is all but a straight line, a bracket where they stray.
 * @param left what is left at a flow; NaN where a solve does not settle
 * @param guess m³/s, above 0
 */
export const searchFlow = (left: (flow: number) => number, guess: number): number =>
  secant(left, guess) ?? bracketed(left, guess);

/** Undefined where the steps stray. */
function secant(f: (x: number) => number, guess: number): number | undefined {
  let x0 = guess;
  let f0 = f(x0);
  let x1 = f0 > 0 ? x0 * 1.02 : x0 * 0.98;
  for (let k = 0; k < 10; k++) {
    const f1 = f(x1);
    const next = x1 - (f1 * (x1 - x0)) / (f1 - f0);
    if (!Number.isFinite(next) || next <= 0 || next > 10 * guess) return undefined;
    if (Math.abs(next - x1) < FLOW_TOLERANCE) return next;
    [x0, f0, x1] = [x1, f1, next];
  }
  return undefined;
}

/** The slow way: a bracket grown from the guess. NaN where a solve does not settle, 0 where even no draw is too much. */
function bracketed(f: (x: number) => number, guess: number): number {
  let high = guess;
  while (high < MOST_DELIVERED && f(high) > 0) high *= 1.6;
  const root = findRoot(f, 0, high, FLOW_TOLERANCE);
  return root.converged ? root.x : Number.isNaN(f(0)) ? NaN : 0;
}
