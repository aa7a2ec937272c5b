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
 * @example readDriveLog([['Time (s)', 'RPM', 'Fuel (psi)', 'Boost (psi)'], ['0', '3000', '58', '0']], { timeS: 0, rpm: 1, fuelPa: 2, manifoldPa: 3 }, { system: 'us', barometricPa: 101325 }).series.rpm[0] // => 3000
 */
export function readDriveLog(
  rows: readonly (readonly string[])[],
  columns: LogColumns,
  how: { readonly system: UnitSystem; readonly barometricPa: number; readonly absolute?: boolean },
): ReadLog {
  const headings = rows[0] ?? [];
  const missing = NEEDED_CHANNELS.filter((c) => columns[c] === undefined);
  const used = LOG_CHANNELS.filter((c) => columns[c] !== undefined);
  const unitRow =
    rows[1]?.some((c) => c.trim() !== '') && used.every((c) => !isNumber(rows[1]![columns[c]!]));
  const units = Object.fromEntries(
    used.map((c) => [
      c,
      unitIn(c, headings[columns[c]!] ?? '', unitRow ? rows[1]![columns[c]!] : '', how.system),
    ]),
  ) as Partial<Record<LogChannel, Unit>>;
  const none = (trouble: string): ReadLog => ({
    series: null,
    units: {},
    absolute: false,
    rows: 0,
    leftOut: 0,
    why: null,
    everyNth: 1,
    trouble,
  });
  if (missing.length > 0)
    return none(
      `No column for ${missing.map((c) => LOG_COLUMNS[c].name.toLowerCase()).join(', ')}: choose ${missing.length === 1 ? 'it' : 'them'} below.`,
    );
  const body = rows.slice(unitRow ? 2 : 1).filter((r) => r.some((c) => c.trim() !== ''));
  const last: Partial<Record<LogChannel, number>> = {};
  let why: string | null = null;
  const kept: Record<LogChannel, number>[] = [];
  const absolute = how.absolute ?? looksAbsolute(body, columns.manifoldPa!, units.manifoldPa!, headings);
  body.forEach((cells, i) => {
    const row: Partial<Record<LogChannel, number>> = {};
    for (const c of used) {
      const said = (cells[columns[c]!] ?? '').trim();
      const value =
        said === '' && c !== 'timeS' ? last[c] : si(c, said, units[c]!, absolute, how.barometricPa);
      const [low, high] = PLAUSIBLE[c];
      if (value === undefined || !(value >= low && value <= high)) {
        why ??= `row ${i + (unitRow ? 3 : 2)}: “${said.slice(0, 20)}” is no ${LOG_COLUMNS[c].name.toLowerCase()}${units[c]!.symbol ? ` in ${units[c]!.symbol}` : ''}`;
        return;
      }
      row[c] = last[c] = value;
    }
    kept.push(row as Record<LogChannel, number>);
  });
  kept.sort((a, b) => a.timeS - b.timeS);
  if (kept.length < 2) return none(`No row could be read${why ? `; ${why as string}` : ''}.`);
  const everyNth = Math.ceil(kept.length / MOST_LOG_ROWS);
  const thinned = kept.filter((_, i) => i % everyNth === 0);
  const start = thinned[0]!.timeS;
  const of = (c: LogChannel): number[] => thinned.map((r) => r[c]);
  return {
    series: {
      timeS: of('timeS').map((t) => t - start),
      rpm: of('rpm'),
      fuelPa: of('fuelPa'),
      manifoldPa: of('manifoldPa'),
      ...Object.fromEntries(used.filter((c) => !NEEDED_CHANNELS.some((n) => n === c)).map((c) => [c, of(c)])),
    },
    units: Object.fromEntries(used.map((c) => [c, units[c]!.symbol])),
    absolute,
    rows: kept.length,
    leftOut: body.length - kept.length,
    why,
    everyNth,
    trouble: null,
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
