import { useSyncExternalStore } from 'react';

/** Three widths, one grammar: a tablet from 768 px, a wide screen from 1180 px; 200 % zoom of either is the next one down. */
export type LayoutWidth = 'phone' | 'tablet' | 'wide';

const QUERIES = ['(min-width: 768px)', '(min-width: 1180px)'] as const;
// Without a screen (tests of single pages) it is a wide one.
const media = (query: string): MediaQueryList | undefined => globalThis.matchMedia?.(query);

const now = (): LayoutWidth => {
  const [tablet, wide] = QUERIES.map((q) => media(q)?.matches ?? true);
  return wide ? 'wide' : tablet ? 'tablet' : 'phone';
};

function watch(changed: () => void): () => void {
  const lists = QUERIES.flatMap((q) => media(q) ?? []);
  for (const list of lists) list.addEventListener('change', changed);
  return () => {
    for (const list of lists) list.removeEventListener('change', changed);
  };
}

export const useLayoutWidth = (): LayoutWidth => useSyncExternalStore(watch, now);
