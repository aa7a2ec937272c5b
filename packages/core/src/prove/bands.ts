import type { Dimension } from '../quantities/units.ts';
import type { Expectation } from './contract.ts';
import { PSI } from '../quantities/constants.ts';

/**
 * What model, parts and an ordinary shop instrument leave open together (estimates): a share of the reading, and never less than
 * the instrument shows.
 */
const OPEN: Readonly<Partial<Record<Dimension, { readonly share: number; readonly least: number }>>> = {
  // 1 psi, or 4 %: gauge of 1.6 % of 100 psi, regulator, screw.
  pressure: { share: 0.04, least: PSI },
  volts: { share: 0.025, least: 0.2 },
  amps: { share: 0.15, least: 0.5 },
  // A can, a stopwatch and a pump's scatter.
  flow: { share: 0.12, least: 5e-3 / 3600 },
};

/**
 * A value with its usual band.
 * @param dimension what is read
 * @param value predicted, SI
 * @returns the value and what may be read of it
 * Validity: pressures, volts, amps and flows.
 * @throws nothing
 * @source estimate: model, parts and instrument together
 * @example within('volts', 10).low // => 9.75
 */
export function within(dimension: Dimension, value: number): Expectation {
  const { share, least } = OPEN[dimension] ?? { share: 0.1, least: 0 };
  const open = Math.max(Math.abs(value) * share, least);
  return { dimension, value, low: value - open, high: value + open };
}

/** A drop: nothing is the best there is; over the band it is too much. */
export const atMost = (dimension: Dimension, value: number, most: number): Expectation => ({
  dimension,
  value,
  low: 0,
  high: most,
});
