import type { JobDocument } from '@venula/core/document';
import type { PlanResult } from '@venula/core/advise';
import type { StateResult } from '@venula/core/engine';
import { Superseded } from '../workers/lane.ts';
import { JUDGE, LINE, RANK } from '../workers/plan-client.ts';

export interface LivePlan {
  /** Every operating state of the newest plan that has been solved. */
  readonly states: readonly StateResult[];
  /** The state that is looked at, ahead of the others: until they are solved as well. */
  readonly first: StateResult | null;
  /** Findings and weakest links; may be a moment behind the line. */
  readonly plan: PlanResult | null;
  /** The plan the findings belong to is the one on the screen. */
  readonly judged: boolean;
  /** Why this plan could not be judged. */
  readonly fault: string | null;
}

/** Keeps the newest answers to a plan that changes. */
export interface PlanSource {
  readonly getPlan: () => LivePlan;
  readonly subscribe: (listener: () => void) => () => void;
  /** A newer plan, and the operating state that is looked at. */
  solve(doc: JobDocument, stateId: string): void;
  /** Nobody looks any more: answers under way are for nobody. */
  stop(): void;
}

/** Typing goes on for a moment: judged is what it comes to. */
const PAUSE_MS = 60;

/**
 * Solves the plan in workers whenever it changes: first the state on the screen, then all of them, then the judgement.
 * Stale answers are dropped.
 */
export class PlanWatch implements PlanSource {
  private plan: LivePlan = {
    states: [],
    first: null,
    plan: null,
    judged: false,
    fault: null,
  };
  private readonly listeners = new Set<() => void>();
  private turn = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  readonly getPlan = (): LivePlan => this.plan;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  solve(doc: JobDocument, stateId: string): void {
    const turn = ++this.turn;
    const current = (): boolean => turn === this.turn;
    const started = performance.now();
    const fail = (error: unknown): void => {
      if (current() && !(error instanceof Superseded))
        this.tell({ fault: error instanceof Error ? error.message : String(error) });
    };
    this.tell({ judged: false, fault: null });
    LINE.ask('shown', (api) => api.state(doc, stateId), { rank: RANK.shown }).then((one) => {
      if (!current() || !one) return;
      this.tell({ first: one });
      drawn(started);
    }, fail);
    LINE.ask('states', (api) => api.states(doc), { rank: RANK.states }).then((states) => {
      if (current()) this.tell({ states, first: null });
    }, fail);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      JUDGE.ask('plan', (api) => api.plan(doc), { rank: RANK.plan }).then((plan) => {
        if (current()) this.tell({ plan, judged: true });
      }, fail);
    }, PAUSE_MS);
  }

  stop(): void {
    this.turn++;
    clearTimeout(this.timer);
  }

  private tell(news: Partial<LivePlan>): void {
    this.plan = { ...this.plan, ...news };
    this.listeners.forEach((listener) => listener());
  }
}

/** Seen by the performance panel and read by the browser journey. */
const drawn = (started: number): void =>
  void requestAnimationFrame(() =>
    performance.measure('venula:edit-to-line', { start: started, end: performance.now() }),
  );
