import type { LogChannel } from '../../prove/procedures/drive-log/series.ts';
import { dimensionSpec, toSi, type Unit } from '../../quantities/units.ts';
import { LOG_COLUMNS, plainHeading } from './columns.ts';

/** What a pressure in a log is counted from. */
export type Basis = 'gauge' | 'absolute' | 'over manifold';

/** One way to read a column: its unit, and for pressures what it is counted from. */
export interface Reading {
  readonly unit: Unit;
  readonly basis: Basis;
}

/** Name of a way to read a column: what an answer is kept as. */
export const readingName = ({ unit, basis }: Reading): string =>
  basis === 'gauge' ? unit.symbol : `${unit.symbol} ${basis}`;

/** What the heading, or the row of units, says of a column. */
export interface Named {
  readonly unit: Unit | null;
  readonly basis: Basis | null;
}

const SUFFIX = /^(.*?)\s*(a|abs|absolute|g|gauge|d|diff)$/;

/**
 * What a column's heading and unit name.
 * @param channel what it holds
 * @param heading its heading
 * @param under its cell in the row of units
 * @returns unit and basis, null where they are not said
 * Validity: units of the channel's dimension.
 * @throws nothing
 * @source own convention
 * @example namedIn('manifoldPa', 'MAP', 'kPa abs').basis // => 'absolute'
 */
export function namedIn(channel: LogChannel, heading: string, under: string): Named {
  const { units } = dimensionSpec(LOG_COLUMNS[channel].dimension);
  const known = (word: string): Unit | undefined =>
    units.find((u) => u.symbol.toLowerCase() === word || u.aliases.includes(word));
  const plain = plainHeading(heading);
  const inside = /[([{]([^)\]}]+)[)\]}]/.exec(heading)?.[1] ?? '';
  const words = [under, inside, ...plain.split(' ').toReversed()].map((w) => w.trim().toLowerCase());
  let unit: Unit | null = null;
  let basis: Basis | null = null;
  for (const word of words) {
    if (word === '') continue;
    const parts = SUFFIX.exec(word);
    const found = known(word) ?? (parts?.[1] ? known(parts[1].trim()) : undefined);
    if (!found) continue;
    unit = found;
    if (!known(word) && parts)
      basis = parts[2]!.startsWith('a') ? 'absolute' : parts[2]!.startsWith('d') ? 'over manifold' : 'gauge';
    break;
  }
  if (/\babs(olute)?\b|\bpsia\b|\bkpaa\b|\bbara\b/.test(plain)) basis = 'absolute';
  if (/\bgauge\b|\bpsig\b|\bboost\b/.test(plain)) basis ??= 'gauge';
  if (channel === 'fuelPa' && /\bdiff|\bdelta\b|over manifold|\bdp\b/.test(plain)) basis = 'over manifold';
  return { unit, basis };
}

/** Figures of one row, where they are there: rpm, and pressures as they were written. */
export interface Sample {
  readonly rpm: number | undefined;
  readonly said: number | undefined;
}

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[sorted.length >> 1]!;
};

/** Engine stopped; turning over slowly, throttle as good as shut; running, 1/min. */
const STOPPED = 50;
const IDLE = [400, 1300] as const;
const RUNS = 400;
/** Rows a state needs to be judged by. */
const ENOUGH = 5;

/** What a manifold may show: vacuum, boost, idle, and the barometer before the start; Pa gauge. */
const MANIFOLD = { low: -95e3, high: 450e3, idle: [-85e3, -15e3], still: 6e3, opens: -70e3 } as const;
/** What a low-pressure rail may show with the engine running, Pa gauge, and over the manifold. */
const RAIL = { low: 120e3, high: 1e6 } as const;

/**
 * Is a reading of the manifold possible in a car? It holds vacuum and boost of an engine; at idle there is vacuum; before the start
 * there is air.
 */
export function manifoldPossible(
  samples: readonly Sample[],
  reading: Reading,
  barometricPa: number,
): boolean {
  const gauge = (said: number): number =>
    toSi(said, reading.unit) - (reading.basis === 'absolute' ? barometricPa : 0);
  const all = samples.flatMap((s) => (s.said === undefined ? [] : [{ rpm: s.rpm, pa: gauge(s.said) }]));
  if (all.length === 0) return false;
  const inOrder = all.map((s) => s.pa).sort((a, b) => a - b);
  // One row in a hundred may be noise.
  const at = (share: number): number =>
    inOrder[Math.min(inOrder.length - 1, Math.floor(share * inOrder.length))]!;
  if (at(0.01) < MANIFOLD.low || at(0.99) > MANIFOLD.high || at(0.99) < MANIFOLD.opens) return false;
  const still = all.filter((s) => s.rpm !== undefined && s.rpm < STOPPED).map((s) => s.pa);
  if (still.length >= ENOUGH && Math.abs(median(still)) > MANIFOLD.still) return false;
  const idle = all
    .filter((s) => s.rpm !== undefined && s.rpm >= IDLE[0] && s.rpm <= IDLE[1])
    .map((s) => s.pa);
  return idle.length < ENOUGH || (median(idle) >= MANIFOLD.idle[0] && median(idle) <= MANIFOLD.idle[1]);
}

/** Is a reading of the rail possible with the engine running? Its injectors see a pressure, over the manifold as well. */
export function railPossible(
  samples: readonly (Sample & { readonly manifold: number | undefined })[],
  reading: Reading,
  barometricPa: number,
): boolean {
  const running = samples.filter((s) => s.said !== undefined && (s.rpm ?? 0) > RUNS);
  if (running.length === 0) return true;
  const rails = running.map(
    (s) => toSi(s.said!, reading.unit) - (reading.basis === 'absolute' ? barometricPa : 0),
  );
  const over = running.map((s, i) => rails[i]! - (reading.basis === 'over manifold' ? 0 : (s.manifold ?? 0)));
  const inside = (pa: number): boolean => pa >= RAIL.low && pa <= RAIL.high;
  // A pump that fails in a pull is no reason to doubt the unit: most of the log must be possible.
  return inside(median(over)) && median(rails) > 0 && over.filter((d) => d > 0).length >= 0.8 * over.length;
}

/** How the rail follows the manifold, Pa per Pa; null where the manifold hardly moves. */
export function railSlope(
  pairs: readonly { readonly rail: number; readonly manifold: number }[],
): number | null {
  const n = pairs.length;
  if (n < 20) return null;
  const mx = pairs.reduce((a, p) => a + p.manifold, 0) / n;
  const my = pairs.reduce((a, p) => a + p.rail, 0) / n;
  const sxx = pairs.reduce((a, p) => a + (p.manifold - mx) ** 2, 0);
  const sxy = pairs.reduce((a, p) => a + (p.manifold - mx) * (p.rail - my), 0);
  return Math.sqrt(sxx / n) < MOVES ? null : sxy / sxx;
}

/** Spread of the manifold from which its rail must be seen to follow, Pa. */
const MOVES = 15e3;
