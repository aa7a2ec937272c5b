import { useEffect, useState } from 'react';
import { deviceOutbox } from '../outbox/device.ts';
import type { OutboxStore } from './store.ts';

/** What of a job this device has and the server has not. */
export interface WaitingWork {
  readonly edits: number;
  readonly readings: number;
  readonly photos: number;
  /** Of all, what the server would not take. */
  readonly refused: number;
}

const NONE: WaitingWork = { edits: 0, readings: 0, photos: 0, refused: 0 };

export async function waitingByJob(store: OutboxStore): Promise<ReadonlyMap<string, WaitingWork>> {
  const jobs = new Map<string, WaitingWork>();
  for (const { jobId, kind, refused } of await store.all()) {
    const of = jobs.get(jobId) ?? NONE;
    jobs.set(jobId, {
      edits: of.edits + (kind === 'edit' ? 1 : 0),
      readings: of.readings + (kind === 'reading' ? 1 : 0),
      photos: of.photos + (kind === 'photo' ? 1 : 0),
      refused: of.refused + (refused ? 1 : 0),
    });
  }
  return jobs;
}

/** What waits on this device, by job, as it stands now. */
export function useWaitingWork(): ReadonlyMap<string, WaitingWork> {
  const [jobs, setJobs] = useState<ReadonlyMap<string, WaitingWork>>(new Map());
  useEffect(() => {
    const { store } = deviceOutbox();
    let current = true;
    const look = (): void =>
      void waitingByJob(store).then((found) => {
        if (current) setJobs(found);
      });
    look();
    const deaf = store.watch(look);
    return () => {
      current = false;
      deaf();
    };
  }, []);
  return jobs;
}
