import type { PullPoint } from '../demand/pull.ts';
import { INJECTOR_FIELDS, PULL_FIELDS } from '../document/brief.ts';
import { columnOf, readSheet, type Sheet, type SheetColumn, type SheetRow, type Table } from './sheet.ts';

/** What the columns of a pull sheet hold. */
export const PULL_COLUMNS: readonly SheetColumn[] = [
  columnOf('rpm', PULL_FIELDS.rpm),
  columnOf('power', PULL_FIELDS.powerW),
  columnOf('boost', PULL_FIELDS.boostPa),
];
/** A dyno sheet of thousands of rows is thinned to this many points. */
const MOST_POINTS = 40;

export interface PullPreview extends Sheet {
  /** The pull with rising engine speed, only when no row is marked. */
  readonly pull: readonly PullPoint[] | null;
}

/**
 * Reads a pull from a sheet of engine speed, power, boost, at most 5,000 rows; a long one is thinned evenly to 40 points
 * with the power peak kept.
 * @param table the sheet (see readSheet)
 * @param units unit symbols for columns without a heading
 * @returns rows with their marks and the pull (W, Pa gauge), or null while a row is marked
 * Validity: columns in this order.
 * @throws nothing
 * @source own marks
 * @example readPull({ rows: [['3000', '200', '8'], ['6000', '400', '14']], delimiter: ',', characters: 21 }, { rpm: 'rpm', power: 'hp', boost: 'psi' }).pull.length // => 2
 */
export function readPull(table: Table, units: Readonly<Record<string, string>>): PullPreview {
  const sheet = readSheet(table, PULL_COLUMNS, units, { least: 1, most: 5000 });
  const seen = new Map<number, number>();
  const rows = sheet.rows.map((r): SheetRow => {
    const rpm = r.values[0]!;
    const other = seen.get(rpm);
    if (r.problem === null && other !== undefined)
      return { ...r, problem: `${rpm} rpm is in line ${other} too: remove one of them` };
    if (!seen.has(rpm)) seen.set(rpm, r.line);
    return r;
  });
  const clean = sheet.problem === null && rows.every((r) => r.problem === null);
  const points = rows
    .map((r): PullPoint => ({ rpm: r.values[0]!, powerW: r.values[1]!, boostPa: r.values[2]! }))
    .sort((a, b) => a.rpm - b.rpm);
  return { ...sheet, rows, pull: clean ? thinned(points) : null };
}

function thinned(points: readonly PullPoint[]): PullPoint[] {
  if (points.length <= MOST_POINTS) return [...points];
  const peak = points.reduce((best, p, i) => (p.powerW > points[best]!.powerW ? i : best), 0);
  const step = (points.length - 1) / (MOST_POINTS - 2);
  const kept = new Set(Array.from({ length: MOST_POINTS - 1 }, (_, i) => Math.round(i * step)));
  kept.add(peak);
  return [...kept].sort((a, b) => a - b).map((i) => points[i]!);
}

/** What the columns of an injector sheet hold. */
export const INJECTOR_COLUMNS: readonly SheetColumn[] = [
  columnOf('pressure', INJECTOR_FIELDS.ratedPa, 'pressure'),
  columnOf('flow', INJECTOR_FIELDS.staticFlowM3s, 'flow'),
];
/** Injectors within this of their mean are a good set (common practice). */
export const MATCHED_WITHIN = 0.02;

export interface InjectorData {
  /** Pressure the rated flow is taken at, Pa: of those in the sheet the nearest to the base. */
  readonly ratedPa: number;
  /** Mean flow of one injector there, m³/s. */
  readonly staticFlowM3s: number;
  /** Rows at that pressure: one, or one an injector. */
  readonly count: number;
  /** Largest distance of one from the mean there, as a share. */
  readonly spread: number;
  readonly highestPa: number;
}

export interface InjectorPreview extends Sheet {
  /** Only when no row is marked. */
  readonly injectors: InjectorData | null;
}

/**
 * Reads an injector sheet of pressure and static flow: several pressures, or several injectors at one pressure, or both.
 * @param table the sheet, at most 200 rows (see readSheet)
 * @param units unit symbols for columns without a heading
 * @param basePa base pressure of the job, Pa: the rows nearest to it give the rated flow
 * @returns rows with their marks, and rated pressure Pa, mean flow m³/s, count and spread
 * Validity: columns in this order.
 * @throws nothing
 * @source flow matched within 2 % is common practice
 * @example readInjectors({ rows: [['43.5', '990'], ['43.5', '1010']], delimiter: ',', characters: 19 }, { pressure: 'psi', flow: 'cc/min' }, 300000).injectors.spread // => 0.01
 */
export function readInjectors(
  table: Table,
  units: Readonly<Record<string, string>>,
  basePa: number,
): InjectorPreview {
  const sheet = readSheet(table, INJECTOR_COLUMNS, units, { least: 1, most: 200 });
  if (sheet.problem !== null || sheet.rows.some((r) => r.problem !== null))
    return { ...sheet, injectors: null };
  const pressures = sheet.rows.map((r) => r.values[0]!);
  const rated = pressures.reduce((a, b) => (Math.abs(b - basePa) < Math.abs(a - basePa) ? b : a));
  const flows = sheet.rows.filter((r) => r.values[0] === rated).map((r) => r.values[1]!);
  const mean = flows.reduce((a, b) => a + b, 0) / flows.length;
  return {
    ...sheet,
    injectors: {
      ratedPa: rated,
      staticFlowM3s: mean,
      count: flows.length,
      spread: Math.max(...flows.map((f) => Math.abs(f / mean - 1))),
      highestPa: Math.max(...pressures),
    },
  };
}
