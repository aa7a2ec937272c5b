import { scaleLinear, ticks } from 'd3';
import type { Ranges } from './axis-ranges.ts';

export interface BrokenScale {
  (value: number): number;
  readonly ticks: readonly number[];
  /** y of the break, where there is one. */
  readonly breakAt: number | null;
}

/** A scale over the ranges; the upper one takes most of the height. */
export function scaleOver(ranges: Ranges, height: number): BrokenScale {
  const [low, high] = ranges;
  if (!high) {
    const scale = scaleLinear(low, [height, 0]);
    return Object.assign((v: number) => scale(v), { ticks: ticks(low[0], low[1], 6), breakAt: null });
  }
  const scale = scaleLinear([low[0], low[1], high[0], high[1]], [height, height * 0.68, height * 0.58, 0]);
  return Object.assign((v: number) => scale(v), {
    // A number right at the break would sit under its mark.
    ticks: [...ticks(low[0], low[1], 3), ...ticks(high[0], high[1], 4)].filter(
      (t) => Math.abs(scale(t) - height * 0.63) > 12,
    ),
    breakAt: height * 0.63,
  });
}
