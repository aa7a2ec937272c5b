import type { StateEnding } from '../engine/results.ts';
import { sayPumpFault } from './pump-fault.ts';

/**
 * How the solve of an operating state ended, and why where no numbers are shown.
 * @param ending as data
 * @returns half a sentence, without a capital and without a period
 * Validity: every ending a solver has.
 * @throws nothing
 * @source own convention
 * @example sayEnding({ how: 'settled' }) // => 'flows and pressures settled'
 */
export function sayEnding(ending: StateEnding): string {
  switch (ending.how) {
    case 'settled':
      return 'flows and pressures settled';
    case 'adrift':
      return `nothing that sets a pressure is joined to “${ending.node}”`;
    case 'ran-away':
      return 'the numbers ran away';
    case 'unsettled':
      return `no steady flow found in ${ending.turns} turns (flow still moving by ${(ending.moving * 100).toPrecision(2)}%)`;
    case 'no-rail':
      return 'the plan has no rail to feed';
    case 'unusable':
      return `nothing can be solved with “${ending.name}”: ${sayPumpFault(ending.fault).message}`;
    case 'closed-in':
      return 'fuel is closed in, its pressure follows the heat and not a flow; see the finding';
    case 'dry-rail':
      return `no fuel reaches “${ending.name}”: everything upstream of it is closed or leads nowhere`;
  }
}
