import { storable } from '@venula/core/quantities';

/** Nothing anybody means nests deeper; what does would run checks and answers out of stack. */
const MOST_DEPTH = 40;

export interface Malformed {
  readonly path: string;
  readonly message: string;
}

/**
 * What no record can keep, wherever it stands in a body: half a character, a NUL, nesting without end. Walks without
 * recursion and stops at the first find.
 */
export function malformed(body: unknown): Malformed | undefined {
  const left: { readonly value: unknown; readonly path: string; readonly depth: number }[] = [
    { value: body, path: '', depth: 0 },
  ];
  for (let next = left.pop(); next; next = left.pop()) {
    const { value, path, depth } = next;
    if (typeof value === 'string') {
      if (!storable(value)) return { path, message: `${path || 'the body'} holds half a character or a NUL` };
    } else if (typeof value === 'object' && value !== null) {
      if (depth >= MOST_DEPTH)
        return { path: path.slice(0, 80), message: `nested more than ${MOST_DEPTH} levels deep` };
      for (const [key, child] of Object.entries(value)) {
        if (!storable(key))
          return { path, message: `a field name in ${path || 'the body'} holds half a character or a NUL` };
        left.push({ value: child, path: path === '' ? key : `${path}.${key}`, depth: depth + 1 });
      }
    }
  }
  return undefined;
}
