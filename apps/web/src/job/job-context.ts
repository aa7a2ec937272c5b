import { createContext, use, useSyncExternalStore } from 'react';
import type { JobView, OpenJob } from './open-job.ts';

export const JobContext = createContext<OpenJob | null>(null);

/** The open job itself: who it is, and what can be done with it. Never changes while it is open. */
export function useOpenJob(): OpenJob {
  const job = use(JobContext);
  if (!job) throw new Error('useOpenJob outside a job');
  return job;
}

/**
 * One thing of the open job; what shows it is drawn anew only when that thing changes.
 * @param select picks something that is there; it must not make a new object
 */
export function useJob<T>(select: (view: JobView) => T): T {
  const job = useOpenJob();
  return useSyncExternalStore(job.subscribe, () => select(job.getView()));
}

export const useDoc = () => useJob((job) => job.doc);
/** Every operating state of the newest plan that has been solved. */
export const useStates = () => useJob((job) => job.live.states);
/** The newest judgement; may be a moment behind the states. */
export const useJudgement = () => useJob((job) => job.live.plan);
/** The operating state everything is shown at. */
export const useShown = () => useJob((job) => job.shown);
