import { Lane, type Clock } from '../outbox/lane.ts';
import { outcomeOf, type Later } from '../outbox/answers.ts';
import {
  mine,
  nextSeq,
  type Held,
  type OutboxItem,
  type OutboxStore,
  type Refusal,
} from '../outbox/store.ts';
import type { NewReading } from './types.ts';

/** A reading that waits on this device; `refused` once the server would not take it for what it holds. */
export interface WaitingReading extends NewReading {
  readonly jobId: string;
  /** Taken by somebody who is not signed in now: waits for them. */
  readonly foreign: boolean;
  /** The device had no room for it: it lives as long as this page. */
  readonly unkept?: true;
  /** The server has it; it stands here until the page has the record with it in, so that nothing blinks. */
  readonly landed?: true;
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
  private turn = 0;
  private readonly landed = new Map<string, WaitingReading>();

  constructor(
    private readonly server: ReadingServer,
    private readonly store: OutboxStore,
    private readonly clock: Clock,
    /** Reads the record of a job anew; done once the page has it. */
    private readonly arrived: (jobId: string) => Promise<unknown>,
  ) {}

  /** Begins to send; returns what ends it. */
  start(): () => void {
    this.unwatch ??= this.store.watch(() => void this.reload());
    for (const lane of this.lanes.values()) lane.open();
    void this.reload();
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
    void this.reload();
  }

  /** Done once the device has it. */
  async add(jobId: string, reading: NewReading): Promise<void> {
    await this.store.write([
      {
        id: reading.readingId,
        kind: 'reading',
        jobId,
        seq: nextSeq(this.clock.now()),
        payload: reading,
        ...(this.person === undefined ? {} : { by: this.person }),
      },
    ]);
    await this.reload();
  }

  /** Somebody has read, or copied, what was refused. */
  async drop(readingId: string): Promise<void> {
    await this.store.write([], [readingId]);
    await this.reload();
  }

  wake(): void {
    void this.reload();
    for (const lane of this.lanes.values()) lane.wake();
  }

  private async reload(): Promise<void> {
    const turn = ++this.turn;
    const all = await this.store.all();
    // A later look has begun: its answer is the newer one.
    if (turn !== this.turn) return;
    const waiting = all.filter(isReading).map((i): WaitingReading => ({
      ...i.payload,
      jobId: i.jobId,
      foreign: !mine(i, this.person),
      ...(i.refused ? { refused: i.refused } : {}),
      ...(i.unkept ? { unkept: true } : {}),
    }));
    this.items = [...this.landed.values(), ...waiting.filter((w) => !this.landed.has(w.readingId))];
    for (const { runId, refused, foreign } of waiting) if (!refused && !foreign) this.laneOf(runId).poke();
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

  private async sendNext(runId: string): Promise<'done' | 'nothing' | Later> {
    // Read from the device each time: another tab may have sent it, or added one before it.
    const item = (await this.store.all())
      .filter(isReading)
      .find((i) => !i.refused && mine(i, this.person) && i.payload.runId === runId);
    return item ? this.send(item) : 'nothing';
  }

  private async send({ unkept: _, ...item }: Held<NewReading>): Promise<'done' | Later> {
    const { runId, ...body } = item.payload;
    try {
      await this.server.add(item.jobId, runId, body);
      this.land(item);
      await this.store.write([], [item.id]);
    } catch (error) {
      const outcome = outcomeOf(error);
      if (outcome.kind === 'later') return outcome;
      const refused =
        outcome.kind === 'refused' ? outcome.refusal : { message: 'Somebody else changed this.', field: '' };
      await this.store.write([{ ...item, refused }]);
    }
    return 'done';
  }

  private land({ id, jobId, payload }: OutboxItem<NewReading>): void {
    this.landed.set(id, { ...payload, jobId, foreign: false, landed: true });
    const over = (): void => {
      this.landed.delete(id);
      void this.reload();
    };
    this.arrived(jobId).then(over, over);
  }
}

const isReading = (item: OutboxItem): item is Held<NewReading> => item.kind === 'reading';
