import { noiseOf } from './filtered.ts';
import type { LogChannel, LogSeries } from './series.ts';

/** A channel that cannot be relied on: it does not move, or is at its sensor’s end. */
export interface ChannelTrouble {
  readonly channel: LogChannel;
  readonly what: 'stuck' | 'clipped';
  /** The value it stays at, SI. */
  readonly at: number;
}

/** Share of rows at one value, with the engine speed moving so far, 1/min, and the manifold so far, Pa. */
const STUCK = { share: 0.98, rpm: 1500, manifold: 25e3, rows: 30 } as const;
/** Rows in a row at the very top, of a channel that is noisy elsewhere. */
const CLIPPED_ROWS = 10;

const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);
/** Largest and least of long lists: spreading them would overflow the stack. */
const ends = (values: readonly number[]): readonly [number, number] =>
  values.reduce(([lo, hi], v) => [Math.min(lo, v), Math.max(hi, v)] as const, [Infinity, -Infinity] as const);

/**
 * Channels of the rail and the manifold that do not move while the engine does, or that end at one value.
 * @param series log, SI
 * @returns troubles
 * Validity: logs of 30 rows and more with a pull or a start in them.
 * @throws nothing
 * @source common practice; thresholds are estimates
 * @example channelTroubles({ timeS: [], rpm: [], fuelPa: [], manifoldPa: [] }) // => []
 */
export function channelTroubles(series: LogSeries): ChannelTrouble[] {
  const { rpm, manifoldPa, fuelPa } = series;
  if (rpm.length < STUCK.rows) return [];
  const [slow, fast] = ends(rpm);
  const [low, high] = ends(manifoldPa);
  const moves = fast - slow > STUCK.rpm;
  const out: ChannelTrouble[] = [];
  for (const channel of ['fuelPa', 'manifoldPa'] as const) {
    const values = channel === 'fuelPa' ? fuelPa : manifoldPa;
    const still = mostCommon(values);
    // From idle to a pull the manifold must move; and where it does, so must the rail of a regulator that feels it.
    const must =
      channel === 'manifoldPa' ? moves && slow < 1300 && slow > 300 : moves && high - low > STUCK.manifold;
    if (must && still.share >= STUCK.share) out.push({ channel, what: 'stuck', at: still.value });
    else if (clips(values)) out.push({ channel, what: 'clipped', at: ends(values)[1] });
  }
  return out;
}

function mostCommon(values: readonly number[]): { readonly value: number; readonly share: number } {
  const counts = new Map<number, number>();
  let [value, most] = [NaN, 0];
  for (const v of values) {
    const n = (counts.get(v) ?? 0) + 1;
    counts.set(v, n);
    if (n > most) [value, most] = [v, n];
  }
  return { value, share: most / values.length };
}

/** A long run at the top, though the channel is noisy below it. */
function clips(values: readonly number[]): boolean {
  const [, top] = ends(values);
  let run = 0;
  let longest = 0;
  for (const v of values) {
    run = v === top ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  if (longest < CLIPPED_ROWS) return false;
  const below = values.filter((v) => v < top);
  return below.length > CLIPPED_ROWS && noiseOf(below) > 1e-3 * spread(ends(values));
}
