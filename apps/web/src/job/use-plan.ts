import type { JobDocument } from '@venula/core/document';
import type { PlanResult } from '@venula/core/advise';
import type { StateResult } from '@venula/core/engine';
import { useCallback, useEffect, useState, type RefObject } from 'react';
import { Superseded } from '../workers/lane.ts';
import { JUDGE, LINE, RANK } from '../workers/plan-client.ts';

export interface LivePlan {
  /** Every operating state of the newest plan that has been solved. */
  readonly states: readonly StateResult[];
  /** Findings and weakest links; may be a moment behind the line. */
  readonly plan: PlanResult | null;
  /** The plan the findings belong to is the one on the screen. */
  readonly judged: boolean;
  /** Why this plan could not be judged. */
  readonly fault: string | null;
  /** Tries once more after a fault. */
  readonly again: () => void;
}

/**
 * Solves the plan in workers whenever it changes: first the state on the screen, then all of them, then the judgement.
 * Stale answers are dropped.
 */
export function usePlan(doc: JobDocument, shownState: RefObject<string>): LivePlan {
  const [states, setStates] = useState<readonly StateResult[]>([]);
  const [plan, setPlan] = useState<{ doc: JobDocument; result: PlanResult } | null>(null);
  const [turn, setTurn] = useState(0);
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
      if (current && !(error instanceof Superseded))
        setFailed({ doc, why: error instanceof Error ? error.message : String(error) });
    };
    const stateId = shownState.current;
    LINE.ask('shown', (api) => api.state(doc, stateId), { rank: RANK.shown }).then((one) => {
      if (!current || !one) return;
      setStates((all) => all.map((s) => (s.state.id === one.state.id ? one : s)));
      drawn();
    }, fail);
    LINE.ask('states', (api) => api.states(doc), { rank: RANK.states }).then((all) => {
      if (current) setStates(all);
    }, fail);
    const timer = setTimeout(() => {
      JUDGE.ask('plan', (api) => api.plan(doc), { rank: RANK.plan }).then((result) => {
        if (current) setPlan({ doc, result });
      }, fail);
    }, 60);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [doc, shownState, turn]);
  const again = useCallback(() => {
    setFailed(null);
    setTurn((n) => n + 1);
  }, []);
  return {
    states,
    plan: plan?.result ?? null,
    judged: plan?.doc === doc,
    fault: failed?.doc === doc ? failed.why : null,
    again,
  };
}
