import type { JobDocument } from '@venula/core/document';
import type { PlanResult } from '@venula/core/advise';
import type { StateResult } from '@venula/core/engine';
import { useEffect, useState, type RefObject } from 'react';
import { judgeWorker, lineWorker } from '../workers/plan-client.ts';

export interface LivePlan {
  /** Every operating state of the newest plan that has been solved. */
  readonly states: readonly StateResult[];
  /** Findings and weakest links; may be a moment behind the line. */
  readonly plan: PlanResult | null;
  /** The plan the findings belong to is the one on the screen. */
  readonly judged: boolean;
  /** Why this plan could not be judged. */
  readonly fault: string | null;
}

/**
 * Solves the plan in workers whenever it changes: first the state on the screen, then all of them, then the judgement.
 * Stale answers are dropped.
 */
export function usePlan(doc: JobDocument, shownState: RefObject<string>): LivePlan {
  const [states, setStates] = useState<readonly StateResult[]>([]);
  const [plan, setPlan] = useState<{ doc: JobDocument; result: PlanResult } | null>(null);
  const [failed, setFailed] = useState<{ doc: JobDocument; why: string } | null>(null);
  useEffect(() => {
    let current = true;
    const started = performance.now();
    // Seen by the performance panel and read by the browser journey.
    const drawn = () =>
      requestAnimationFrame(() =>
        performance.measure('venula:edit-to-line', { start: started, end: performance.now() }),
      );
    const fail = (error: unknown) => {
      if (current) setFailed({ doc, why: error instanceof Error ? error.message : String(error) });
    };
    const line = lineWorker();
    line.state(doc, shownState.current).then((one) => {
      if (!current || !one) return;
      setStates((all) => all.map((s) => (s.state.id === one.state.id ? one : s)));
      drawn();
    }, fail);
    line.states(doc).then((all) => {
      if (current) setStates(all);
    }, fail);
    const timer = setTimeout(() => {
      judgeWorker()
        .plan(doc)
        .then((result) => {
          if (current) setPlan({ doc, result });
        }, fail);
    }, 60);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [doc, shownState]);
  return {
    states,
    plan: plan?.result ?? null,
    judged: plan?.doc === doc,
    fault: failed?.doc === doc ? failed.why : null,
  };
}
