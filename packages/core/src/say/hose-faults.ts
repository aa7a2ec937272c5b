import { HOSE_KINDS, type HoseKindId } from '../kinds/plumbing/run/hoses.ts';
import { formatQuantity } from '../quantities/format.ts';
import { capital } from '../quantities/text.ts';
import type { UnitSystem } from '../quantities/units.ts';
import type { HoseFault } from '../supply/hose-choice.ts';

/**
 * Why a kind of hose or tube does not do on a line.
 * @param fault what speaks against it
 * @param kind the kind
 * @param system unit system of the shop
 * @returns half a sentence
 * Validity: every fault.
 * @throws nothing
 * @source own wording
 * @example sayHoseFault('moves', 'hard-steel', 'us') // => 'Tube cracks where one end moves'
 */
export function sayHoseFault(fault: HoseFault, kind: HoseKindId, system: UnitSystem): string {
  const { fuelReason, bores, ratedPa, maxK } = HOSE_KINDS[kind];
  switch (fault) {
    case 'fuel':
      return capital(fuelReason);
    case 'size':
      return `Comes in ${Object.keys(bores)
        .map((d) => `-${d}`)
        .join(', ')}`;
    case 'pressure':
      return `Rated for ${formatQuantity('pressure', ratedPa, system).text}`;
    case 'heat':
      return `Good to ${formatQuantity('temperature', maxK, system).text}`;
    case 'in-tank':
      return 'Not made to lie in fuel';
    case 'age':
      return 'Past its years';
    case 'moves':
      return 'Tube cracks where one end moves';
  }
}
