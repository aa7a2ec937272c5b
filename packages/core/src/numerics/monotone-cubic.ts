/**
 * Piecewise cubic that never overshoots its points (Fritsch & Carlson 1980, SIAM J. Numer. Anal. 17:238,
 * in the harmonic-mean form of Fritsch & Butland 1984). Beyond the ends it goes on straight with the end slope.
 */
export interface Curve {
  readonly xs: readonly number[];
  readonly ys: readonly number[];
  valueAt(x: number): number;
  slopeAt(x: number): number;
  /** Value and slope at once, left in `value` and `slope`: for loops that must not allocate. */
  evaluate(x: number): void;
  value: number;
  slope: number;
  /** True where x lies outside the points the curve was made from. */
  beyond(x: number): boolean;
}

/** @throws when fewer than two points are given or xs does not rise (programming error: validate input first). */
export function monotoneCubic(xs: readonly number[], ys: readonly number[]): Curve {
  const n = xs.length;
  if (n < 2 || ys.length !== n) throw new Error('monotoneCubic: at least two points, as many xs as ys');
  const step: number[] = [];
  const secant: number[] = [];
  for (let i = 0; i < n - 1; i++) {
    const h = xs[i + 1]! - xs[i]!;
    if (!(h > 0)) throw new Error('monotoneCubic: xs must rise');
    step.push(h);
    secant.push((ys[i + 1]! - ys[i]!) / h);
  }
  const slope = tangents(step, secant);

  const segment = (x: number): number => {
    let lo = 0;
    let hi = n - 2;
    while (lo < hi) {
      const mid = (lo + hi + 1) >> 1;
      if (xs[mid]! <= x) lo = mid;
      else hi = mid - 1;
    }
    return lo;
  };

  // Each segment as a cubic in x − xs[i].
  const square = step.map((h, i) => (3 * secant[i]! - 2 * slope[i]! - slope[i + 1]!) / h);
  const cube = step.map((h, i) => (slope[i]! + slope[i + 1]! - 2 * secant[i]!) / (h * h));
  const curve: Curve = {
    xs,
    ys,
    value: 0,
    slope: 0,
    evaluate(x) {
      if (x <= xs[0]!) {
        curve.value = ys[0]! + slope[0]! * (x - xs[0]!);
        curve.slope = slope[0]!;
      } else if (x >= xs[n - 1]!) {
        curve.value = ys[n - 1]! + slope[n - 1]! * (x - xs[n - 1]!);
        curve.slope = slope[n - 1]!;
      } else {
        const i = segment(x);
        const t = x - xs[i]!;
        const c2 = square[i]!;
        const c3 = cube[i]!;
        curve.value = ys[i]! + t * (slope[i]! + t * (c2 + t * c3));
        curve.slope = slope[i]! + t * (2 * c2 + 3 * t * c3);
      }
    },
    valueAt(x) {
      curve.evaluate(x);
      return curve.value;
    },
    slopeAt(x) {
      curve.evaluate(x);
      return curve.slope;
    },
    beyond: (x) => x < xs[0]! || x > xs[n - 1]!,
  };
  return curve;
}

function tangents(step: readonly number[], secant: readonly number[]): number[] {
  const n = secant.length + 1;
  if (n === 2) return [secant[0]!, secant[0]!];
  const slope = new Array<number>(n).fill(0);
  for (let i = 1; i < n - 1; i++) {
    const a = secant[i - 1]!;
    const b = secant[i]!;
    if (a * b > 0) {
      const w1 = 2 * step[i]! + step[i - 1]!;
      const w2 = step[i]! + 2 * step[i - 1]!;
      slope[i] = (w1 + w2) / (w1 / a + w2 / b);
    }
  }
  slope[0] = endSlope(step[0]!, step[1]!, secant[0]!, secant[1]!);
  slope[n - 1] = endSlope(step[n - 2]!, step[n - 3]!, secant[n - 2]!, secant[n - 3]!);
  return slope;
}

/** Three-point end slope, held back so that the first segment stays monotone. */
function endSlope(h0: number, h1: number, d0: number, d1: number): number {
  const s = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
  if (s * d0 <= 0) return 0;
  if (d0 * d1 <= 0 && Math.abs(s) > 3 * Math.abs(d0)) return 3 * d0;
  return s;
}
