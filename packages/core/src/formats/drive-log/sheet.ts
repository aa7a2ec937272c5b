import { guessLogColumns } from './columns.ts';

/** A log’s cells by what they are: headings, units beneath them, rows of figures. */
export interface LogSheet {
  readonly headings: readonly string[];
  /** Empty where the log has no row of units. */
  readonly units: readonly string[];
  readonly body: readonly (readonly string[])[];
  /** Number of each row of the body in the file, from 1. */
  readonly rowOf: readonly number[];
  /** Figures are written with a comma before their decimals. */
  readonly decimalComma: boolean;
}

type Row = readonly string[];

/** Lines a logger writes for people: a mark and words. */
const COMMENT = /^\s*(#|\/\/|%|;|\*)/;
/** Headings are looked for in so many rows. */
const LOOKED_AT = 60;

/**
 * Headings, units and figures of a log. Comment lines and lines above the headings are left out.
 * @param rows cells of the file
 * @returns the sheet; null where no row has headings
 * Validity: any cells.
 * @throws nothing
 * @source own convention
 * @example logSheet([['# made up'], ['Time', 'RPM'], ['s', 'rpm'], ['0', '900']]).units // => ['s', 'rpm']
 */
export function logSheet(rows: readonly Row[]): LogSheet | null {
  const kept = rows.flatMap((row, i) =>
    row.some((c) => c.trim() !== '') && !COMMENT.test(row[0] ?? '') ? [{ row, at: i + 1 }] : [],
  );
  // The row that names most channels, and is words: the first of equals.
  let best = -1;
  let most = 0;
  kept.slice(0, LOOKED_AT).forEach(({ row }, i) => {
    const known = row.some(looksLikeNumber) ? 0 : Object.keys(guessLogColumns(row)).length;
    if (known > most) [best, most] = [i, known];
  });
  if (best < 0) best = kept.findIndex(({ row }) => row.length > 1 && !row.some(looksLikeNumber));
  if (best < 0) return null;
  const headings = kept[best]!.row;
  const after = kept.slice(best + 1);
  const wordy = (row: Row): boolean => !row.some((c) => looksLikeNumber(c) || isClock(c));
  const under = after[0] && wordy(after[0].row) ? after[0].row : [];
  const body = under.length > 0 ? after.slice(1) : after;
  return {
    headings,
    units: under,
    body: body.map(({ row }) => row),
    rowOf: body.map(({ at }) => at),
    decimalComma: usesDecimalComma(body.map(({ row }) => row)),
  };
}

const looksLikeNumber = (cell: string): boolean => /^\s*[-+]?\d*[.,]?\d+(e[-+]?\d+)?\s*$/i.test(cell);
const isClock = (cell: string): boolean => /^\s*\d{1,3}:\d{2}(:\d{2})?([.,]\d+)?\s*$/.test(cell);

/** Decimals follow a comma where some cell can be read in no other way, and none has a point. */
function usesDecimalComma(body: readonly Row[]): boolean {
  let commas = false;
  for (const row of body)
    for (const cell of row) {
      const said = cell.trim();
      if (/^[-+]?\d+\.\d+$/.test(said)) return false;
      if (/^[-+]?(\d+,(\d{1,2}|\d{4,})|0,\d+)$/.test(said)) commas = true;
    }
  return commas;
}

/**
 * A cell as a number.
 * @param cell as the log has it
 * @param decimalComma figures are written with a comma before their decimals
 * @returns number; undefined where it is none
 * Validity: plain, signed and scientific figures; thousands marked by the other sign.
 * @throws nothing
 * @source own convention
 * @example numberIn('1.234,5', true) // => 1234.5
 */
export function numberIn(cell: string, decimalComma: boolean): number | undefined {
  const said = cell.trim();
  if (said === '') return undefined;
  const plain = decimalComma
    ? said.replace(/\.(?=\d{3}(\D|$))/g, '').replace(',', '.')
    : said.replace(/,(?=\d{3}(\D|$))/g, '');
  const value = Number(plain);
  return Number.isFinite(value) ? value : undefined;
}

/**
 * A clock as seconds.
 * @param cell "1:02:03.4", "2:03.4"
 * @returns s; undefined where it is no clock
 * Validity: minutes and seconds under 60.
 * @throws nothing
 * @source own convention
 * @example clockIn('1:02:03.5') // => 3723.5
 */
export function clockIn(cell: string): number | undefined {
  const parts = /^(?:(\d{1,3}):)?(\d{1,3}):(\d{2}(?:[.,]\d+)?)$/.exec(cell.trim());
  if (!parts) return undefined;
  const [, h = '0', m = '0', s = '0'] = parts;
  return Number(h) * 3600 + Number(m) * 60 + Number(s.replace(',', '.'));
}

/** What separates the cells of a log: the sign that parts most lines into equally many cells. */
const SEPARATORS = [',', ';', '\t'] as const;

/**
 * The sign that separates a log's cells.
 * @param text of the file
 * @returns comma, semicolon or tab
 * Validity: comment lines are not looked at; a file of one column gives a comma.
 * @throws nothing
 * @source own convention
 * @example logSeparator('# a, b, c\nTime;RPM;MAP\n0,1;900;33') // => ';'
 */
export function logSeparator(text: string): string {
  const lines = text
    .slice(0, 20_000)
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '' && !COMMENT.test(line))
    .slice(0, LOOKED_AT);
  const score = (sign: string): number => {
    const counts = lines.map((line) => line.split(sign).length);
    const usual = [...counts].sort((a, b) => a - b)[counts.length >> 1] ?? 1;
    return usual < 2 ? 0 : counts.filter((n) => n === usual).length;
  };
  // With decimal commas a comma parts lines as well: another sign that parts them all comes first.
  return [...SEPARATORS].sort(
    (a, b) => score(b) - score(a) || SEPARATORS.indexOf(b) - SEPARATORS.indexOf(a),
  )[0]!;
}
