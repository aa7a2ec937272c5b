import { highPressurePumps } from '../document/consumers.ts';
import type { JobDocument } from '../document/job-document.ts';

/**
 * What the gauge on the fuel supply is called: with direct injection it is not on a rail.
 * @param doc job document
 * @returns heading of a column of its readings
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example gaugeName(fullReturnJob('x')) // => 'Rail gauge'
 */
export const gaugeName = (doc: JobDocument): string =>
  highPressurePumps(doc).length > 0 ? 'Low side' : 'Rail gauge';

/**
 * What the pumps of the plan hold up: the rail, or with direct injection the low side.
 * @param doc job document
 * @returns name within a sentence
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example sideWord(fullReturnJob('x')) // => 'rail'
 */
export const sideWord = (doc: JobDocument): 'rail' | 'low side' =>
  highPressurePumps(doc).length > 0 ? 'low side' : 'rail';
