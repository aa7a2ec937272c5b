import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { deviceOutbox, onWake } from '../outbox/device.ts';
import { browserClock } from '../outbox/lane.ts';
import { api } from './client.ts';
import { keys, useMe, type NewReading } from './queries.ts';
import { ReadingQueue } from './reading-queue.ts';

let queue: ReadingQueue | undefined;
const arrivals = new Set<(jobId: string) => void>();

const theQueue = (): ReadingQueue =>
  (queue ??= new ReadingQueue(
    { add: (jobId, runId, body) => api('POST', `/jobs/${jobId}/runs/${runId}/readings`, body) },
    deviceOutbox(),
    browserClock,
    (jobId) => arrivals.forEach((tell) => tell(jobId)),
  ));

let users = 0;
let stop: (() => void) | undefined;

/** Sends while any page of this tab shows readings. */
function use(): () => void {
  if (users++ === 0) {
    const ends = [theQueue().start(), onWake(() => theQueue().wake())];
    stop = () => ends.forEach((end) => end());
  }
  return () => {
    if (--users === 0) stop?.();
  };
}

/** The readings of a job that wait on this device, and the ways to add and drop one. */
export function useReadingQueue(jobId: string) {
  const client = useQueryClient();
  const person = useMe().data?.id;
  const all = useSyncExternalStore(theQueue().subscribe, theQueue().getItems);
  useEffect(() => {
    const arrived = (id: string) => void client.invalidateQueries({ queryKey: keys.runs(id) });
    arrivals.add(arrived);
    theQueue().signedIn(person);
    const done = use();
    return () => {
      done();
      arrivals.delete(arrived);
    };
  }, [client, person]);
  return {
    waiting: all.filter((w) => w.jobId === jobId),
    add: (reading: NewReading) => theQueue().add(jobId, reading),
    discard: (readingId: string) => theQueue().drop(readingId),
  };
}
