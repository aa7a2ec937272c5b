import { isPlainObject } from '../fields/plain-object.ts';
import type { ChangeOperation, PatchOperation } from '../outcome/finding.ts';

const escape = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1');

const same = (a: unknown, b: unknown): boolean => {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => same(v, b[i]));
  if (isPlainObject(a) && isPlainObject(b)) {
    const keys = Object.keys(a);
    return (
      keys.length === Object.keys(b).length && keys.every((k) => Object.hasOwn(b, k) && same(a[k], b[k]))
    );
  }
  return false;
};

/**
 * The RFC 6902 operations that turn one document into another. Lists are replaced whole: an index means something else
 * after somebody else's edit, so two people changing one list is a conflict and not a shuffle.
 * @param from document as it was
 * @param to document as it is
 * @returns operations in an order that applies; empty when equal
 * Validity: JSON values without cycles.
 * @throws nothing
 * @source RFC 6902
 * @example diffDocuments({ a: 1 }, { a: 2 }).length // => 1
 */
export function diffDocuments(from: unknown, to: unknown, at = ''): ChangeOperation[] {
  if (same(from, to)) return [];
  if (!isPlainObject(from) || !isPlainObject(to)) return [{ op: 'replace', path: at, value: to }];
  const out: ChangeOperation[] = [];
  for (const key of Object.keys(from)) {
    const path = `${at}/${escape(key)}`;
    if (!Object.hasOwn(to, key) || to[key] === undefined) out.push({ op: 'remove', path });
    else out.push(...diffDocuments(from[key], to[key], path));
  }
  for (const key of Object.keys(to)) {
    if (!Object.hasOwn(from, key) && to[key] !== undefined)
      out.push({ op: 'add', path: `${at}/${escape(key)}`, value: to[key] });
  }
  return out;
}

/**
 * Paths two patches both touch: the same place, or one inside the other.
 * @param mine one patch
 * @param theirs the other
 * @returns the paths of `mine` that overlap
 * Validity: JSON Pointers (RFC 6901).
 * @throws nothing
 * @source own rule
 * @example overlappingPaths([{ op: 'replace', path: '/a/b', value: 1 }], [{ op: 'remove', path: '/a' }]).join() // => '/a/b'
 */
export function overlappingPaths(
  mine: readonly PatchOperation[],
  theirs: readonly PatchOperation[],
): string[] {
  const inside = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`);
  const theirAreas = theirs.map(touched);
  return [
    ...new Set(
      mine
        .filter((m) => theirAreas.some((t) => inside(touched(m), t) || inside(t, touched(m))))
        .map((m) => m.path),
    ),
  ];
}

/** What a change touches: a row that is put into a list or taken out of it moves every row behind it, so all of the list. */
const touched = ({ op, path }: PatchOperation): string =>
  op !== 'replace' && /\/(?:\d+|-)$/.test(path) ? path.slice(0, path.lastIndexOf('/')) : path;
