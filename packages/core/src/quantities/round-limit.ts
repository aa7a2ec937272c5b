import { FOOT, INCH, INHG } from './constants.ts';
import { formatQuantity } from './format.ts';
import { fromSi, isUs, shownUnit, type Dimension, type UnitSystem } from './units.ts';

/** Limits below this are shown in eighths of an inch, m (3 ft). */
const IN_INCHES = 3 * FOOT;
const NEAR = 1e-9;

/** To a step, inward: up for a least figure, down for a greatest. */
const inward = (value: number, step: number, end: 'least' | 'most'): number => {
  const steps = value / step;
  const whole = Math.round(steps);
  if (Math.abs(steps - whole) < 1e-6 * Math.max(1, Math.abs(whole))) return whole * step;
  return (end === 'least' ? Math.ceil(steps) : Math.floor(steps)) * step;
};

/** Two figures below a hundred, three above; what has no more than three stays as it is. */
function roundFigure(value: number, end: 'least' | 'most'): number {
  const size = Math.abs(value);
  if (size < NEAR || Math.abs(Number(value.toPrecision(3)) - value) < NEAR * size) return value;
  const step = 10 ** (Math.floor(Math.log10(size)) - (size >= 100 ? 2 : 1));
  return Number(inward(value, step, end).toPrecision(6));
}

/**
 * A limit as a round figure of the unit that is shown, never outside the limit itself: the figure shown is always accepted.
 * @param dimension what kind of quantity it is
 * @param si the limit, SI
 * @param end whether it is the least or the greatest that is allowed
 * @param system unit system to show it in
 * @returns figure and unit: "3/8 in", "98 ft", "7.3 psi"
 * Validity: finite limits.
 * @throws nothing
 * @source own convention
 * @example roundLimit('length', 30, 'most', 'us') // => '98 ft'
 */
export function roundLimit(
  dimension: Dimension,
  si: number,
  end: 'least' | 'most',
  system: UnitSystem,
): string {
  const unit = shownUnit(dimension, system);
  if ((dimension === 'length' || dimension === 'tape') && isUs(system)) {
    const step = Math.abs(si) < IN_INCHES ? INCH / 8 : FOOT;
    return formatQuantity(dimension, inward(si, step, end), system).text;
  }
  if (dimension === 'manifold' && si < 0) {
    const below = isUs(system) ? INHG : 1e3;
    return formatQuantity(dimension, inward(si, below, end), system).text;
  }
  const figure = roundFigure(fromSi(si, unit), end);
  const words = figure.toLocaleString('en-US', { maximumSignificantDigits: 6 }).replace('-', '−');
  const gap = unit.symbol === '%' || unit.symbol.startsWith('°') || unit.symbol === '' ? '' : ' ';
  return `${words}${gap}${unit.symbol}`;
}

/**
 * A range as round figures of the unit that is shown.
 * @param dimension what kind of quantity it is
 * @param range least and greatest, SI
 * @param system unit system to show it in
 * @returns "3/8 in to 98 ft", "7.3 to 116 psi"
 * Validity: finite limits.
 * @throws nothing
 * @source own convention
 * @example rangeWords('pressure', { min: 50e3, max: 800e3 }, 'us') // => '7.3 to 116 psi'
 */
export function rangeWords(
  dimension: Dimension,
  range: { readonly min: number; readonly max: number },
  system: UnitSystem,
): string {
  const [least, most] = [
    roundLimit(dimension, range.min, 'least', system),
    roundLimit(dimension, range.max, 'most', system),
  ];
  const { symbol } = shownUnit(dimension, system);
  const tail = least.endsWith(symbol) && most.endsWith(symbol) && !least.includes(' in') ? symbol : '';
  return tail === '' ? `${least} to ${most}` : `${least.slice(0, -tail.length).trimEnd()} to ${most}`;
}
