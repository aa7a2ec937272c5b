import {
  LOG_CHANNELS,
  MOST_LOG_ROWS,
  NEEDED_CHANNELS,
  type LogChannel,
  type LogSeries,
} from '../prove/procedures/drive-log/series.ts';
import { dimensionSpec, toSi, type Dimension, type Unit, type UnitSystem } from '../quantities/units.ts';

interface ChannelSpec {
  readonly name: string;
  readonly dimension: Dimension;
  /** What its heading says in most logs. */
  readonly words: RegExp;
  /** Unit where the heading names none. */
  readonly usual: Readonly<Record<'us' | 'metric', string>>;
}

const both = (symbol: string) => ({ us: symbol, metric: symbol });

/** What a log's columns may hold. */
export const LOG_COLUMNS: Readonly<Record<LogChannel, ChannelSpec>> = {
  timeS: { name: 'Time', dimension: 'time', words: /^\W*(time|elapsed|seconds?|t)\b/i, usual: both('s') },
  rpm: {
    name: 'Engine speed',
    dimension: 'engineSpeed',
    words: /\brpm\b|engine ?speed/i,
    usual: both('rpm'),
  },
  fuelPa: {
    name: 'Fuel pressure',
    dimension: 'pressure',
    words: /fuel.*(press|psi|kpa|bar)|rail.*press|\bfp\b/i,
    usual: { us: 'psi', metric: 'kPa' },
  },
  manifoldPa: {
    name: 'Manifold or boost',
    dimension: 'manifold',
    words: /\bmap\b|manifold|boost/i,
    usual: { us: 'psi', metric: 'kPa' },
  },
  volts: { name: 'Volts', dimension: 'volts', words: /batt|volt/i, usual: both('V') },
  lambda: {
    name: 'Lambda or AFR',
    dimension: 'coefficient',
    words: /lambda|\bafr\b|air.?fuel/i,
    usual: both(''),
  },
  ethanol: { name: 'Ethanol', dimension: 'fraction', words: /ethanol|flex/i, usual: both('%') },
};

/** Which column of the sheet each channel is read from, from 0; a channel that is not there is left out. */
export type LogColumns = Readonly<Partial<Record<LogChannel, number>>>;

/**
 * Which column holds what, by what their headings say; each column is taken once.
 * @param headings first row of the sheet
 * @returns column by channel
 * Validity: headings in English; others are chosen by hand.
 * @throws nothing
 * @source own convention
 * @example guessLogColumns(['Time (s)', 'RPM', 'Fuel press (psi)', 'MAP (kPa)']).fuelPa // => 2
 */
export function guessLogColumns(headings: readonly string[]): LogColumns {
  const taken = new Set<number>();
  return Object.fromEntries(
    LOG_CHANNELS.flatMap((channel) => {
      const at = headings.findIndex((h, i) => !taken.has(i) && LOG_COLUMNS[channel].words.test(h));
      if (at < 0) return [];
      taken.add(at);
      return [[channel, at] as const];
    }),
  );
}

export interface ReadLog {
  readonly series: LogSeries | null;
  /** Unit each channel was read in. */
  readonly units: Readonly<Partial<Record<LogChannel, string>>>;
  /** The manifold was read as absolute pressure. */
  readonly absolute: boolean;
  readonly rows: number;
  /** Rows left out, with the first reason. */
  readonly leftOut: number;
  readonly why: string | null;
  /** Every nth row is kept. */
  readonly everyNth: number;
  /** Why nothing could be read. */
  readonly trouble: string | null;
}

/** An air-fuel gauge shows gasoline's scale whatever is burned (common practice). */
const AFR_OF_GASOLINE = 14.7;

/** What a channel may show, SI: beyond it the column holds something else. */
const PLAUSIBLE: Readonly<Record<LogChannel, readonly [number, number]>> = {
  timeS: [-1e6, 1e7],
  rpm: [0, 20_000],
  fuelPa: [-100e3, 4e6],
  manifoldPa: [-105e3, 600e3],
  volts: [0, 60],
  lambda: [0, 5],
  ethanol: [0, 1],
};

/**
 * Reads a drive or dyno log from a sheet with headings. A unit stands in the heading (“Fuel press (psi)”) or in a row of its own under
 * it; an empty cell keeps what the channel last said. Manifold pressure that never falls to vacuum below air is absolute, unless
 * told otherwise.
 * @param rows cells, the headings first
 * @param columns which column holds what (guessLogColumns, or chosen by hand)
 * @param how unit system for headings without a unit, barometer Pa, and whether the manifold is absolute (undefined: found out)
 * @returns series in SI with rows in order of time, or what is wrong
 * Validity: one clock; longer logs are thinned evenly to 6,000 rows.
 * @throws nothing
 * @source own convention; 14.7 to 1 for an air-fuel gauge by common practice
 * @example readDriveLog([['Time (s)', 'RPM', 'Fuel (psi)', 'Boost (psi)'], ['0', '3000', '58', '0'], ['1', '3500', '58', '0']], { timeS: 0, rpm: 1, fuelPa: 2, manifoldPa: 3 }, { system: 'us', barometricPa: 101325 }).series.rpm[0] // => 3000
 */
export function readDriveLog(
  rows: readonly (readonly string[])[],
  columns: LogColumns,
  how: { readonly system: UnitSystem; readonly barometricPa: number; readonly absolute?: boolean },
): ReadLog {
  const headings = rows[0] ?? [];
  const missing = NEEDED_CHANNELS.filter((c) => columns[c] === undefined);
  if (missing.length > 0)
    return nothing(
      `No column for ${missing.map((c) => LOG_COLUMNS[c].name.toLowerCase()).join(', ')}: choose ${missing.length === 1 ? 'it' : 'them'} below.`,
    );
  const named = LOG_CHANNELS.filter((c) => columns[c] !== undefined);
  const cell = (row: readonly string[], c: LogChannel): string => (row[columns[c]!] ?? '').trim();
  const underneath = rows[1];
  const unitRow =
    underneath !== undefined &&
    underneath.some((c) => c.trim() !== '') &&
    named.every((c) => !isNumber(cell(underneath, c)));
  const body = rows.slice(unitRow ? 2 : 1).filter((r) => r.some((c) => c.trim() !== ''));
  const units = Object.fromEntries(
    named.map((c) => [
      c,
      unitIn(c, headings[columns[c]!] ?? '', unitRow ? cell(underneath, c) : '', how.system),
    ]),
  ) as Record<LogChannel, Unit>;
  const absolute = how.absolute ?? looksAbsolute(body, columns.manifoldPa!, units.manifoldPa, headings);
  const read = (row: readonly string[], c: LogChannel): number | undefined => {
    const value = si(c, cell(row, c), units[c], absolute, how.barometricPa);
    const [low, high] = PLAUSIBLE[c];
    return value !== undefined && value >= low && value <= high ? value : undefined;
  };
  const { kept, used, refused } = readRows(body, named, read, cell);
  const why =
    refused &&
    `row ${refused.row + (unitRow ? 3 : 2)}: “${refused.said.slice(0, 20)}” is no ${LOG_COLUMNS[refused.channel].name.toLowerCase()}${units[refused.channel].symbol ? ` in ${units[refused.channel].symbol}` : ''}`;
  if (kept.length < 2) return nothing(`No row could be read${why ? `; ${why}` : ''}.`);
  const everyNth = Math.ceil(kept.length / MOST_LOG_ROWS);
  return {
    series: seriesOf(
      [...kept].sort((a, b) => a.timeS - b.timeS).filter((_, i) => i % everyNth === 0),
      used,
    ),
    units: Object.fromEntries(used.map((c) => [c, units[c].symbol])),
    absolute,
    rows: kept.length,
    leftOut: body.length - kept.length,
    why,
    everyNth,
    trouble: null,
  };
}

const nothing = (trouble: string): ReadLog => ({
  series: null,
  units: {},
  absolute: false,
  rows: 0,
  leftOut: 0,
  why: null,
  everyNth: 1,
  trouble,
});

const isNeeded = (channel: LogChannel): boolean => NEEDED_CHANNELS.some((n) => n === channel);

/**
 * Rows with a figure in every channel. An empty cell keeps what its channel last said; a channel the car need not log keeps it
 * over nonsense too, begins with the first that it says, and is left out where it never says any.
 */
function readRows(
  body: readonly (readonly string[])[],
  named: readonly LogChannel[],
  read: (row: readonly string[], channel: LogChannel) => number | undefined,
  cell: (row: readonly string[], channel: LogChannel) => string,
) {
  const last: Partial<Record<LogChannel, number>> = {};
  for (const c of named) {
    if (isNeeded(c)) continue;
    const first = body.map((row) => read(row, c)).find((v) => v !== undefined);
    if (first !== undefined) last[c] = first;
  }
  const used = named.filter((c) => isNeeded(c) || last[c] !== undefined);
  let refused: { readonly row: number; readonly said: string; readonly channel: LogChannel } | null = null;
  const kept: Record<LogChannel, number>[] = [];
  for (const [i, row] of body.entries()) {
    const figures: Partial<Record<LogChannel, number>> = {};
    const bad = used.find((c) => {
      const said = cell(row, c);
      const value = read(row, c) ?? (!isNeeded(c) || (said === '' && c !== 'timeS') ? last[c] : undefined);
      if (value !== undefined) figures[c] = last[c] = value;
      return value === undefined;
    });
    if (bad === undefined) kept.push(figures as Record<LogChannel, number>);
    else refused ??= { row: i, said: cell(row, bad), channel: bad };
  }
  return { kept, used, refused };
}

function seriesOf(rows: readonly Record<LogChannel, number>[], used: readonly LogChannel[]): LogSeries {
  const of = (c: LogChannel): number[] => rows.map((r) => r[c]);
  const start = rows[0]!.timeS;
  return {
    timeS: of('timeS').map((t) => t - start),
    rpm: of('rpm'),
    fuelPa: of('fuelPa'),
    manifoldPa: of('manifoldPa'),
    ...Object.fromEntries(used.filter((c) => !isNeeded(c)).map((c) => [c, of(c)])),
  };
}

const isNumber = (cell: string | undefined): boolean =>
  cell !== undefined && cell.trim() !== '' && Number.isFinite(Number(cell.trim()));

function unitIn(channel: LogChannel, heading: string, under: string | undefined, system: UnitSystem): Unit {
  const { dimension, usual } = LOG_COLUMNS[channel];
  const { units } = dimensionSpec(dimension);
  const of = (symbol: string): Unit | undefined => {
    // “psia”, “kPa abs”: the unit, and that it is absolute.
    const plain = symbol
      .trim()
      .toLowerCase()
      .replace(/(\s*abs\.?|a|\s*g)$/, '');
    return units.find((u) =>
      [symbol.trim().toLowerCase(), plain].some((s) => u.symbol.toLowerCase() === s || u.aliases.includes(s)),
    );
  };
  const inside = /[([]([^)\]]+)[)\]]/.exec(heading)?.[1] ?? heading.split(/[\s_]/).at(-1) ?? '';
  return of(under ?? '') ?? of(inside) ?? of(usual[system === 'metric' ? 'metric' : 'us'])!;
}

function si(
  channel: LogChannel,
  said: string,
  unit: Unit,
  absolute: boolean,
  barometricPa: number,
): number | undefined {
  if (!isNumber(said)) return undefined;
  const value = toSi(Number(said), unit);
  if (channel === 'manifoldPa') return absolute ? value - barometricPa : value;
  return channel === 'lambda' && value > 5 ? value / AFR_OF_GASOLINE : value;
}

/** A manifold that never reads under 5 kPa gauge over a whole log, idle among it, is absolute; so is one whose heading says so. */
function looksAbsolute(
  body: readonly (readonly string[])[],
  column: number,
  unit: Unit,
  headings: readonly string[],
): boolean {
  const heading = headings[column] ?? '';
  if (/\babs|psia|kpaa/i.test(heading)) return true;
  if (!/\bmap\b|manifold/i.test(heading)) return false;
  const said = body.flatMap((r) => (isNumber(r[column]) ? [toSi(Number(r[column]), unit)] : []));
  return said.length > 0 && said.every((v) => v > 5e3);
}
