import { valueAt } from '../fields/pointer.ts';
import { fieldOf, type FieldInfo } from '../fields/field.ts';
import { isPlainObject } from '../fields/plain-object.ts';
import type { Fields, Shape } from '../fields/shape.ts';
import { shapeAt } from '../document/shape-at.ts';

interface Asked {
  readonly key: string;
  /** What a technician calls it. */
  readonly label: string;
  /** It may be left out. */
  readonly optional: boolean;
}

export interface Option {
  readonly value: string | number;
  readonly label: string;
}

/** One thing a part can be asked: what a form, a sheet or a dialog has a field for. */
export type FormField =
  | (Asked & { readonly as: 'number'; readonly field: FieldInfo })
  | (Asked & {
      readonly as: 'choice';
      readonly options: readonly Option[];
      /** It may be left out, and that is called so. */
      readonly absent?: string;
    })
  | (Asked & { readonly as: 'flag'; readonly yes: string; readonly no: string })
  | (Asked & { readonly as: 'text'; readonly min: number; readonly max: number })
  /** More than one field holds: shown by whoever knows how. */
  | (Asked & { readonly as: 'other' });

/**
 * What can be asked of a thing in a job, from the same description that reads the file: what is not named there is not asked.
 * @param doc the job (the kind of what stands at the place tells)
 * @param pointer RFC 6901 pointer to a part, piece, load, drawn part or group of the brief
 * @returns fields in the order they are described in; empty where nothing is described
 * Validity: pointers into the job format.
 * @throws nothing
 * @source docs/job.schema.json
 * @example formAt(fullReturnJob('x'), '/plumbing/elements/feed').map((f) => f.key).slice(0, 3).join() // => 'name,hose,dash'
 */
export function formAt(doc: object, pointer: string): readonly FormField[] {
  const shape: object = shapeAt(doc, pointer) ?? {};
  if (!('fields' in shape) || !isPlainObject(valueAt(doc, pointer))) return [];
  return Object.entries(shape.fields as Fields).flatMap(([key, s]) =>
    s.label === undefined ? [] : [asked(key, s.label, s)],
  );
}

function asked(key: string, label: string, shape: Shape<unknown>): FormField {
  const common = { key, label, optional: shape.optional ?? false };
  const field = fieldOf(shape);
  // Another thing of the plan is picked where it is, not typed by its key.
  if (shape.refers) return { ...common, as: 'other' };
  if (field) return { ...common, as: 'number', field };
  const {
    enum: values,
    type,
    minLength,
    maxLength,
  } = shape.schema as {
    readonly enum?: readonly (string | number)[];
    readonly type?: string;
    readonly minLength?: number;
    readonly maxLength?: number;
  };
  const called = (value: string | number | boolean): string => shape.words?.[String(value)] ?? String(value);
  if (values)
    return {
      ...common,
      as: 'choice',
      options: values.map((value) => ({ value, label: called(value) })),
      ...(shape.absent === undefined ? {} : { absent: shape.absent }),
    };
  if (type === 'boolean')
    return { ...common, as: 'flag', yes: shape.words?.['true'] ?? 'yes', no: shape.words?.['false'] ?? 'no' };
  if (type === 'string') return { ...common, as: 'text', min: minLength ?? 0, max: maxLength ?? 0 };
  return { ...common, as: 'other' };
}
