/** A straight line through readings. */
export interface Slope {
  readonly slope: number;
  readonly intercept: number;
}

/**
 * The straight line nearest to readings: how the rail follows its reference.
 * @param points applied and read, SI
 * @returns least-squares line; null for fewer than two different places
 * Validity: errors in what is read, none in what is applied.
 * @throws nothing
 * @source ordinary least squares
 * @example fitSlope([[0, 300], [50, 350], [100, 400]]).slope // => 1
 */
export function fitSlope(points: readonly (readonly [applied: number, read: number])[]): Slope | null {
  const n = points.length;
  const mean = (of: (p: readonly [number, number]) => number) => points.reduce((s, p) => s + of(p), 0) / n;
  const [mx, my] = [mean((p) => p[0]), mean((p) => p[1])];
  const sxx = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
  if (n < 2 || sxx < 1e-12) return null;
  const slope = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0) / sxx;
  return { slope, intercept: my - slope * mx };
}
