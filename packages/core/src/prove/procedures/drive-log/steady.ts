import type { LogSeries } from './series.ts';

/** What the car does in a stretch that is no pull. */
export type Steady = 'idle' | 'cruise' | 'coasting';

/** Rows from `from` up to and without `to`. */
export interface SteadyStretch {
  readonly during: Steady;
  readonly from: number;
  readonly to: number;
}

/** Engine speed, 1/min; manifold, Pa gauge; how long it lasts at least, s; how far the speed may wander, 1/min. */
const KINDS: Readonly<
  Record<
    Steady,
    {
      readonly rpm: readonly [number, number];
      readonly manifold: readonly [number, number];
      readonly lasts: number;
      readonly wanders: number;
    }
  >
> = {
  idle: { rpm: [400, 1300], manifold: [-90e3, -25e3], lasts: 3, wanders: 200 },
  cruise: { rpm: [1300, 4500], manifold: [-60e3, -8e3], lasts: 3, wanders: 300 },
  coasting: { rpm: [1500, 20_000], manifold: [-105e3, -62e3], lasts: 0.5, wanders: Infinity },
};
/** Stretches judged of each kind at most. */
const MOST = 3;

/**
 * Idle, cruise and coasting in a log: the longest of each first.
 * @param series log, SI, in order of time
 * @returns stretches, at most three of each kind
 * Validity: rows in order of time; what is neither is left out.
 * @throws nothing
 * @source common practice; thresholds are estimates
 * @example findSteady({ timeS: [0, 2, 4], rpm: [900, 900, 900], fuelPa: [3e5, 3e5, 3e5], manifoldPa: [-6e4, -6e4, -6e4] })[0].during // => 'idle'
 */
export function findSteady(series: LogSeries): SteadyStretch[] {
  return (Object.keys(KINDS) as Steady[]).flatMap((during) =>
    stretches(series, during)
      .sort((a, b) => length(series, b) - length(series, a))
      .slice(0, MOST),
  );
}

const length = ({ timeS }: LogSeries, { from, to }: SteadyStretch): number => timeS[to - 1]! - timeS[from]!;

function stretches(series: LogSeries, during: Steady): SteadyStretch[] {
  const { rpm, manifoldPa } = series;
  const kind = KINDS[during];
  const out: SteadyStretch[] = [];
  let from = -1;
  let [least, most] = [Infinity, -Infinity];
  const close = (to: number): void => {
    const stretch = { during, from, to };
    if (from >= 0 && length(series, stretch) >= kind.lasts) out.push(stretch);
    from = -1;
    [least, most] = [Infinity, -Infinity];
  };
  for (let i = 0; i < rpm.length; i++) {
    const fits =
      rpm[i]! >= kind.rpm[0] &&
      rpm[i]! <= kind.rpm[1] &&
      manifoldPa[i]! >= kind.manifold[0] &&
      manifoldPa[i]! <= kind.manifold[1];
    const wanders = Math.max(most, rpm[i]!) - Math.min(least, rpm[i]!) > kind.wanders;
    if (from >= 0 && (!fits || wanders)) close(i);
    if (!fits) continue;
    if (from < 0) from = i;
    [least, most] = [Math.min(least, rpm[i]!), Math.max(most, rpm[i]!)];
  }
  close(rpm.length);
  return out;
}
