import type { JobDocument } from '@venula/core/document';
import { proxy, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import { Superseded } from './lane.ts';
import { SEARCH, SEARCH_MS } from './plan-client.ts';
import type { PlanWork } from './plan-work.ts';

/** Told now and then how far it has got. */
export type Told = (done: number, total: number) => void;

export interface Search<T> {
  /** While it runs: done and in all. */
  readonly progress: readonly [done: number, total: number] | null;
  /** What was found, and whether the plan has changed since. */
  readonly found: { readonly answer: T; readonly stale: boolean } | null;
  readonly fault: string | null;
  readonly start: () => void;
  /** Ends it; what there is by then is the answer. */
  readonly stop: () => void;
}

/** Something that takes its time, begun by hand: with progress, a stop, and an answer that says of which plan it is. */
export function useSearch<T>(
  slot: string,
  doc: JobDocument,
  ask: (api: Remote<PlanWork>, doc: JobDocument, told: Told) => Promise<T>,
): Search<T> {
  const [progress, setProgress] = useState<readonly [number, number] | null>(null);
  const [found, setFound] = useState<{ readonly of: JobDocument; readonly answer: T } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(
    () => () => {
      SEARCH.tell((api) => api.stop());
      SEARCH.drop(slot);
    },
    [slot],
  );
  const start = (): void => {
    setFound(null);
    setFault(null);
    setProgress([0, 1]);
    const told = proxy((done: number, total: number) => setProgress([done, total]));
    SEARCH.ask(slot, (api) => ask(api, doc, told), { budgetMs: SEARCH_MS }).then(
      (answer) => {
        setFound({ of: doc, answer });
        setProgress(null);
      },
      (error: unknown) => {
        if (error instanceof Superseded) return;
        setFault(error instanceof Error ? error.message : String(error));
        setProgress(null);
      },
    );
  };
  return {
    progress,
    found: found && { answer: found.answer, stale: found.of !== doc },
    fault,
    start,
    stop: () => SEARCH.tell((api) => api.stop()),
  };
}
