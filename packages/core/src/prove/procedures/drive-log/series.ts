/** Channels of a log that say something of the fuel supply, in the order of a sheet. */
export const LOG_CHANNELS = ['timeS', 'rpm', 'fuelPa', 'manifoldPa', 'volts', 'lambda', 'ethanol'] as const;
export type LogChannel = (typeof LOG_CHANNELS)[number];
/** Without these nothing can be judged. */
export const NEEDED_CHANNELS = ['timeS', 'rpm', 'fuelPa', 'manifoldPa'] as const;
/** Rows a record keeps; a longer log is thinned evenly. */
export const MOST_LOG_ROWS = 6000;

/**
 * A log, one figure a row in each channel: s, rpm, Pa gauge of fuel and of manifold, V, lambda, ethanol as a volume share.
 * Channels the car does not log are left out.
 */
export type LogSeries = Readonly<Record<(typeof NEEDED_CHANNELS)[number], readonly number[]>> &
  Readonly<Partial<Record<LogChannel, readonly number[]>>>;

/** Rows from `from` up to and without `to`, rpm rising with the throttle open. */
export interface Pull {
  readonly from: number;
  readonly to: number;
}

/** Nearly no vacuum behind the throttle: it is open, Pa gauge. */
const THROTTLE_OPEN = -15e3;
/** A pull rises by this at least, rpm, and goes on this long, s. */
const PULL_RISES = 800;
const PULL_LASTS = 1.5;
/** Closed for a shift it ends; a single odd row does not end it, s. */
const GAP = 0.25;
/** What rpm may fall back by within one pull, rpm: noise of the sensor, wheel slip. */
const FALLS_BACK = 250;

/**
 * The pulls in a log: throttle open (manifold no lower than 15 kPa under air) and engine speed rising by 800 rpm or more over at
 * least 1.5 s.
 * @param series log, SI, in order of time
 * @returns rows of each pull
 * Validity: rows in order of time; a log of one gear or of several.
 * @throws nothing
 * @source common practice; thresholds are estimates
 * @example findPulls({ timeS: [0, 1, 2], rpm: [3000, 4000, 5000], fuelPa: [4e5, 4e5, 4e5], manifoldPa: [0, 0, 0] }).length // => 1
 */
export function findPulls({ timeS, rpm, manifoldPa }: LogSeries): Pull[] {
  const out: Pull[] = [];
  let from = -1;
  let last = -1;
  let top = 0;
  const close = () => {
    if (from >= 0 && last >= 0) {
      const rises = Math.max(...rpm.slice(from, last + 1)) - rpm[from]!;
      if (rises >= PULL_RISES && timeS[last]! - timeS[from]! >= PULL_LASTS) out.push({ from, to: last + 1 });
    }
    from = last = -1;
  };
  for (let i = 0; i < timeS.length; i++) {
    const open = manifoldPa[i]! >= THROTTLE_OPEN;
    const fell = from >= 0 && rpm[i]! < top - FALLS_BACK;
    if (fell || (!open && from >= 0 && timeS[i]! - timeS[last]! > GAP)) close();
    if (!open) continue;
    if (from < 0) {
      from = i;
      top = rpm[i]!;
    }
    top = Math.max(top, rpm[i]!);
    last = i;
  }
  close();
  return out;
}
