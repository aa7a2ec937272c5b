/** The middle one of some figures. */
export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
};

/**
 * A channel without its single odd rows: the middle of each row and its neighbors. What lasts two rows stays.
 * @param values one figure a row
 * @returns as many figures
 * Validity: any channel.
 * @throws nothing
 * @source moving median of three
 * @example withoutOddRows([5, 5, 0, 5, 5]) // => [5, 5, 5, 5, 5]
 */
export const withoutOddRows = (values: readonly number[]): number[] =>
  values.map((v, i) => median([values[i - 1] ?? v, v, values[i + 1] ?? v]));

/**
 * Noise of a channel, from what it does between rows: 1.4826 · MAD(Δ)/√2.
 * @param values one figure a row
 * @returns standard deviation, in the unit of the figures
 * Validity: noise that is new in each row; a logger that smooths shows less than there is.
 * @throws nothing
 * @source Rousseeuw & Croux 1993
 * @example noiseOf([1, 1, 1]) // => 0
 */
export function noiseOf(values: readonly number[]): number {
  const steps = values.slice(1).map((v, i) => v - values[i]!);
  if (steps.length === 0) return 0;
  const middle = median(steps);
  return (1.4826 * median(steps.map((s) => Math.abs(s - middle)))) / Math.SQRT2;
}

/** Swings that come back and forth this often within so long, each over so many rows, are no noise. */
const HUNTS = { times: 6, within: 4, rows: 2 } as const;

/**
 * Does a channel swing back and forth?
 * @param timeS of each row
 * @param values one figure a row
 * @param least a swing is at least so large, in the unit of the figures
 * @returns the middle size of the swings; null where it does not hunt
 * Validity: four rows a swing or more.
 * @throws nothing
 * @source own rule: six turns within four seconds, each two rows or more after the last
 * @example swings([0, 1], [1, 2], 1) // => null
 */
export function swings(timeS: readonly number[], values: readonly number[], least: number): number | null {
  const turns: { readonly at: number; readonly size: number }[] = [];
  let from = 0;
  let way = 0;
  let far = 0;
  for (let i = 1; i < values.length; i++) {
    if (way === 0) {
      if (Math.abs(values[i]! - values[from]!) >= least)
        [way, far] = [Math.sign(values[i]! - values[from]!), i];
      continue;
    }
    if ((values[i]! - values[far]!) * way > 0) far = i;
    else if ((values[far]! - values[i]!) * way >= least && i - far >= 1) {
      if (far - from >= HUNTS.rows) turns.push({ at: far, size: Math.abs(values[far]! - values[from]!) });
      else turns.length = 0;
      [from, far, way] = [far, i, -way];
    }
  }
  for (let k = HUNTS.times - 1; k < turns.length; k++) {
    const some = turns.slice(k - HUNTS.times + 1, k + 1);
    if (timeS[some.at(-1)!.at]! - timeS[some[0]!.at]! <= HUNTS.within) return median(some.map((s) => s.size));
  }
  return null;
}
