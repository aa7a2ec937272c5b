import type { EndMiss } from '../fit/ends/question.ts';
import { ENDS, type EndId } from '../kinds/plumbing/run/ends.ts';
import { formatQuantity } from '../quantities/format.ts';
import { capital } from '../quantities/text.ts';
import type { UnitSystem } from '../quantities/units.ts';

/**
 * Two hose ends as they are asked for at the counter.
 * @param ends one at each end
 * @returns "45° swept and straight"
 * Validity: every hose end.
 * @throws nothing
 * @source own wording
 * @example sayEnds(['elbow-45', 'straight']) // => '45° swept and straight'
 */
export const sayEnds = ([first, second]: readonly [EndId, EndId]): string =>
  first === second ? `two ${ENDS[first].name}` : `${ENDS[first].name} and ${ENDS[second].name}`;

/**
 * Why two hose ends do not go in, or only in a loop.
 * @param miss what was found
 * @param system unit system of the shop
 * @returns one sentence
 * Validity: every miss.
 * @throws nothing
 * @source own wording
 * @example sayMiss({ ends: ['straight', 'straight'], least: 0.1016, why: { is: 'ends-touch' } }, 'us') // => 'Two straight do not go in: the ends would run into each other.'
 */
export function sayMiss({ ends, least, why }: EndMiss, system: UnitSystem): string {
  const tape = (m: number): string => formatQuantity('tape', m, system).text;
  const pair = capital(sayEnds(ends));
  switch (why.is) {
    case 'ends-touch':
      return `${pair} do not go in: the ends would run into each other.`;
    case 'too-long':
      return `${pair} do not go in: the hose would be ${tape(why.cut)} long, and the longest piece is ${tape(why.longest)}.`;
    case 'stiff': {
      const without =
        why.room === undefined
          ? 'there is no room to bend it without one'
          : `without one the hose would bend to a radius of ${tape(why.room)}; it takes ${tape(least)} or wider`;
      return `${pair} go in only with a loop of ${sayTurn(why.turn)}: ${without}.`;
    }
  }
}

const sayTurn = (rad: number): string => `${Math.round((rad * 180) / Math.PI / 5) * 5}°`;
