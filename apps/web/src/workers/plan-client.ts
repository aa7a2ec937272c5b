import { wrap, type Remote } from 'comlink';
import { Lane, type Opened } from './lane.ts';
import type { PlanWork } from './plan-work.ts';

function open(): Opened<Remote<PlanWork>> {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  return {
    api: wrap<PlanWork>(worker),
    close: () => worker.terminate(),
    onBreak: (told) => {
      worker.addEventListener('error', (e) => told(e.message || 'the worker could not be loaded'));
      worker.addEventListener('messageerror', () => told('an answer could not be read'));
    },
  };
}

export type PlanLane = Lane<Remote<PlanWork>>;

/** Only draws the line: nothing else holds it up. */
export const LINE: PlanLane = new Lane(open);
/** Judges plans, then compares and tries fixes. */
export const JUDGE: PlanLane = new Lane(open);
/** Replays and truth tables. */
export const BENCH: PlanLane = new Lane(open);
/** Searches and confidence runs: minutes, where it must be. */
export const SEARCH: PlanLane = new Lane(open);

/** Which hose ends go in. */
export const FIT: PlanLane = new Lane(open);

/** What goes first in a lane that several ask of. */
export const RANK = { shown: 0, states: 1, plan: 2, compare: 3, preview: 4 } as const;
/** The longest a search may take, ms. */
export const SEARCH_MS = 10 * 60_000;
