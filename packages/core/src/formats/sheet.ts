import type { FieldInfo, NumberField } from '../fields/field.ts';
import { shortened } from '../quantities/text.ts';
import { dimensionSpec, fromSi, toSi, type Unit } from '../quantities/units.ts';

/** One column of a sheet: what it holds and between what it must lie, as the field of the job it fills. */
export interface SheetColumn {
  readonly key: string;
  readonly name: string;
  readonly field: FieldInfo;
}

/** The column a field of the job is read from. */
export const columnOf = (
  key: string,
  { field }: NumberField,
  name = field.label.toLowerCase(),
): SheetColumn => ({
  key,
  name,
  field,
});

export interface SheetRow {
  /** Line in the file, from 1. */
  readonly line: number;
  readonly cells: readonly string[];
  /** SI, one a column; NaN where a cell is no number. */
  readonly values: readonly number[];
  /** What is wrong with this row, in words with the remedy. */
  readonly problem: string | null;
}

export interface Sheet {
  /** In the order of the file. */
  readonly rows: readonly SheetRow[];
  /** Unit symbol used, by column key. */
  readonly units: Readonly<Record<string, string>>;
  /** The sheet's own heading named units. */
  readonly unitsFromHeading: boolean;
  /** Trouble with the sheet as a whole. */
  readonly problem: string | null;
}

/** Longest text a sheet is read from, characters. */
export const MAX_TEXT = 100_000;

const unitOf = (column: SheetColumn, symbol: string): Unit | undefined => {
  const wanted = symbol.trim().toLowerCase();
  return dimensionSpec(column.field.dimension).units.find(
    (u) => u.symbol.toLowerCase() === wanted || u.aliases.includes(wanted),
  );
};

/** A sheet as whoever read the file hands it over: its cells, line by line, and what parted them. */
export interface Table {
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: string;
  /** Length of the text it was read from. */
  readonly characters: number;
}

/**
 * Reads a sheet of numbers: one row a line, columns in a fixed order. A heading may name the units ("psi", "Flow (L/h)");
 * otherwise the ones given are used. A bad row is marked with its reason, never dropped.
 * @param table cells of a text of at most 100,000 characters; a decimal comma where semicolons part them
 * @param columns what the columns hold, in order
 * @param units unit symbols, by column key, for columns whose heading names none
 * @param rows fewest and most rows read
 * @returns rows with SI values and marks, and the units used
 * @throws nothing
 * @source own marks
 * @example readSheet({ rows: [['psi'], ['10']], delimiter: ',', characters: 6 }, [{ key: 'p', name: 'pressure', field: { label: 'Pressure', dimension: 'pressure', min: 0, max: 1e6 } }], { p: 'kPa' }, { least: 1, most: 9 }).rows[0].values[0] // => 68948
 */
export function readSheet(
  table: Table,
  columns: readonly SheetColumn[],
  units: Readonly<Record<string, string>>,
  rows: { readonly least: number; readonly most: number },
): Sheet {
  const none = (problem: string): Sheet => ({ rows: [], units, unitsFromHeading: false, problem });
  if (table.characters > MAX_TEXT)
    return none(`The sheet holds ${table.characters} characters; ${MAX_TEXT} are read at most.`);
  const { delimiter } = table;
  const lines = table.rows
    .map((cells, i) => ({ line: i + 1, cells: cells.map((c) => c.trim()) }))
    .filter((r) => r.cells.some((c) => c !== ''));
  const first = lines[0];
  const heading = first?.cells.every((c) => Number.isNaN(number(c, delimiter))) ? first.cells : null;
  const named = heading ? columns.map((c, i) => symbolIn(c, heading[i] ?? '')) : [];
  const used = Object.fromEntries(columns.map((c, i) => [c.key, named[i] ?? units[c.key] ?? '']));
  const body = heading ? lines.slice(1) : lines;
  const what = columns.map((c) => c.name).join(', ');
  if (body.length < rows.least)
    return none(
      `At least ${rows.least === 1 ? 'one row is' : `${rows.least} rows are`} needed: ${what} in each.`,
    );
  if (body.length > rows.most)
    return none(`The sheet holds ${body.length} rows; ${rows.most} are read at most.`);
  return {
    rows: body.map((r): SheetRow => {
      const values = columns.map((c, i) => inSi(c, used[c.key]!, r.cells[i] ?? '', delimiter));
      return { ...r, values, problem: problemOf(columns, used, r.cells, values) };
    }),
    units: used,
    unitsFromHeading: named.some((n) => n !== undefined),
    problem: null,
  };
}

/** A unit named in a heading such as "Flow (L/h)" or "psi". */
const symbolIn = (column: SheetColumn, heading: string): string | undefined => {
  const inside = /[([]([^)\]]+)[)\]]/.exec(heading)?.[1] ?? heading;
  return unitOf(column, inside)?.symbol;
};

const number = (cell: string, delimiter: string): number => {
  const plain = delimiter === ';' ? cell.replace(',', '.') : cell;
  return plain === '' ? NaN : Number(plain);
};

const inSi = (column: SheetColumn, symbol: string, cell: string, delimiter: string): number => {
  const unit = unitOf(column, symbol);
  return unit ? toSi(number(cell, delimiter), unit) : NaN;
};

function problemOf(
  columns: readonly SheetColumn[],
  units: Readonly<Record<string, string>>,
  cells: readonly string[],
  values: readonly number[],
): string | null {
  for (const [i, value] of values.entries()) {
    const column = columns[i]!;
    const { name, field } = column;
    if (!Number.isFinite(value))
      return `"${shortened(cells[i] ?? '', 20)}" is not a number in the ${name} column`;
    if (value < field.min || value > field.max)
      return `${rangeWords(column, unitOf(column, units[column.key]!)!)}: check the unit`;
  }
  return null;
}

/** "flow must be 0 to 7,200 L/h": in the unit of the column, so that the figure in the cell can be held against it. */
function rangeWords({ name, field }: SheetColumn, unit: Unit): string {
  const shown = (si: number): string =>
    fromSi(si, unit).toLocaleString('en-US', { maximumSignificantDigits: 4 }).replace('-', '−');
  return `${name} must be ${shown(field.min)} to ${shown(field.max)} ${unit.symbol}`;
}
