import { fromSi, isUs, shownUnit, type Dimension, type Unit, type UnitSystem } from './units.ts';
import { INCH, INHG } from './constants.ts';

export interface Shown {
  readonly number: string;
  readonly unit: string;
  /** number and unit with a space (none before % and °). */
  readonly text: string;
}

const EIGHTHS = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'];

/** A tape is read to the eighth; above two feet to the quarter. */
const LONG = 8 * 24;
const asRead = (eighths: number): number =>
  Math.abs(eighths) > LONG ? 2 * Math.round(eighths / 2) : eighths;

/** Lengths in US units read as feet and inches, the way a tape does. */
const feetAndInches = (metres: number, exact = false): Shown => {
  const told = (metres / INCH) * 8;
  const eighths = Math.round(exact ? told : asRead(told));
  const sign = eighths < 0 ? '−' : '';
  const abs = Math.abs(eighths);
  const feet = Math.floor(abs / 96);
  const whole = Math.floor((abs - feet * 96) / 8);
  const part = EIGHTHS[abs % 8]!;
  const inchText = part === '' ? String(whole) : whole === 0 ? part : `${whole} ${part}`;
  const inches = abs - feet * 96;
  const text =
    feet === 0
      ? `${sign}${inchText} in`
      : inches === 0
        ? `${sign}${feet} ft`
        : `${sign}${feet} ft ${inchText} in`;
  return { number: text, unit: '', text };
};

const byTape = (dimension: Dimension, system: UnitSystem): boolean =>
  (dimension === 'length' || dimension === 'tape') && isUs(system);

/** Less than this below the air outside is no vacuum anybody would speak of, Pa. */
const VACUUM_FROM = 350;

/** What is below the air outside, as a vacuum gauge has it: “20 inHg vacuum”. */
function vacuum(value: number, system: UnitSystem, figures?: number): Shown {
  const [per, unit] = isUs(system) ? [INHG, 'inHg vacuum'] : [1e3, 'kPa vacuum'];
  const below = -value / per;
  const number =
    figures === undefined || figures < 10 ? below.toFixed(0) : String(Number(below.toPrecision(figures)));
  return { number, unit, text: `${number} ${unit}` };
}

/** The nearest mark of the dial where it is read in steps. */
const asGaugeReads = (raw: number, { coarse }: Unit, decimals: number | undefined): number =>
  coarse && decimals === undefined && Math.abs(raw) > coarse.above
    ? Math.round(raw / coarse.step) * coarse.step
    : raw;

/**
 * Shows an SI value in the unit people expect, with a true minus sign and the decimals that mean something.
 * @param dimension what kind of quantity it is
 * @param value SI value; NaN and infinities show as "–"
 * @param system unit system to show it in
 * @param decimals decimals instead of the unit's own
 * @returns number, unit and both together
 * Validity: finite figures; others give a dash.
 * @throws nothing
 * @source own convention
 * @example formatQuantity('pressure', 400000, 'us').text // => '58.0 psi'
 */
export function formatQuantity(
  dimension: Dimension,
  value: number,
  system: UnitSystem,
  decimals?: number,
): Shown {
  const unit = shownUnit(dimension, system);
  if (!Number.isFinite(value)) return { number: '–', unit: unit.symbol, text: '–' };
  if (byTape(dimension, system)) return feetAndInches(value);
  if (dimension === 'manifold' && value < -VACUUM_FROM) return vacuum(value, system);
  const raw = fromSi(value, unit);
  const fixed = asGaugeReads(raw, unit, decimals).toFixed(decimals ?? unit.decimals);
  const number = (Number(fixed) === 0 ? fixed.replace('-', '') : fixed).replace('-', '−');
  const gap = unit.symbol === '%' || unit.symbol.startsWith('°') || unit.symbol === '' ? '' : ' ';
  return { number, unit: unit.symbol, text: `${number}${gap}${unit.symbol}` };
}

/**
 * How far two values are apart, as a person gets it from the two figures that are shown: 20.5 psi is 17.6 psi over 2.9 psi,
 * whatever the figures behind them are.
 * @param dimension what kind of quantity it is
 * @param a SI value
 * @param b SI value
 * @param system unit system to show it in
 * @param decimals decimals of both instead of the unit's own
 * @returns their difference without a sign, with its unit
 * Validity: finite figures; others give a dash.
 * @throws nothing
 * @source own convention
 * @example formatDifference('pressure', 141300, 20000, 'us') // => '17.6 psi'
 */
export function formatDifference(
  dimension: Dimension,
  a: number,
  b: number,
  system: UnitSystem,
  decimals?: number,
): string {
  const [one, other] = [a, b].map((v) => formatQuantity(dimension, v, system, decimals));
  const [x, y] = [one!, other!].map(({ number }) => Number(number.replace('−', '-')));
  if (!Number.isFinite(x) || !Number.isFinite(y) || one!.unit !== other!.unit)
    return formatQuantity(dimension, Math.abs(a - b), system, decimals).text;
  const places = Math.max(...[one!, other!].map(({ number }) => number.split('.')[1]?.length ?? 0));
  const apart = Math.abs(x! - y!).toFixed(places);
  return one!.text.replace(one!.number, apart);
}

/**
 * Writes a value so that reading it back gives the same SI number to within rounding of 1e-9.
 * Used to fill an edit field: nothing is lost by opening and closing it.
 * @param dimension what kind of quantity it is
 * @param value SI value
 * @param system unit system to write it in
 * @param figures significant figures; fewer than 10 for show, where the value itself is kept beside the text
 * @returns text that parseQuantity reads back
 * Validity: finite figures; others give their name.
 * @throws nothing
 * @source own convention
 * @example editText('pressure', 400000, 'metric') // => '400 kPa'
 */
export function editText(dimension: Dimension, value: number, system: UnitSystem, figures = 10): string {
  const unit = shownUnit(dimension, system);
  if (dimension === 'manifold' && value < -VACUUM_FROM) return vacuum(value, system, figures).text;
  if (byTape(dimension, system)) {
    const eighths = (value / INCH) * 8;
    const exact = Math.abs(eighths - Math.round(eighths)) < 1e-6;
    if (figures < 10 || exact) return feetAndInches(value, exact).text.replace('−', '-');
  }
  // A bore is known to a thousandth of an inch at best, or a hundredth of a millimeter.
  if (dimension === 'bore' && figures < 10 && Number.isFinite(value))
    return `${Number(fromSi(value, unit).toFixed(isUs(system) ? 3 : 2))} ${unit.symbol}`;
  const number = Number(fromSi(value, unit).toPrecision(figures));
  return unit.symbol === '' || unit.symbol === '%' ? `${number}${unit.symbol}` : `${number} ${unit.symbol}`;
}

/**
 * A value as a field at rest shows it: a figure of up to five digits as it was typed; one that comes from a conversion or from
 * a sum to what a tape, a gauge or a meter reads. The value itself stays beside the text.
 * @param dimension what kind of quantity it is
 * @param value SI value
 * @param system unit system to write it in
 * @returns text that parseQuantity reads
 * Validity: finite figures; others give their name.
 * @throws nothing
 * @source own convention
 * @example fieldText('pressure', 400000, 'us') // => '58 psi'
 */
export function fieldText(dimension: Dimension, value: number, system: UnitSystem): string {
  const typed = editText(dimension, value, system, 5);
  const figure = fromSi(value, shownUnit(dimension, system));
  const asTyped = Number(figure.toPrecision(5)) === Number(figure.toPrecision(10));
  if (asTyped || byTape(dimension, system)) return typed;
  if (dimension === 'manifold' && value < -VACUUM_FROM) return vacuum(value, system).text;
  const { unit } = formatQuantity(dimension, value, system);
  const read = formatQuantity(dimension, value, system).number.replace('−', '-');
  // What an instrument would show as next to nothing keeps its figures.
  if (Math.abs(Number(read) - figure) > 0.02 * Math.abs(figure)) return editText(dimension, value, system, 3);
  const gap = unit === '' || unit === '%' ? '' : ' ';
  return `${Number(read)}${gap}${unit}`;
}

/**
 * A length in inches alone, as it is read off a tape: "50 1/2 in".
 * @param metres length, m
 * @returns inches to the eighth, to the quarter above two feet; figures that are exact keep their eighth
 * Validity: finite lengths.
 * @throws nothing
 * @source own convention
 * @example inchesText(0.3556) // => '14 in'
 */
export function inchesText(metres: number): string {
  const told = (metres / INCH) * 8;
  const eighths = Math.abs(told - Math.round(told)) < 1e-6 ? Math.round(told) : Math.round(asRead(told));
  const abs = Math.abs(eighths);
  const part = EIGHTHS[abs % 8]!;
  const whole = Math.floor(abs / 8);
  const number = part === '' ? String(whole) : whole === 0 ? part : `${whole} ${part}`;
  return `${eighths < 0 ? '-' : ''}${number} in`;
}
