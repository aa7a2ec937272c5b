/** Where a descent ended. */
export interface Lowest {
  readonly at: Float64Array;
  readonly value: number;
}

const STEP = 1e-6;
/** A step is taken where the value falls by this share of what the slope promises (Armijo). */
const WORTH = 1e-4;
const HALVINGS = 30;

/**
 * Nearest minimum of a smooth function of a few variables.
 * @param f function of n values
 * @param from where to begin
 * @param rounds most steps
 * @param free which of the variables may move; absent: all
 * @returns the place and the value there
 * Validity: f finite around the way down; variables of order 1.
 * @throws nothing
 * @source Nocedal and Wright, Numerical Optimization, 2nd edition, algorithm 6.1 (BFGS), slopes by forward differences
 * @example descend(([x]) => (x! - 2) ** 2, [0], 50).at[0]!.toFixed(3) // => '2.000'
 */
export function descend(
  f: (x: Float64Array) => number,
  from: ArrayLike<number>,
  rounds: number,
  free?: readonly boolean[],
): Lowest {
  const n = from.length;
  const x = Float64Array.from(from);
  const moves = Array.from({ length: n }, (_, i) => i).filter((i) => free?.[i] ?? true);
  const slope = new Float64Array(n);
  const before = new Float64Array(n);
  const step = new Float64Array(n);
  const change = new Float64Array(n);
  const h = new Float64Array(n * n);
  const hy = new Float64Array(n);
  const next = new Float64Array(n);
  const level = (): void => {
    h.fill(0);
    for (const i of moves) h[i * n + i] = 1;
  };
  const slopes = (at: number): void => {
    for (const i of moves) {
      const old = x[i]!;
      x[i] = old + STEP;
      slope[i] = (f(x) - at) / STEP;
      x[i] = old;
    }
  };
  level();
  let value = f(x);
  slopes(value);
  let fresh = true;
  for (let round = 0; round < rounds; round++) {
    let fall = 0;
    for (const i of moves) {
      let s = 0;
      for (const j of moves) s -= h[i * n + j]! * slope[j]!;
      step[i] = s;
      fall += s * slope[i]!;
    }
    if (!(fall < -1e-15)) {
      if (fresh) break;
      level();
      fresh = true;
      continue;
    }
    let share = 1;
    let lower = value;
    for (let k = 0; k < HALVINGS; k++, share /= 2) {
      for (let i = 0; i < n; i++) next[i] = x[i]! + share * step[i]!;
      lower = f(next);
      if (lower <= value + WORTH * share * fall) break;
    }
    if (!(lower < value)) {
      if (fresh) break;
      level();
      fresh = true;
      continue;
    }
    before.set(slope);
    x.set(next);
    const gain = value - lower;
    value = lower;
    slopes(value);
    if (gain < 1e-13 * Math.abs(value)) break;
    let sy = 0;
    for (const i of moves) {
      step[i] = share * step[i]!;
      change[i] = slope[i]! - before[i]!;
      sy += step[i] * change[i];
    }
    if (sy <= 1e-14) continue;
    if (fresh) for (const i of moves) h[i * n + i] = sy / dotOf(change, change, moves);
    fresh = false;
    let yhy = 0;
    for (const i of moves) {
      let s = 0;
      for (const j of moves) s += h[i * n + j]! * change[j]!;
      hy[i] = s;
      yhy += s * change[i]!;
    }
    const a = (1 + yhy / sy) / sy;
    for (const i of moves)
      for (const j of moves)
        h[i * n + j] = h[i * n + j]! + a * step[i]! * step[j]! - (hy[i]! * step[j]! + step[i]! * hy[j]!) / sy;
  }
  return { at: x, value };
}

const dotOf = (a: Float64Array, b: Float64Array, over: readonly number[]): number =>
  over.reduce((sum, i) => sum + a[i]! * b[i]!, 0);
