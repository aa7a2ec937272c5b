/** A straight line through readings. */
export interface Slope {
  readonly slope: number;
  readonly intercept: number;
  /** Standard error of the slope; of two points none is known, and it is 0. */
  readonly slopeError: number;
}

/**
 * The straight line nearest to readings: how the rail follows its reference, how a hold loses pressure.
 * @param points where and what was read, SI
 * @returns least-squares line with the error of its slope; null for fewer than two different places
 * Validity: errors in what is read, none in where.
 * @throws nothing
 * @source ordinary least squares
 * @example fitSlope([[0, 300], [50, 350], [100, 400]]).slope // => 1
 */
export function fitSlope(points: readonly (readonly [x: number, y: number])[]): Slope | null {
  const n = points.length;
  const mean = (of: 0 | 1) => points.reduce((s, p) => s + p[of], 0) / n;
  const [mx, my] = [mean(0), mean(1)];
  const sxx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  if (n < 2 || sxx < 1e-12) return null;
  const slope = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / sxx;
  const left = points.reduce((s, [x, y]) => s + (y - my - slope * (x - mx)) ** 2, 0);
  return {
    slope,
    intercept: my - slope * mx,
    slopeError: n < 3 ? 0 : Math.sqrt(left / (n - 2) / sxx),
  };
}
