import type { Ends } from '../chart/use-held.ts';

/** What an axis shows: one range, or a lower and an upper one with nothing between them. */
export type Ranges = readonly [Ends] | readonly [Ends, Ends];

/** The empty middle takes at least this share of the whole … */
const GAP_SHARE = 0.5;
/** … and what stands above it at most this one: a larger one can be read without a break. */
const TOP_SHARE = 0.25;

/**
 * The ranges an axis needs. An empty middle is left out only where it helps: where small drops near the top could not be read.
 * @param values what is drawn; what is no number is passed over
 * @param least least a range spans
 */
export function rangesOf(values: readonly number[], least: number): Ranges {
  const sorted = [...values].filter(Number.isFinite).sort((a, b) => a - b);
  const [lo, hi] = [sorted[0] ?? 0, sorted.at(-1) ?? 1];
  let gapAt = 0;
  for (let i = 1; i < sorted.length; i++)
    if (sorted[i]! - sorted[i - 1]! > sorted[gapAt + 1]! - sorted[gapAt]!) gapAt = i - 1;
  const lowTop = sorted[gapAt] ?? lo;
  const highBottom = sorted[gapAt + 1] ?? hi;
  const span = hi - lo;
  const helps =
    sorted.length >= 3 &&
    span >= 4 * least &&
    highBottom - lowTop >= GAP_SHARE * span &&
    hi - highBottom <= TOP_SHARE * span;
  if (helps) return [padded(lo, lowTop, least), padded(highBottom, hi, least)];
  const pad = Math.max(span * 0.12, least / 2);
  return [[lo - pad, hi + pad]];
}

const padded = (a: number, b: number, least: number): Ends => {
  const pad = Math.max((b - a) * 0.14, (least - (b - a)) / 2, least * 0.12);
  return [a - pad, b + pad];
};
