import {
  LOG_CHANNELS,
  MOST_LOG_ROWS,
  NEEDED_CHANNELS,
  type LogChannel,
  type LogSeries,
} from '../../prove/procedures/drive-log/series.ts';
import { guessLogColumns, LOG_COLUMNS, type LogColumns } from './columns.ts';
import { LogReader, type LogHow, type LogQuestion } from './log-reader.ts';
import { logSheet } from './sheet.ts';

export interface ReadLog {
  readonly series: LogSeries | null;
  readonly headings: readonly string[];
  readonly columns: LogColumns;
  /** How each channel was read. */
  readonly units: Readonly<Partial<Record<LogChannel, string>>>;
  readonly questions: readonly LogQuestion[];
  /** Headings of columns nothing was read from. */
  readonly unused: readonly string[];
  readonly rows: number;
  /** Rows left out, with the first reason. */
  readonly leftOut: number;
  readonly why: string | null;
  /** Every nth row is kept. */
  readonly everyNth: number;
  /** Why nothing could be read. */
  readonly trouble: string | null;
}

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
const isNeeded = (channel: LogChannel): boolean => NEEDED_CHANNELS.some((n) => n === channel);

/**
 * Reads a drive or dyno log. Comment lines are left out, headings found, decimal commas and clocks understood. Units and what a
 * pressure is counted from are decided by the heading where that is possible in a car, else by physics: vacuum at idle, air before
 * the start, a rail its injectors can work with. What stays open is asked; no figure is read until it is answered.
 * @param rows cells of the file
 * @param how unit system for words, barometer Pa, columns chosen by hand, answers to questions, what the plan has
 * @returns series in SI with rows in order of time, or questions, or what is wrong with which row
 * Validity: one clock; longer logs are thinned evenly to 6,000 rows.
 * @throws nothing
 * @source own convention; 14.7 to 1 for an air-fuel gauge by common practice
 * @example readDriveLog([['Time (s)', 'RPM', 'Fuel (psi)', 'Boost (psi)'], ['0', '3000', '58', '0'], ['1', '3500', '58', '0']], { system: 'us', barometricPa: 101325 }).series.rpm[0] // => 3000
 */
export function readDriveLog(rows: readonly (readonly string[])[], how: LogHow): ReadLog {
  const sheet = logSheet(rows);
  if (!sheet) return nothing('No row with headings (time, rpm, fuel pressure, manifold) was found.', [], {});
  const columns = { ...(how.columns ?? guessLogColumns(sheet.headings)) };
  const refuse = (trouble: string): ReadLog => nothing(trouble, sheet.headings, columns);
  const missing = NEEDED_CHANNELS.filter((c) => columns[c] === undefined);
  if (missing.length > 0)
    return refuse(
      `No column for ${missing.map((c) => LOG_COLUMNS[c].name.toLowerCase()).join(', ')}: choose ${missing.length === 1 ? 'it' : 'them'} below.`,
    );
  if (sheet.body.length === 0)
    return refuse('No row could be read: the file has no rows under its headings.');
  const wide = sheet.body.findIndex(
    (row) => row.length > sheet.headings.length + 1 && row.at(-1)?.trim() !== '',
  );
  if (wide >= 0)
    return refuse(
      `Row ${sheet.rowOf[wide]!} has ${sheet.body[wide]!.length} cells under ${sheet.headings.length} headings: its decimals may be written with the same comma that parts the cells. Save the log with semicolons or points.`,
    );
  const reader = new LogReader(sheet, columns, how);
  reader.decide();
  const settled = {
    headings: sheet.headings,
    columns: reader.columns,
    unused: unusedOf(sheet.headings, reader.columns),
  };
  if (reader.trouble) return { ...refuse(reader.trouble), ...settled };
  if (reader.questions.length > 0)
    return { ...refuse(''), ...settled, questions: reader.questions, trouble: null };
  const named = LOG_CHANNELS.filter((c) => reader.ways.has(c));
  const cell = (row: readonly string[], c: LogChannel): string => (row[reader.columns[c]!] ?? '').trim();
  const read = (row: readonly string[], c: LogChannel): number | undefined => {
    let value = reader.ways.get(c)!(cell(row, c));
    if (c === 'fuelPa' && reader.overManifold && value !== undefined) {
      const manifold = reader.ways.get('manifoldPa')!(cell(row, 'manifoldPa'));
      value = manifold === undefined ? undefined : value + manifold;
    }
    const [low, high] = PLAUSIBLE[c];
    return value !== undefined && value >= low && value <= high ? value : undefined;
  };
  const { kept, used, refused } = readRows(sheet.body, named, read, cell);
  const why =
    refused &&
    `row ${sheet.rowOf[refused.row]!}: “${refused.said.slice(0, 20)}” is no ${LOG_COLUMNS[refused.channel].name.toLowerCase()}${reader.said.get(refused.channel) ? ` in ${reader.said.get(refused.channel)!}` : ''}`;
  if (kept.length < 2) return { ...refuse(`No row could be read${why ? `; ${why}` : ''}.`), ...settled };
  const everyNth = Math.ceil(kept.length / MOST_LOG_ROWS);
  return {
    ...settled,
    series: seriesOf(
      [...kept].sort((a, b) => a.timeS - b.timeS).filter((_, i) => i % everyNth === 0),
      used,
    ),
    units: Object.fromEntries(used.map((c) => [c, reader.said.get(c) ?? ''])),
    questions: [],
    rows: kept.length,
    leftOut: sheet.body.length - kept.length,
    why,
    everyNth,
    trouble: null,
  };
}

const unusedOf = (headings: readonly string[], columns: LogColumns): string[] => {
  const used = new Set(Object.values(columns));
  return headings.filter((h, i) => !used.has(i) && h.trim() !== '');
};

const nothing = (trouble: string, headings: readonly string[], columns: LogColumns): ReadLog => ({
  series: null,
  headings,
  columns,
  units: {},
  questions: [],
  unused: unusedOf(headings, columns),
  rows: 0,
  leftOut: 0,
  why: null,
  everyNth: 1,
  trouble,
});

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
