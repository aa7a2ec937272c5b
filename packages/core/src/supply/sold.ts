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
