import { inKeyOrder } from '../fields/key-order.ts';
import { shortened } from '../quantities/text.ts';
import { fail, ok, type Result } from '../outcome/result.ts';
import type { PatchOperation } from '../outcome/finding.ts';

type Json = Record<string, unknown> | unknown[];

const tokens = (pointer: string): string[] =>
  pointer
    .slice(1)
    .split('/')
    .map((t) => t.replaceAll('~1', '/').replaceAll('~0', '~'));

/** Keys that reach a prototype are never followed, whatever document they come in. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

class PatchFault extends Error {}

/**
 * Applies RFC 6902 add, remove, replace and test. The document is never written to: what did not change is shared
 * with the result, so that views can tell by identity what to redraw. What is put in has its keys in the order a stored document
 * has them, so that nothing changes places when it is read again.
 * @param doc any JSON document
 * @param patch operations, all or none
 * @returns the new document, or an error naming the operation that does not apply
 * Validity: RFC 6902 operations add, remove, replace and test.
 * @throws nothing
 * @source RFC 6902, RFC 6901 (copy and move are not used by this program and are refused)
 * @example applyPatch({ a: 1 }, [{ op: 'replace', path: '/a', value: 2 }]).value.a // => 2
 */
export function applyPatch<T>(doc: T, patch: readonly PatchOperation[]): Result<T> {
  let current: unknown = doc;
  for (const [i, op] of patch.entries()) {
    try {
      current = op.path === '' ? atRoot(current, op) : change(current, tokens(checked(op.path)), op);
    } catch (fault) {
      if (!(fault instanceof PatchFault)) throw fault;
      return fail({
        code: 'PATCH_FAILED',
        field: op.path,
        message: `change ${i + 1} of ${patch.length} does not apply: ${fault.message}`,
        limit: 'a path that exists',
        remedy: 'load the newest version and make the change again',
      });
    }
  }
  return ok(current as T);
}

const checked = (path: string): string => {
  if (!path.startsWith('/')) throw new PatchFault(`"${shortened(path, 60)}" is not a JSON Pointer`);
  return path;
};

function atRoot(doc: unknown, op: PatchOperation): unknown {
  if (op.op === 'replace' || op.op === 'add') return inKeyOrder(op.value);
  if (op.op === 'test') {
    if (!equal(doc, op.value)) throw new PatchFault('the document differs');
    return doc;
  }
  throw new PatchFault('the whole document cannot be removed');
}

function change(at: unknown, path: readonly string[], op: PatchOperation): unknown {
  const [key, ...rest] = path;
  if (key === undefined || FORBIDDEN.has(key)) throw new PatchFault('that place cannot be changed');
  if (typeof at !== 'object' || at === null) throw new PatchFault(`there is nothing at "${key}"`);
  const here = at as Json;
  const exists = Array.isArray(here)
    ? key !== '-' && index(here, key) < here.length
    : Object.hasOwn(here, key);
  if (rest.length > 0) {
    if (!exists) throw new PatchFault(`there is no "${key}"`);
    const child = Array.isArray(here) ? here[index(here, key)] : here[key];
    return withChild(here, key, change(child, rest, op));
  }
  switch (op.op) {
    case 'add':
      if (Array.isArray(here)) {
        const i = key === '-' ? here.length : index(here, key);
        return [...here.slice(0, i), inKeyOrder(op.value), ...here.slice(i)];
      }
      return inKeyOrder({ ...here, [key]: op.value });
    case 'replace':
      if (!exists) throw new PatchFault(`there is no "${key}"`);
      return withChild(here, key, inKeyOrder(op.value));
    case 'remove': {
      if (!exists) throw new PatchFault(`there is no "${key}"`);
      if (Array.isArray(here)) return here.filter((_, i) => i !== index(here, key));
      const { [key]: _gone, ...others } = here;
      return others;
    }
    case 'test': {
      const value = Array.isArray(here) ? here[index(here, key)] : here[key];
      if (!exists || !equal(value, op.value)) throw new PatchFault(`"${key}" has another value`);
      return here;
    }
    default:
      throw new PatchFault('only add, remove, replace and test are known');
  }
}

/** Whatever order their keys came in. */
const equal = (a: unknown, b: unknown): boolean =>
  JSON.stringify(inKeyOrder(a)) === JSON.stringify(inKeyOrder(b));

const withChild = (here: Json, key: string, value: unknown): Json =>
  Array.isArray(here) ? here.map((v, i) => (i === index(here, key) ? value : v)) : { ...here, [key]: value };

function index(list: readonly unknown[], key: string): number {
  if (!/^(0|[1-9]\d*)$/.test(key) || Number(key) > list.length)
    throw new PatchFault(`"${shortened(key, 20)}" is not a place in the list`);
  return Number(key);
}
