import { Lane, type Clock } from '../outbox/lane.ts';
import { outcomeOf, type Later } from '../outbox/answers.ts';
import { mine, nextSeq, type OutboxItem, type OutboxStore, type Refusal } from '../outbox/store.ts';
import type { NewReading } from './queries.ts';

/** A reading that waits on this device; `refused` once the server would not take it for what it holds. */
export interface WaitingReading extends NewReading {
  readonly jobId: string;
  /** Taken by somebody who is not signed in now: waits for them. */
  readonly foreign: boolean;
  readonly refused?: Refusal;
}

export interface ReadingServer {
  add(jobId: string, runId: string, body: Omit<NewReading, 'runId'>): Promise<unknown>;
}

/**
 * Readings taken on this device, all tabs together: kept until the server has them, sent in order run by run. Each carries
 * its own id, so one that two tabs send, or that was sent but not acknowledged, is stored once.
 */
export class ReadingQueue {
  private items: readonly WaitingReading[] = [];
  private readonly lanes = new Map<string, Lane>();
  private readonly listeners = new Set<() => void>();
  private unwatch: (() => void) | null = null;
  private person: string | undefined;

  constructor(
    private readonly server: ReadingServer,
    private readonly store: OutboxStore,
    private readonly clock: Clock,
    private readonly arrived: (jobId: string) => void,
  ) {
    this.reload();
  }

  /** Begins to send; returns what ends it. */
  start(): () => void {
    this.unwatch ??= this.store.watch(() => this.reload());
    for (const lane of this.lanes.values()) lane.open();
    this.reload();
    return () => {
      this.unwatch?.();
      this.unwatch = null;
      for (const lane of this.lanes.values()) lane.close();
    };
  }

  readonly getItems = (): readonly WaitingReading[] => this.items;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Who is signed in: what they took is sent now, what others took waits for them. */
  signedIn(person: string | undefined): void {
    if (this.person === person) return;
    this.person = person;
    this.reload();
  }

  add(jobId: string, reading: NewReading): void {
    this.store.put({
      id: reading.readingId,
      kind: 'reading',
      jobId,
      seq: nextSeq(this.clock.now()),
      payload: reading,
      ...(this.person === undefined ? {} : { by: this.person }),
    });
    this.reload();
  }

  /** Somebody has read, or copied, what was refused. */
  drop(readingId: string): void {
    this.store.remove(readingId);
    this.reload();
  }

  wake(): void {
    this.reload();
    for (const lane of this.lanes.values()) lane.wake();
  }

  private reload(): void {
    this.items = this.store
      .all()
      .filter((i): i is OutboxItem<NewReading> => i.kind === 'reading')
      .map((i) => ({
        ...i.payload,
        jobId: i.jobId,
        foreign: !mine(i, this.person),
        ...(i.refused ? { refused: i.refused } : {}),
      }));
    for (const { runId, refused, foreign } of this.items) if (!refused && !foreign) this.laneOf(runId).poke();
    this.listeners.forEach((l) => l());
  }

  private laneOf(runId: string): Lane {
    const known = this.lanes.get(runId);
    if (known) return known;
    const lane = new Lane({ next: () => this.sendNext(runId) }, this.clock);
    this.lanes.set(runId, lane);
    if (this.unwatch) lane.open();
    return lane;
  }

  private sendNext(runId: string): Promise<'done' | Later> | null {
    // Read from the device each time: another tab may have sent it, or added one before it.
    const item = this.store
      .all()
      .find(
        (i): i is OutboxItem<NewReading> =>
          i.kind === 'reading' &&
          !i.refused &&
          mine(i, this.person) &&
          (i.payload as NewReading).runId === runId,
      );
    return item ? this.send(item) : null;
  }

  private async send(item: OutboxItem<NewReading>): Promise<'done' | Later> {
    const { runId, ...body } = item.payload;
    try {
      await this.server.add(item.jobId, runId, body);
      this.store.remove(item.id);
      this.arrived(item.jobId);
    } catch (error) {
      const outcome = outcomeOf(error);
      if (outcome.kind === 'later') return outcome;
      const refused =
        outcome.kind === 'refused' ? outcome.refusal : { message: 'Somebody else changed this.', field: '' };
      this.store.put({ ...item, refused });
    }
    this.reload();
    return 'done';
  }
}
