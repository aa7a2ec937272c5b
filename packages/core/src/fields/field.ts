import type { Dimension } from '../quantities/units.ts';
import { integer, number, type Shape } from './shape.ts';

/** What a number in the document is: from it come the form, the column, the words of a conflict and of a refusal. */
export interface FieldInfo {
  /** What a technician calls it. */
  readonly label: string;
  readonly dimension: Dimension;
  /** SI. */
  readonly min: number;
  readonly max: number;
  /** What stands there where nobody has said otherwise, SI; absent: it must be told. */
  readonly usual?: number;
  /** Sizes it comes in, where it does; others may stand there. */
  readonly sizes?: readonly number[];
  /** What it means that a figure which may be left out is left out. */
  readonly absent?: string;
  /** Where the usual figure or the limits come from, or what the figure does. */
  readonly why?: string;
}

export interface NumberField extends Shape<number> {
  readonly field: FieldInfo;
}

/** A number of a dimension with its label, range, usual value and reason. */
export function quantity(field: FieldInfo & { readonly unit: string }): NumberField {
  const { label, dimension, min, max, unit, usual, why } = field;
  const shape = number(min, max, unit, why, label);
  return {
    ...shape,
    schema: {
      ...shape.schema,
      title: label,
      'x-dimension': dimension,
      ...(usual === undefined ? {} : { default: usual }),
    },
    field,
  };
}

/** A whole number of something, with its label, range and usual value. */
export function count(field: Omit<FieldInfo, 'dimension'>): NumberField {
  const { label, min, max, usual, why } = field;
  const shape = integer(min, max, label);
  return {
    ...shape,
    schema: {
      ...shape.schema,
      title: label,
      'x-dimension': 'count',
      ...(why ? { description: why } : {}),
      ...(usual === undefined ? {} : { default: usual }),
    },
    field: { ...field, dimension: 'count' },
  };
}

/** The field behind a shape, where it is one. */
export const fieldOf = (shape: Shape<unknown>): FieldInfo | undefined =>
  'field' in shape ? (shape as NumberField).field : undefined;

/** The numbers of a thing, by key, in the order they are described in; those it does not have are left out. */
export function numberFields(
  shape: Shape<unknown>,
  value: object,
): { readonly key: string; readonly field: FieldInfo }[] {
  const { fields } = shape as { readonly fields?: Readonly<Record<string, Shape<unknown>>> };
  return Object.entries(fields ?? {}).flatMap(([key, s]) => {
    const field = fieldOf(s);
    return field && key in value ? [{ key, field }] : [];
  });
}
