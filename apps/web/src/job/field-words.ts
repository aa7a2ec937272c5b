import { fieldAt, labelAt, valueAt, valueCalled } from '@venula/core/formats';
import { shortened, type Dimension } from '@venula/core/quantities';

/** Names of what has no description of its own. */
const OTHERWISE: Readonly<Record<string, string>> = {
  harness: 'wiring as drawn',
  triggers: 'trigger rules',
};

/** "Feed hose: length" for a JSON Pointer into the job. */
export function placeName(doc: object, pointer: string): string {
  const parts = pointer.split('/').slice(1);
  const last = parts.at(-1)!;
  const owner = valueAt(doc, `/${parts.slice(0, -1).join('/')}`) as { name?: unknown } | undefined;
  const here = valueAt(doc, pointer) as { name?: unknown } | undefined;
  // A whole part added or taken out goes by its own name.
  if (typeof here === 'object' && here !== null && typeof here.name === 'string') return here.name;
  const word = labelAt(doc, pointer) ?? OTHERWISE[last] ?? last;
  return typeof owner?.name === 'string'
    ? `${owner.name}: ${word.charAt(0).toLowerCase()}${word.slice(1)}`
    : word;
}

/** A value of that place in words. */
export function valueWords(
  doc: object,
  pointer: string,
  value: unknown,
  format: (dimension: Dimension, value: number) => string,
): string {
  if (value === null || value === undefined) return 'removed';
  if (typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean') {
    const called = valueCalled(doc, pointer, value);
    if (called !== undefined) return called;
  }
  if (typeof value === 'number') {
    const field = fieldAt(doc, pointer);
    return field ? format(field.dimension, value) : String(value);
  }
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return `a list of ${value.length}`;
  if (typeof value === 'object' && 'name' in value) return 'there';
  return typeof value === 'string' ? value : shortened(JSON.stringify(value), 200);
}
