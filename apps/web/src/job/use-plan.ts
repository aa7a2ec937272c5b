import type { JobDocument, PlanResult, StateResult } from '@venula/core';
import { useEffect, useState } from 'react';
import { judgeWorker, lineWorker } from '../workers/plan-client.ts';

export interface LivePlan {
  /** Every operating state of the newest plan that has been solved. */
  readonly states: readonly StateResult[];
  /** Findings and weakest links; may be a moment behind the line. */
  readonly plan: PlanResult | null;
  /** The plan the findings belong to is the one on the screen. */
  readonly judged: boolean;
}

/** Solves the plan in workers whenever it changes: first the line, then the judgement. Stale answers are dropped. */
export function usePlan(doc: JobDocument): LivePlan {
  const [states, setStates] = useState<readonly StateResult[]>([]);
  const [plan, setPlan] = useState<{ doc: JobDocument; result: PlanResult } | null>(null);
  useEffect(() => {
    let current = true;
    const started = performance.now();
    void lineWorker()
      .states(doc)
      .then((result) => {
        if (!current) return;
        setStates(result);
        // Seen by the performance panel and read by the browser journey.
        requestAnimationFrame(() =>
          performance.measure('venula:edit-to-line', { start: started, end: performance.now() }),
        );
      });
    const timer = setTimeout(() => {
      void judgeWorker()
        .plan(doc)
        .then((result) => {
          if (current) setPlan({ doc, result });
        });
    }, 60);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [doc]);
  return { states, plan: plan?.result ?? null, judged: plan?.doc === doc };
}
