import type { Fix, Found } from '../outcome/finding.ts';
import { capital } from '../quantities/text.ts';
import { formatQuantity } from '../quantities/format.ts';
import { shownUnit, type Dimension, type UnitSystem } from '../quantities/units.ts';

/** How numbers are written: one system, or both, so that a printed record reads anywhere. */
export type Units = UnitSystem | 'both';

/** Writes a quantity. */
export type Writer = (dimension: Dimension, value: number) => string;

/**
 * US first, metric in brackets where it differs. Fine: by a unit’s own decimals, not by the marks of a dial. Both side by side are
 * always fine: on the marks of two dials one pressure would read as two.
 */
export const writer =
  (units: Units, fine = false): Writer =>
  (dimension, value) => {
    const one = (system: UnitSystem): string =>
      formatQuantity(
        dimension,
        value,
        system,
        fine || units === 'both' ? shownUnit(dimension, system).decimals : undefined,
      ).text;
    if (units !== 'both') return one(units);
    const us = one('us');
    const metric = one('metric');
    return us === metric ? us : `${us} (${metric})`;
  };

/**
 * How hard the manifold blows or sucks, in the middle of a sentence.
 * @param q writes a quantity
 * @param pressure over the air outside, Pa
 * @returns “15.0 psi of boost”, “20 inHg vacuum”
 * Validity: any pressure.
 * @throws nothing
 * @source common practice
 * @example manifoldWords(() => '20 inHg vacuum', -67e3) // => '20 inHg vacuum'
 */
export const manifoldWords = (q: Writer, pressure: number): string =>
  `${q('manifold', pressure)}${pressure < 0 ? '' : ' of boost'}`;

export interface Said {
  readonly title: string;
  readonly text: string;
  readonly formula: string;
  readonly source: string;
}

/** The words for one kind of finding; `labels` are those of its fixes. */
export type Words<F extends Found> = (
  found: F,
  q: Writer,
  labels: readonly string[],
  fixes: readonly Fix[],
) => Said;

/** 0.153 → "15%". */
export const percent = (share: number, decimals = 0): string => `${(share * 100).toFixed(decimals)}%`;
/** A share that is not its limit never reads like it: more decimals where both round alike. */
export const percentBeside = (share: number, limit: number): string => {
  const decimals = [0, 1, 2].find((d) => percent(share, d) !== percent(limit, d));
  return percent(share, decimals ?? 2);
};
/** How much is missing: never none. */
export const percentShort = (share: number): string => percentBeside(share, 0);
export const sentence = (text: string): string => `${capital(text)}.`;
export { capital };

const FIGURE = /[−-]?[\d,]*\d(?:\.\d+)?/g;
const read = (figure: string): number => Number(figure.replace('−', '-').replaceAll(',', ''));

/**
 * “53.5 psi − 1.9 psi = 51.6 psi”: the difference of the rounded figures as shown, so that a reader who subtracts one from the other
 * gets the third, in each unit shown.
 * @param whole quantity as it is written
 * @param part what is taken from it, written alike
 * @returns the sum in words; digits grouped nowhere
 * Validity: two quantities of one dimension.
 * @throws nothing
 * @source arithmetic
 * @example taken('53.5 psi (368.9 kPa)', '1.9 psi (13.1 kPa)') // => '53.5 psi (368.9 kPa) − 1.9 psi (13.1 kPa) = 51.6 psi (355.8 kPa)'
 */
export function taken(whole: string, part: string): string {
  const parts = [...part.matchAll(FIGURE)].map(([f]) => f);
  let at = 0;
  const left = whole.replaceAll(FIGURE, (figure) => {
    const other = parts[at++] ?? '0';
    const digits = Math.max(...[figure, other].map((f) => f.split('.')[1]?.length ?? 0));
    return (read(figure) - read(other)).toFixed(digits).replace('-', '−');
  });
  return `${whole} − ${part} = ${left}`;
}
