import { availableParallelism } from 'node:os';

/** A very large plan may take longer, but not for ever; first all that take less have their turn. */
export const BACKGROUND_MS = { first: 2_000, last: 20_000 } as const;
/** So many plans are judged for the list at once; more than that is not asked of the pool. */
export const BACKGROUND_THREADS = Math.max(1, availableParallelism() - 1);
