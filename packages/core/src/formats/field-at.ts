import type { FieldInfo } from '../fields/field.ts';
import { fieldOf } from '../fields/field.ts';
import { shapeAt } from '../document/shape-at.ts';

/**
 * What a number in a job is, from the same description that reads the file: what forms, conflict words and refusals say,
 * and the range the screen and the server refuse alike.
 * @param doc the job (to tell which kind of part stands at a place)
 * @param pointer RFC 6901 pointer to a number
 * @returns label, dimension, SI range, usual value and reason; undefined where there is no number
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example fieldAt(fullReturnJob('x'), '/brief/basePressurePa').max // => 800000
 */
export function fieldAt(doc: object, pointer: string): FieldInfo | undefined {
  const shape = shapeAt(doc, pointer);
  return shape && fieldOf(shape);
}

/**
 * What stands at a place is called.
 * @param doc the job
 * @param pointer RFC 6901 pointer
 * @returns label; undefined where it has none of its own
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example labelAt(fullReturnJob('x'), '/brief/powerBasis') // => 'Power is given at the'
 */
export const labelAt = (doc: object, pointer: string): string | undefined => shapeAt(doc, pointer)?.label;

/**
 * What a value at a place is called.
 * @param doc the job
 * @param pointer RFC 6901 pointer
 * @param value text, number or yes-or-no that stands there, or could
 * @returns its name; undefined where it has none of its own
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example valueCalled(fullReturnJob('x'), '/plumbing/elements/feed/zone', 'engine-bay') // => 'engine bay'
 */
export const valueCalled = (
  doc: object,
  pointer: string,
  value: string | number | boolean,
): string | undefined => shapeAt(doc, pointer)?.words?.[String(value)];
