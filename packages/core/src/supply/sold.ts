import { isUs, type UnitSystem } from '../quantities/units.ts';
import type { BillLine } from '../kinds/bill-line.ts';
import { FOOT } from '../quantities/constants.ts';

const HALF_METER = 0.5;

export interface Sold {
  readonly quantity: number;
  readonly unit: 'each' | 'ft' | 'm';
}

/**
 * What is ordered of a line of the list: by the piece, or as hose and wire are sold, in whole feet or half meters.
 * @param line line of the order list
 * @param system unit system of the shop
 * @returns quantity and its unit
 * Validity: any line.
 * @throws nothing
 * @source common practice
 * @example sold({ group: 'hose', part: 'x', quantity: 1.3, unit: 'm', note: '' }, 'us').quantity // => 5
 */
export function sold({ quantity, unit }: BillLine, system: UnitSystem): Sold {
  if (unit === 'each') return { quantity, unit };
  const step = isUs(system) ? FOOT : HALF_METER;
  // A length that is right on a step is not rounded past it.
  const steps = Math.ceil(quantity / step - 1e-9);
  return isUs(system) ? { quantity: steps, unit: 'ft' } : { quantity: steps * HALF_METER, unit: 'm' };
}

/**
 * Number of lines that are not measured yet, in words.
 * @param count lines; absent: none
 * @returns "2 lines to measure"; empty where there is none
 * Validity: whole numbers.
 * @throws nothing
 * @source own wording
 * @example linesToMeasure(2) // => '2 lines to measure'
 */
export const linesToMeasure = (count: number | undefined): string =>
  count ? `${count} ${count === 1 ? 'line' : 'lines'} to measure` : '';

/**
 * What is ordered of a line, in words, with the lines that are not measured yet.
 * @param line line of the order list
 * @param system unit system of the shop
 * @returns "12 ft and 2 lines to measure"
 * Validity: any line.
 * @throws nothing
 * @source own wording
 * @example soldWords({ group: 'hose', part: 'x', quantity: 0, unit: 'm', note: '', toMeasure: 2 }, 'us') // => '2 lines to measure'
 */
export function soldWords(line: BillLine, system: UnitSystem): string {
  const { quantity, unit } = sold(line, system);
  const open = linesToMeasure(line.toMeasure);
  if (quantity === 0 && open) return open;
  const many = unit === 'each' ? String(quantity) : `${quantity} ${unit}`;
  return open ? `${many} and ${open}` : many;
}
