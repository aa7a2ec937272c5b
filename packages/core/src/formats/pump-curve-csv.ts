import type { PumpCurve } from '../kinds/plumbing/pump/pump-model.ts';
import { CURVE_FIELDS } from '../kinds/plumbing/pump/shape.ts';
import { columnOf, readSheet, type Sheet, type SheetColumn, type SheetRow, type Table } from './sheet.ts';

/** What the columns of a curve sheet hold. */
export const CURVE_COLUMNS: readonly SheetColumn[] = [
  columnOf('pressure', CURVE_FIELDS.pressure),
  columnOf('flow', CURVE_FIELDS.flow),
  columnOf('current', CURVE_FIELDS.current),
];

export interface CurvePreview extends Sheet {
  /** The curve, only when no row is marked. */
  readonly curve: PumpCurve | null;
}

/**
 * Reads a pump curve from a sheet of three columns: pressure, flow, current. Every bad row is marked with its reason and
 * the curve is only there when none is.
 * @param table the sheet, at most 60 rows (see readSheet)
 * @param volts volts at the pump the curve was taken at
 * @param units unit symbols for columns without a heading
 * @returns rows with their marks, units used, and the curve in SI (Pa, m³/s, A), sorted by pressure, or null
 * Validity: columns in this order.
 * @throws nothing
 * @source own marks
 * @example readPumpCurve({ rows: [['0', '400', '7'], ['60', '300', '12']], delimiter: ',', characters: 18 }, 13.5, { pressure: 'kPa', flow: 'L/h', current: 'A' }).curve.flows.length // => 2
 */
export function readPumpCurve(
  table: Table,
  volts: number,
  units: Readonly<Record<string, string>>,
): CurvePreview {
  const sheet = readSheet(table, CURVE_COLUMNS, units, { least: 2, most: 60 });
  const distinct = sheet.rows.map((r, i) => twin(r, sheet.rows.slice(0, i)));
  const sorted = [...distinct].sort((a, b) => a.values[0]! - b.values[0]!);
  const marked = sorted.map((r, i): SheetRow => {
    const before = sorted[i - 1];
    if (r.problem || !before || before.problem || r.values[1]! <= before.values[1]!) return r;
    return {
      ...r,
      problem: `flow rises from line ${before.line} with more pressure: swap the columns, or check the units`,
    };
  });
  const clean = sheet.problem === null && marked.every((r) => r.problem === null);
  return {
    ...sheet,
    rows: [...marked].sort((a, b) => a.line - b.line),
    curve: clean
      ? {
          volts,
          pressures: sorted.map((r) => r.values[0]!),
          flows: sorted.map((r) => r.values[1]!),
          currents: sorted.map((r) => r.values[2]!),
        }
      : null,
  };
}

function twin(row: SheetRow, before: readonly SheetRow[]): SheetRow {
  if (row.problem) return row;
  const other = before.find((b) => b.values[0] === row.values[0]);
  return other ? { ...row, problem: `the same pressure is in line ${other.line}: remove one of them` } : row;
}
