import type { PumpCurve } from '../parts/pump/pump-model.ts';
import { dimensionSpec, toSi, type Unit } from '../quantities/units.ts';

/** What a column of a curve sheet holds. */
export type CurveColumn = 'pressure' | 'flow' | 'current';

export interface CurveRow {
  /** Line in the file, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
  /** SI: Pa, m³/s, A; NaN where a cell is no number. */
  readonly values: readonly [number, number, number];
  /** What is wrong with this row, in words with the remedy. */
  readonly problem: string | null;
}

export interface CurvePreview {
  readonly rows: readonly CurveRow[];
  /** Units used, by symbol. */
  readonly units: Readonly<Record<CurveColumn, string>>;
  /** Where the units came from: the sheet's own heading, or the choice made. */
  readonly unitsFromHeading: boolean;
  /** The curve, only when no row is marked. */
  readonly curve: PumpCurve | null;
  /** Trouble with the sheet as a whole. */
  readonly problem: string | null;
}

const MAX_ROWS = 60;
const MAX_TEXT = 100_000;
const COLUMNS: readonly CurveColumn[] = ['pressure', 'flow', 'current'];
const DIMENSION = { pressure: 'pressure', flow: 'flow', current: 'amps' } as const;

const unitOf = (column: CurveColumn, symbol: string): Unit | undefined => {
  const wanted = symbol.trim().toLowerCase();
  return dimensionSpec(DIMENSION[column]).units.find(
    (u) => u.symbol.toLowerCase() === wanted || u.aliases.includes(wanted),
  );
};

/** Tab, semicolon or comma, whichever the first line with numbers has most of. */
const delimiterOf = (text: string): string =>
  [';', '\t', ','].find((d) => (text.split('\n')[0] ?? '').includes(d)) ?? ',';

/**
 * Reads a pump curve from a sheet of three columns: pressure, flow, current. A heading may name the units ("psi", "L/h",
 * "A"); otherwise the ones given are used. Every bad row is marked with its reason and the curve is only there when none is.
 * @param text the sheet, at most 100,000 characters and 60 rows; comma, semicolon or tab between cells; a decimal comma
 *   where the cells are parted by semicolons
 * @param volts volts at the pump the curve was taken at
 * @param units unit symbols for columns without a heading
 * @returns rows with their marks, units used, and the curve in SI (Pa, m³/s, A), sorted by pressure, or null
 * @throws nothing
 * @source RFC 4180 for the plain cases; own marks
 * @example readPumpCurve('psi,L/h,A\n0,400,7\n60,300,12', 13.5, { pressure: 'kPa', flow: 'L/h', current: 'A' }).curve.flows.length // => 2
 */
export function readPumpCurve(
  text: string,
  volts: number,
  units: Readonly<Record<CurveColumn, string>>,
): CurvePreview {
  const none = (problem: string): CurvePreview => ({
    rows: [],
    units,
    unitsFromHeading: false,
    curve: null,
    problem,
  });
  if (text.length > MAX_TEXT)
    return none(`The sheet holds ${text.length} characters; ${MAX_TEXT} are read at most.`);
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const delimiter = delimiterOf(text);
  const sheet = lines
    .map((l, i) => ({
      line: i + 1,
      cells: l.split(delimiter).map((c) => c.trim().replace(/^"(.*)"$/, '$1')),
    }))
    .filter((r) => r.cells.some((c) => c !== ''));
  const heading =
    sheet[0] && sheet[0].cells.every((c) => Number.isNaN(number(c, delimiter))) ? sheet[0].cells : null;
  const named = heading ? COLUMNS.map((c, i) => symbolIn(c, heading[i] ?? '')) : [];
  const used = Object.fromEntries(COLUMNS.map((c, i) => [c, named[i] ?? units[c]])) as Record<
    CurveColumn,
    string
  >;
  const body = heading ? sheet.slice(1) : sheet;
  if (body.length < 2) return none('A curve needs at least two points: pressure, flow, current in each row.');
  if (body.length > MAX_ROWS)
    return none(`The sheet holds ${body.length} rows; ${MAX_ROWS} are read at most.`);
  const parsed = body.map((r) => ({
    ...r,
    values: COLUMNS.map((c, i) => inSi(c, used[c], r.cells[i] ?? '', delimiter)) as [number, number, number],
  }));
  const rows = parsed.map((r, i): CurveRow => ({ ...r, problem: problemOf(r, parsed.slice(0, i)) }));
  const sorted = [...rows].sort((a, b) => a.values[0] - b.values[0]);
  const marked = sorted.map((r, i): CurveRow => {
    const before = sorted[i - 1];
    if (r.problem || !before || before.problem || r.values[1] <= before.values[1]) return r;
    return {
      ...r,
      problem: `flow rises from line ${before.line} with more pressure: swap the columns, or check the units`,
    };
  });
  const clean = marked.every((r) => r.problem === null);
  return {
    rows: [...marked].sort((a, b) => a.line - b.line),
    units: used,
    unitsFromHeading: named.some((n) => n !== undefined),
    problem: null,
    curve: clean
      ? {
          volts,
          pressures: sorted.map((r) => r.values[0]),
          flows: sorted.map((r) => r.values[1]),
          currents: sorted.map((r) => r.values[2]),
        }
      : null,
  };
}

/** A unit named in a heading such as "Flow (L/h)" or "psi". */
const symbolIn = (column: CurveColumn, heading: string): string | undefined => {
  const inside = /[([]([^)\]]+)[)\]]/.exec(heading)?.[1] ?? heading;
  return unitOf(column, inside)?.symbol;
};

const number = (cell: string, delimiter: string): number => {
  const plain = delimiter === ';' ? cell.replace(',', '.') : cell;
  return plain === '' ? NaN : Number(plain);
};

const inSi = (column: CurveColumn, symbol: string, cell: string, delimiter: string): number => {
  const unit = unitOf(column, symbol);
  return unit ? toSi(number(cell, delimiter), unit) : NaN;
};

const LIMITS: readonly { readonly max: number; readonly words: string }[] = [
  { max: 3e6, words: 'pressure must be 0 to 3,000 kPa' },
  { max: 2e-3, words: 'flow must be 0 to 7,200 L/h' },
  { max: 200, words: 'current must be 0 to 200 A' },
];

function problemOf(
  row: { readonly cells: readonly string[]; readonly values: readonly number[] },
  before: readonly { readonly line: number; readonly values: readonly number[] }[],
): string | null {
  for (const [i, value] of row.values.entries()) {
    const { max, words } = LIMITS[i]!;
    if (!Number.isFinite(value))
      return `"${(row.cells[i] ?? '').slice(0, 20)}" is not a number in the ${COLUMNS[i]} column`;
    if (value < 0 || value > max) return `${words}: check the unit`;
  }
  const twin = before.find((b) => b.values[0] === row.values[0]);
  return twin ? `the same pressure stands in line ${twin.line}: remove one of them` : null;
}
