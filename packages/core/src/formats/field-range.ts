import type { Range } from '../quantities/parse.ts';
import type { JobDocument } from '../document/job-document.ts';
import { jobShape } from '../document/job-document.ts';
import { valueAt } from './diff.ts';

type Schema = Readonly<Record<string, unknown>>;

/**
 * The allowed range of a number in a job, from the same description that reads the file, so that the field on the
 * screen and the server refuse the same things.
 * @param doc the job (to tell which kind of part stands at a place)
 * @param pointer RFC 6901 pointer to a number
 * @returns SI range, or undefined where there is no number
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example fieldRange(fullReturnJob('x'), '/brief/basePressurePa').max // => 800000
 */
export function fieldRange(doc: JobDocument, pointer: string): Range | undefined {
  let schema: Schema | undefined = jobShape.schema;
  let at = '';
  for (const key of pointer.slice(1).split('/')) {
    schema = narrowed(schema, valueAt(doc, at));
    if (!schema) return undefined;
    const properties = schema['properties'] as Record<string, Schema> | undefined;
    schema =
      properties?.[key] ??
      (schema['items'] as Schema | undefined) ??
      (schema['additionalProperties'] as Schema | undefined);
    if (!schema || typeof schema !== 'object') return undefined;
    at += `/${key}`;
  }
  const min = schema['minimum'];
  const max = schema['maximum'];
  return typeof min === 'number' && typeof max === 'number' ? { min, max } : undefined;
}

/** Of several kinds of part, the description of the one that stands there. */
function narrowed(schema: Schema | undefined, value: unknown): Schema | undefined {
  const options = schema?.['oneOf'] as Schema[] | undefined;
  if (!options) return schema;
  const kind = (value as { kind?: unknown } | undefined)?.kind;
  return options.find((o) =>
    ((o['properties'] as Record<string, { enum?: unknown[] }>)['kind']?.enum ?? []).includes(kind),
  );
}
