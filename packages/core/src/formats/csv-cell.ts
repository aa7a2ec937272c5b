/** What a spreadsheet takes for the beginning of a formula, in narrow and in full width, behind any blanks. */
const FORMULA = /^\s*[=+\-@＝＋－＠]|^[\t\r]/u;

/**
 * Text that no spreadsheet runs as a formula: where it could, a quote stands before it.
 * @param text cell
 * @returns the text, or with a quote before it
 * Validity: any text.
 * @throws nothing
 * @source OWASP, CSV injection
 * @example inertCell('=1+1') // => "'=1+1"
 */
export const inertCell = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/**
 * A cell of a CSV file: no formula, quoted where it has to be.
 * @param text cell
 * @returns the cell as it is written
 * Validity: any text.
 * @throws nothing
 * @source RFC 4180
 * @example csvCell('a, "b"') // => '"a, ""b"""'
 */
export function csvCell(text: string): string {
  const inert = inertCell(text);
  return /[",\n\r]/.test(inert) ? `"${inert.replaceAll('"', '""')}"` : inert;
}
