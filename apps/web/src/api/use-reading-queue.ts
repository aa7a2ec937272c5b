import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { deviceOutbox, onWake } from '../outbox/device.ts';
import { browserClock } from '../outbox/lane.ts';
import { api } from './client.ts';
import { keys } from './queries.ts';
import { useSendPhotos } from './photo-queue.ts';
import { ReadingQueue } from './reading-queue.ts';
import type { NewReading } from './types.ts';

type Reread = (jobId: string) => Promise<unknown>;

let queue: ReadingQueue | undefined;
let reread: Reread = () => Promise.resolve();

const theQueue = (): ReadingQueue =>
  (queue ??= new ReadingQueue(
    { add: (jobId, runId, body) => api('POST', `/jobs/${jobId}/runs/${runId}/readings`, body) },
    deviceOutbox().store,
    browserClock,
    (jobId) => reread(jobId),
  ));

/** Sends what was read on this device as long as somebody is signed in, whatever page is open. */
export function useSendReadings(person: string | undefined): void {
  const client = useQueryClient();
  useEffect(() => {
    if (person === undefined) return;
    reread = (id) => client.invalidateQueries({ queryKey: keys.runs(id) });
    theQueue().signedIn(person);
    const ends = [theQueue().start(), onWake(() => theQueue().wake())];
    return () => ends.forEach((end) => end());
  }, [client, person]);
}

/** Readings and photos, as a piece of the page that shows nothing. */
export function Sending({ person }: { readonly person: string }): null {
  useSendReadings(person);
  useSendPhotos(person);
  return null;
}

/** The readings of a job that wait on this device, and the ways to add and drop one. */
export function useReadingQueue(jobId: string) {
  const all = useSyncExternalStore(theQueue().subscribe, theQueue().getItems);
  return {
    waiting: all.filter((w) => w.jobId === jobId),
    add: (reading: NewReading) => void theQueue().add(jobId, reading),
    again: (readingId: string, takenAt?: string) => void theQueue().again(readingId, takenAt),
    discard: (readingId: string) => void theQueue().drop(readingId),
  };
}
