import { extent, scaleLinear, ticks } from 'd3';

export interface BrokenScale {
  (value: number): number;
  readonly ticks: readonly number[];
  /** y of the break, where there is one. */
  readonly breakAt: number | null;
}

/**
 * A scale that leaves out an empty middle, so that small drops near the top can be read. Breaks only where the largest
 * gap between values takes more than half of the range.
 */
export function brokenScale(values: readonly number[], height: number, least: number): BrokenScale {
  const sorted = [...values].filter(Number.isFinite).sort((a, b) => a - b);
  const [lo = 0, hi = 1] = extent(sorted);
  let gapAt = 0;
  for (let i = 1; i < sorted.length; i++)
    if (sorted[i]! - sorted[i - 1]! > sorted[gapAt + 1]! - sorted[gapAt]!) gapAt = i - 1;
  const lowTop = sorted[gapAt] ?? lo;
  const highBottom = sorted[gapAt + 1] ?? hi;
  if (sorted.length < 3 || highBottom - lowTop < 0.5 * (hi - lo) || hi - lo < 4 * least) {
    const pad = Math.max((hi - lo) * 0.12, least / 2);
    const scale = scaleLinear([lo - pad, hi + pad], [height, 0]);
    return Object.assign((v: number) => scale(v), { ticks: ticks(lo - pad, hi + pad, 6), breakAt: null });
  }
  const low = padded(lo, lowTop, least);
  const high = padded(highBottom, hi, least);
  const scale = scaleLinear([low[0], low[1], high[0], high[1]], [height, height * 0.68, height * 0.58, 0]);
  return Object.assign((v: number) => scale(v), {
    // A number right at the break would sit under its mark.
    ticks: [...ticks(low[0], low[1], 3), ...ticks(high[0], high[1], 4)].filter(
      (t) => Math.abs(scale(t) - height * 0.63) > 12,
    ),
    breakAt: height * 0.63,
  });
}

const padded = (a: number, b: number, least: number): [number, number] => {
  const pad = Math.max((b - a) * 0.14, (least - (b - a)) / 2, least * 0.12);
  return [a - pad, b + pad];
};
