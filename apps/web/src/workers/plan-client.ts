import { wrap, type Remote } from 'comlink';
import type { PlanWorker } from './plan.worker.ts';

const start = (): Remote<PlanWorker> =>
  wrap<PlanWorker>(new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }));

/** Two workers: one only draws the line, so that judging a plan never holds it up. */
let quick: Remote<PlanWorker> | undefined;
let judge: Remote<PlanWorker> | undefined;

export const lineWorker = (): Remote<PlanWorker> => (quick ??= start());
let sure: Remote<PlanWorker> | undefined;
/** Long runs have a worker of their own. */
export const sureWorker = (): Remote<PlanWorker> => (sure ??= start());

let bench: Remote<PlanWorker> | undefined;
/** Replays and truth tables. */
export const benchWorker = (): Remote<PlanWorker> => (bench ??= start());

export const judgeWorker = (): Remote<PlanWorker> => (judge ??= start());
