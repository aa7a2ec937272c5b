import { fail, ok, type Result } from '../outcome/result.ts';
import { parseQuantity, type Range } from './parse.ts';
import type { Dimension, UnitSystem } from './units.ts';

/** A semicolon, a line break, or a comma with a space or nothing behind it. */
const BETWEEN = /[;\n]|,(?=\s|$)/;
/** One number and one unit: "120 in". */
const WITH_UNIT = /^[-+]?[\d./ ]*\d\s*([^\d\s].*)$/;

/**
 * Reads several quantities of one kind from a line of text. A unit behind the last one is that of all before it that have none:
 * "50, 106, 120 in" is three lengths in inches.
 * @param dimension what kind of quantity is expected
 * @param text quantities with commas, semicolons or line breaks between them
 * @param system unit system that gives a bare number its unit
 * @param range allowed range of each, SI
 * @returns SI values in their order; none for an empty text; or what is wrong with the first that is not understood
 * Validity: a comma between two digits is not a separator and is asked about.
 * @throws nothing
 * @source own grammar
 * @example parseQuantities('length', '50, 106, 120 in', 'us').value.map((m) => Math.round(m * 1000)) // => [1270, 2692, 3048]
 */
export function parseQuantities(
  dimension: Dimension,
  text: string,
  system: UnitSystem,
  range?: Range,
): Result<number[]> {
  const pieces = text
    .split(BETWEEN)
    .map((t) => t.trim())
    .filter(Boolean);
  const values: number[] = [];
  let unit = '';
  for (const piece of pieces.reverse()) {
    if (/\d,\d/.test(piece)) return fail(ambiguous(piece));
    const bare = /^[-+]?[\d./ ]+$/.test(piece);
    const read = parseQuantity(dimension, bare ? `${piece} ${unit}`.trim() : piece, system, range);
    if (!read.ok) return read;
    values.unshift(read.value);
    if (!bare) unit = WITH_UNIT.exec(piece)?.[1]?.match(/\d/) ? '' : (WITH_UNIT.exec(piece)?.[1] ?? '');
  }
  return ok(values);
}

const ambiguous = (piece: string) => ({
  code: 'COMMA',
  field: '',
  value: piece,
  message: `"${piece}" could be one number or several`,
  remedy: 'put a space behind the comma between two, or a point in a decimal',
  meant: [piece.replace(/,(?=\d)/g, ', '), piece.replace(/,(?=\d)/g, '.')],
});
