import type { Clock } from '../outbox/lane.ts';
import { SendingQueue, type Waiting } from '../outbox/sending-queue.ts';
import type { OutboxStore } from '../outbox/store.ts';
import type { NewReading } from './types.ts';

/** A reading that waits on this device. */
export type WaitingReading = NewReading & Omit<Waiting<NewReading>, 'payload' | 'id'>;

export interface ReadingServer {
  add(jobId: string, runId: string, body: Omit<NewReading, 'runId'>): Promise<unknown>;
}

/** Readings taken on this device, sent in order run by run. */
export class ReadingQueue {
  private readonly queue: SendingQueue<NewReading>;
  /** What the queue held when it was last asked: the same list as long as nothing has changed. */
  private seen: readonly Waiting<NewReading>[] = [];
  private readings: readonly WaitingReading[] = [];

  constructor(
    server: ReadingServer,
    store: OutboxStore,
    clock: Clock,
    /** Reads the record of a job anew; done once the page has it. */
    arrived: (jobId: string) => Promise<unknown>,
  ) {
    this.queue = new SendingQueue<NewReading>(
      {
        kind: 'reading',
        lane: (reading) => reading.runId,
        // When it is sent, by the clock it was taken by: how far that is off is for the server to see.
        send: ({ jobId, payload: { runId, ...body } }) =>
          server.add(jobId, runId, { ...body, sentAt: new Date(clock.now()).toISOString() }),
        arrived,
      },
      store,
      clock,
    );
  }

  start(): () => void {
    return this.queue.start();
  }

  readonly getItems = (): readonly WaitingReading[] => {
    const items = this.queue.getItems();
    if (items === this.seen) return this.readings;
    this.seen = items;
    this.readings = items.map(({ payload, id: _, ...waiting }) => ({ ...payload, ...waiting }));
    return this.readings;
  };

  readonly subscribe = (listener: () => void): (() => void) => this.queue.subscribe(listener);

  signedIn(person: string | undefined): void {
    this.queue.signedIn(person);
  }

  add(jobId: string, reading: NewReading): Promise<void> {
    return this.queue.add(jobId, reading.readingId, reading);
  }

  /** Sends once more what was refused; with the time of now, where its own cannot be right. */
  again(readingId: string, takenAt?: string): Promise<void> {
    return this.queue.again(readingId, (reading) => ({ ...reading, ...(takenAt ? { takenAt } : {}) }));
  }

  drop(readingId: string): Promise<void> {
    return this.queue.drop(readingId);
  }

  wake(): void {
    this.queue.wake();
  }
}
