import { isPlainObject } from './plain-object.ts';
import { shortened, storable } from '../quantities/text.ts';
import type { InputError, Result } from '../outcome/result.ts';

/**
 * One description of a piece of a document, from which three things come: the TypeScript type, the check that reads
 * untrusted JSON, and the published JSON Schema. They cannot drift apart.
 */
export interface Shape<T> {
  readonly schema: Readonly<Record<string, unknown>>;
  check(value: unknown, at: string, errors: InputError[]): void;
  readonly optional?: boolean;
  /** What leaving a choice out means. */
  readonly absent?: string;
  /** What a technician calls what stands there. */
  readonly label?: string;
  /** It names another thing of the plan by its key: people see that thing's name. */
  readonly refers?: true;
  /** What a technician calls its values, by the value as text. */
  readonly words?: Readonly<Record<string, string>>;
  /** What a key of the value leads to; absent where nothing is inside. */
  inside?(key: string, value: unknown): Shape<unknown> | undefined;
  /** Of several descriptions the one of this value. */
  of?(value: unknown): Shape<unknown> | undefined;
  /** Never present: carries the type. */
  readonly type?: T;
}

/** The same with its name: conflict words, forms and refusals then say it. */
export const labelled = <S extends Shape<unknown>>(label: string, shape: S): S => ({ ...shape, label });

export type Infer<S> = S extends Shape<infer T> ? T : never;

const MAX_ERRORS = 50;

const report = (
  errors: InputError[],
  at: string,
  code: string,
  value: unknown,
  message: string,
  limit: string,
): void => {
  if (errors.length >= MAX_ERRORS) return;
  const field = at === '' ? '/' : at;
  errors.push({
    code,
    field,
    message: `${field}: ${message}`,
    value: brief(value),
    limit,
    remedy: `use ${limit}`,
  });
};

/** Error reports must not carry a hostile document back out. */
const brief = (value: unknown): unknown =>
  typeof value === 'number' || typeof value === 'boolean' || value === null
    ? value
    : typeof value === 'string'
      ? shortened(value, 60)
      : Array.isArray(value)
        ? `array of ${value.length}`
        : typeof value;

/**
 * @param label what a technician calls it: refusals then say it
 */
export const number = (
  min: number,
  max: number,
  unit: string,
  description?: string,
  label?: string,
): Shape<number> => {
  const allowed = `a number from ${min} to ${max} ${unit}`.trim();
  const says = (trouble: string): string => (label ? `${label}: ${trouble}` : trouble);
  return {
    ...(label ? { label } : {}),
    schema: {
      type: 'number',
      minimum: min,
      maximum: max,
      'x-unit': unit,
      ...(description ? { description } : {}),
    },
    check(value, at, errors) {
      if (typeof value !== 'number' || !Number.isFinite(value))
        report(errors, at, 'NOT_A_NUMBER', value, says('must be a number'), allowed);
      else if (value < min || value > max)
        report(errors, at, 'OUT_OF_RANGE', value, says(`${value} is out of range`), allowed);
    },
  };
};

export const integer = (min: number, max: number, label?: string): Shape<number> => ({
  ...(label ? { label } : {}),
  schema: { type: 'integer', minimum: min, maximum: max },
  check(value, at, errors) {
    if (!Number.isInteger(value) || (value as number) < min || (value as number) > max) {
      report(
        errors,
        at,
        'OUT_OF_RANGE',
        value,
        label ? `${label}: must be a whole number in range` : 'must be a whole number in range',
        `a whole number from ${min} to ${max}`,
      );
    }
  },
});

export const text = (max: number, min = 0): Shape<string> => ({
  schema: { type: 'string', minLength: min, maxLength: max },
  check(value, at, errors) {
    if (typeof value !== 'string' || value.length > max || value.length < min) {
      report(
        errors,
        at,
        'BAD_TEXT',
        value,
        `must be text of ${min} to ${max} characters`,
        `${min} to ${max} characters`,
      );
    } else if (!storable(value)) {
      report(errors, at, 'BAD_TEXT', '', 'holds half a character or a NUL', 'whole characters');
    }
  },
});

/** Yes or no, in words where those say more. */
export const flag = (words?: { readonly true: string; readonly false: string }): Shape<boolean> => ({
  ...(words ? { words } : {}),
  schema: { type: 'boolean' },
  check(value, at, errors) {
    if (typeof value !== 'boolean')
      report(errors, at, 'NOT_YES_NO', value, 'must be true or false', 'true or false');
  },
});

export const oneOf = <const T extends string | number>(
  values: readonly T[],
  /** What each is called, where it is not called what it is. */
  called?: (value: T) => string,
): Shape<T> => ({
  ...(called ? { words: Object.fromEntries(values.map((v) => [String(v), called(v)])) } : {}),
  schema: { enum: [...values] },
  check(value, at, errors) {
    if (!values.includes(value as T)) {
      report(
        errors,
        at,
        'NOT_OFFERED',
        value,
        'is not one of the values listed',
        `one of ${values.join(', ')}`,
      );
    }
  },
});

/** One of several values, each with what it is called. */
export const choice = <const W extends Readonly<Record<string, string>>>(words: W) =>
  oneOf(Object.keys(words) as (keyof W & string)[], (value) => words[value]!);

export const list = <T>(item: Shape<T>, min: number, max: number): Shape<T[]> => ({
  schema: { type: 'array', items: item.schema, minItems: min, maxItems: max },
  check(value, at, errors) {
    if (!Array.isArray(value))
      return report(errors, at, 'NOT_A_LIST', value, 'must be a list', `${min} to ${max} entries`);
    if (value.length < min || value.length > max) {
      return report(errors, at, 'BAD_LENGTH', value, `holds ${value.length}`, `${min} to ${max} entries`);
    }
    value.forEach((v, i) => item.check(v, `${at}/${i}`, errors));
  },
  inside: () => item,
});

const ID = /^[a-z][a-z0-9-]{0,39}$/;

/** Things by id. Ids are lower case, so no prototype key ("__proto__", "constructor" is refused below) can pass. */
export const byId = <T>(item: Shape<T>, max: number): Shape<Record<string, T>> => ({
  schema: {
    type: 'object',
    propertyNames: { pattern: ID.source, not: { const: 'constructor' } },
    additionalProperties: item.schema,
    maxProperties: max,
  },
  check(value, at, errors) {
    if (!isPlainObject(value))
      return report(errors, at, 'NOT_AN_OBJECT', value, 'must be an object', 'an object');
    const keys = Object.keys(value);
    if (keys.length > max)
      return report(errors, at, 'TOO_MANY', keys.length, `holds ${keys.length}`, `at most ${max}`);
    for (const key of keys) {
      if (!ID.test(key) || key === 'constructor') {
        report(
          errors,
          `${at}/${shortened(key, 40)}`,
          'BAD_ID',
          key,
          'is not a valid id',
          'a lower-case letter, then letters, digits or -',
        );
      } else item.check(value[key], `${at}/${key}`, errors);
    }
  },
  inside: () => item,
});

/** @param absent what it means to leave a choice out, where none of its words says that */
export const optional = <T>(
  shape: Shape<T>,
  absent?: string,
): Shape<T | undefined> & { readonly optional: true } => ({
  ...shape,
  optional: true,
  ...(absent === undefined ? {} : { absent }),
});

export const nullable = <T>(shape: Shape<T>): Shape<T | null> => ({
  ...shape,
  schema: { anyOf: [shape.schema, { type: 'null' }] },
  check(value, at, errors) {
    if (value !== null) shape.check(value, at, errors);
  },
});

export type Fields = Record<string, Shape<unknown>>;
type OptionalKeys<F> = { [K in keyof F]: F[K] extends { readonly optional: true } ? K : never }[keyof F];
export type FromFields<F> = { [K in Exclude<keyof F, OptionalKeys<F>>]: Infer<F[K]> } & {
  [K in OptionalKeys<F>]?: Exclude<Infer<F[K]>, undefined>;
};

export const object = <F extends Fields>(fields: F): Shape<FromFields<F>> & { readonly fields: F } => {
  const names = Object.keys(fields);
  return {
    fields,
    schema: {
      type: 'object',
      properties: Object.fromEntries(names.map((n) => [n, fields[n]!.schema])),
      required: names.filter((n) => !fields[n]!.optional),
      additionalProperties: false,
    },
    check(value, at, errors) {
      if (!isPlainObject(value))
        return report(errors, at, 'NOT_AN_OBJECT', value, 'must be an object', 'an object');
      for (const key of Object.keys(value)) {
        if (!names.includes(key)) {
          report(
            errors,
            `${at}/${shortened(key, 40)}`,
            'UNKNOWN_FIELD',
            key,
            'is not a field of this format',
            names.join(', '),
          );
        }
      }
      for (const name of names) {
        const shape = fields[name]!;
        if (!Object.hasOwn(value, name)) {
          if (!shape.optional)
            report(errors, `${at}/${name}`, 'MISSING', undefined, 'is missing', 'a value here');
        } else shape.check(value[name], `${at}/${name}`, errors);
      }
    },
    inside: (key) => (Object.hasOwn(fields, key) ? fields[key] : undefined),
  };
};

/** One of several objects told apart by `kind`. */
export const variant = <V extends Record<string, Shape<{ kind: string }>>>(
  variants: V,
): Shape<{ [K in keyof V]: Infer<V[K]> }[keyof V]> => ({
  schema: { oneOf: Object.values(variants).map((v) => v.schema) },
  check(value, at, errors) {
    if (!isPlainObject(value))
      return report(errors, at, 'NOT_AN_OBJECT', value, 'must be an object', 'an object');
    const kind = value['kind'];
    const names = Object.keys(variants);
    if (typeof kind !== 'string' || !names.includes(kind)) {
      return report(
        errors,
        `${at}/kind`,
        'NOT_OFFERED',
        kind,
        'is not a kind listed',
        `one of ${names.join(', ')}`,
      );
    }
    variants[kind]!.check(value, at, errors);
  },
  inside: (key, value) => variantOf(variants, value)?.inside?.(key, value),
  of: (value) => variantOf(variants, value),
});

function variantOf(variants: Fields, value: unknown): Shape<unknown> | undefined {
  const kind = isPlainObject(value) ? value['kind'] : undefined;
  return typeof kind === 'string' && Object.hasOwn(variants, kind) ? variants[kind] : undefined;
}

export function checkShape<T>(shape: Shape<T>, value: unknown): Result<T> {
  const errors: InputError[] = [];
  shape.check(value, '', errors);
  return errors.length === 0 ? { ok: true, value: value as T } : { ok: false, errors };
}
