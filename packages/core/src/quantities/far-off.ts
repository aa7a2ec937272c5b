import { fail, type Result } from '../outcome/result.ts';
import { editText } from './format.ts';
import type { Dimension, UnitSystem } from './units.ts';

/** A unit's prefix is a thousand; what is read scatters about what is expected by less than this. */
const FAR = 300;

/**
 * Whether a figure is about a thousand times off what is expected: a prefix that was forgotten, asked before it is judged.
 * @param dimension what kind of quantity it is
 * @param text what was typed
 * @param value as it was understood, SI
 * @param expected what it should come to, SI; 0: nothing is expected
 * @param system unit system it is asked in
 * @returns an InputError that offers the figure a thousand times larger or smaller, and the one typed; undefined where it is near
 * Validity: figures above 0.
 * @throws nothing
 * @source own convention
 * @example farOff('winding', '0.8 mohm', 0.0008, 0.9, 'us').ok // => false
 */
export function farOff(
  dimension: Dimension,
  text: string,
  value: number,
  expected: number,
  system: UnitSystem,
): Result<never> | undefined {
  if (!(expected > 0) || !(value > 0)) return undefined;
  const ratio = value / expected;
  if (ratio < FAR && ratio > 1 / FAR) return undefined;
  const larger = ratio >= FAR;
  const thousand = editText(dimension, larger ? value / 1000 : value * 1000, system, 5);
  const near = Math.abs(Math.log10((larger ? value / 1000 : value * 1000) / expected)) < 1;
  return fail({
    code: 'FAR_OFF',
    field: '',
    value: text,
    message: `"${text}" is ${larger ? 'hundreds of times more' : 'hundreds of times less'} than expected (${editText(dimension, expected, system, 3)})`,
    remedy: 'check the unit, or take it as it is',
    meant: [...(near ? [thousand] : []), text],
  });
}
