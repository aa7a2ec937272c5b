/** What a line from an instrument says of one reading. */
export type Said =
  | { readonly state: 'reading'; readonly value: number }
  /** Beyond its range; nothing at the probe; no answer, or none that makes sense. */
  | { readonly state: 'over' | 'nothing' | 'lost' };

/** SCPI-1999 volume 1, 7.2.1.4 and 7.2.1.5: infinity and not-a-number as numbers. */
const INFINITE = 9.9e37;
const NOT_A_NUMBER = 9.91e37;
const NUMBER = /^[+-]?(\d+(\.\d*)?|\.\d+)([Ee][+-]?\d+)?$/;

/** One answer as a reading: nothing that is not a number is ever taken for one, least of all for nought. */
export function saidBy(line: string | null): Said {
  const text = line?.trim() ?? '';
  if (!NUMBER.test(text)) return { state: 'lost' };
  const value = Number(text);
  if (value === NOT_A_NUMBER) return { state: 'nothing' };
  if (Math.abs(value) >= INFINITE) return { state: 'over' };
  return { state: 'reading', value };
}
