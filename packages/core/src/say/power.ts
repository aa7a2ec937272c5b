import type { Brief } from '../document/job-document.ts';
import { powerFactor } from '../document/power-factor.ts';
import { atPlace } from '../quantities/power-place.ts';
import type { Writer } from './words.ts';

/**
 * A power with where it is given, and what that is at the other place where it is given at the wheels.
 * @param brief the brief it is of
 * @param powerW as it is given there, W
 * @param q writes a quantity
 * @returns "600 hp at the wheels (706 hp at the crank)"
 * Validity: any power.
 * @throws nothing
 * @source P_crank = P_wheels/(1 − loss)
 * @example sayPower({ powerBasis: 'crank', drivetrainLoss: 0.15 }, 1, () => '480 hp') // => '480 hp at the crank'
 */
export function sayPower(
  brief: Pick<Brief, 'powerBasis' | 'drivetrainLoss'>,
  powerW: number,
  q: Writer,
): string {
  const given = `${q('power', powerW)} ${atPlace(brief.powerBasis)}`;
  return brief.powerBasis === 'crank'
    ? given
    : `${given} (${q('power', powerW * powerFactor(brief, 'crank'))} ${atPlace('crank')})`;
}
