import { isPlainObject } from './plain-object.ts';

/** Shorter names first, then by character: the order PostgreSQL keeps the keys of a JSONB object in. */
const byKey = (a: string, b: string): number => a.length - b.length || (a < b ? -1 : a > b ? 1 : 0);

/**
 * Puts the keys of every object in one order, however deep. A document then reads the same before it was stored and after,
 * and of equals the same one is named first: an accepted finding stays with its part.
 * @param value any JSON
 * @returns the same object where it is in order already; else a copy that shares what is
 * Validity: JSON values; nesting as deep as the call stack allows.
 * @throws nothing
 * @source RFC 8259 gives the order of keys no meaning; PostgreSQL 15 manual, 8.14, JSON types
 * @example Object.keys(inKeyOrder({ feed: 1, a: 2 })).join(' ') // => 'a feed'
 */
export function inKeyOrder<T>(value: T): T {
  if (Array.isArray(value)) {
    const items = value.map((v: unknown) => inKeyOrder(v));
    return items.every((v, i) => v === value[i]) ? value : (items as T);
  }
  if (!isPlainObject(value)) return value;
  const keys = Object.keys(value);
  const ordered = keys.every((key, i) => i === 0 || byKey(keys[i - 1]!, key) < 0);
  const entries = keys.map((key) => [key, inKeyOrder(value[key])] as const);
  if (ordered && entries.every(([key, v]) => v === value[key])) return value;
  return Object.fromEntries(ordered ? entries : entries.sort(([a], [b]) => byKey(a, b))) as T;
}
