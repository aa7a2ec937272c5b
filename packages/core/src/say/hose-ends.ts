import type { EndMiss } from '../fit/end-fit.ts';
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
 * Why two hose ends do not go in.
 * @param miss what was found
 * @param system unit system of the shop
 * @returns one sentence
 * Validity: every miss.
 * @throws nothing
 * @source own wording
 * @example sayMiss({ ends: ['straight', 'straight'], least: 0.1016, room: null }, 'us') // => 'Two straight do not go in: the ends alone take up the room.'
 */
export function sayMiss({ ends, least, room }: EndMiss, system: UnitSystem): string {
  const tape = (m: number): string => formatQuantity('tape', m, system).text;
  const why =
    room === null
      ? 'the ends alone take up the room'
      : `the hose would bend to a radius of ${tape(room)}; it takes ${tape(least)} or wider`;
  return `${capital(sayEnds(ends))} do not go in: ${why}.`;
}
