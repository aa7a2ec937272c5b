import { isPlainObject } from './plain-object.ts';

/**
 * The value at a JSON Pointer.
 * @param doc any JSON
 * @param pointer RFC 6901 pointer
 * @returns the value, or undefined where there is none
 * Validity: JSON Pointers (RFC 6901).
 * @throws nothing
 * @source RFC 6901
 * @example valueAt({ a: { b: 3 } }, '/a/b') // => 3
 */
export function valueAt(doc: unknown, pointer: string): unknown {
  if (pointer === '') return doc;
  return pointer
    .slice(1)
    .split('/')
    .map((part) => part.replaceAll('~1', '/').replaceAll('~0', '~'))
    .reduce<unknown>((at, key) => {
      if (Array.isArray(at)) return at[Number(key)];
      return isPlainObject(at) && Object.hasOwn(at, key) ? at[key] : undefined;
    }, doc);
}
