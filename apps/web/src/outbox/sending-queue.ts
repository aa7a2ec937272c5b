import { Lane, type Clock } from './lane.ts';
import { outcomeOf, type Later } from './answers.ts';
import { mine, nextSeq, type Held, type OutboxItem, type OutboxStore, type Refusal } from './store.ts';

/** Something that waits on this device; `refused` once the server would not take it for what it holds. */
export interface Waiting<P> {
  readonly id: string;
  readonly jobId: string;
  readonly payload: P;
  /** Made by somebody who is not signed in now: waits for them. */
  readonly foreign: boolean;
  /** The device had no room for it: it lives as long as this page. */
  readonly unkept?: true;
  /** The server has it; it stands here until the page has it from there, so that nothing blinks. */
  readonly landed?: true;
  readonly refused?: Refusal;
}

/** How one kind of thing is sent. */
export interface Sends<P> {
  readonly kind: OutboxItem['kind'];
  /** What has to arrive in order shares a lane. */
  readonly lane: (payload: P) => string;
  readonly send: (item: OutboxItem<P>) => Promise<unknown>;
  /** Reads anew what it belongs to; done once the page has it. */
  readonly arrived: (jobId: string) => Promise<unknown>;
}

/**
 * Things made on this device, all tabs together: kept until the server has them, sent in order lane by lane. Each carries its own
 * id, so one that two tabs send, or that was sent but not acknowledged, is stored once.
 */
export class SendingQueue<P> {
  private items: readonly Waiting<P>[] = [];
  private readonly lanes = new Map<string, Lane>();
  private readonly listeners = new Set<() => void>();
  private unwatch: (() => void) | null = null;
  private person: string | undefined;
  private turn = 0;
  private readonly landed = new Map<string, Waiting<P>>();

  constructor(
    private readonly sends: Sends<P>,
    private readonly store: OutboxStore,
    private readonly clock: Clock,
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

  readonly getItems = (): readonly Waiting<P>[] => this.items;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Who is signed in: what they made is sent now, what others made waits for them. */
  signedIn(person: string | undefined): void {
    if (this.person === person) return;
    this.person = person;
    void this.reload();
  }

  /** Done once the device has it. */
  async add(jobId: string, id: string, payload: P): Promise<void> {
    await this.store.write([
      {
        id,
        kind: this.sends.kind,
        jobId,
        seq: nextSeq(this.clock.now()),
        payload,
        ...(this.person === undefined ? {} : { by: this.person }),
      },
    ]);
    await this.reload();
  }

  /** Sends once more what was refused, as it is or put right. It keeps its place and its id: the server has never taken it. */
  async again(id: string, change: (payload: P) => P = (same) => same): Promise<void> {
    const item = (await this.held()).find((i) => i.id === id);
    if (!item) return;
    const { refused: _, unkept: __, ...rest } = item;
    await this.store.write([{ ...rest, payload: change(rest.payload) }]);
    await this.reload();
  }

  /** Somebody has read, or copied, what was refused. */
  async drop(id: string): Promise<void> {
    await this.store.write([], [id]);
    await this.reload();
  }

  wake(): void {
    void this.reload();
    for (const lane of this.lanes.values()) lane.wake();
  }

  private async held(): Promise<Held<P>[]> {
    return (await this.store.all()).filter((i): i is Held<P> => i.kind === this.sends.kind);
  }

  private async reload(): Promise<void> {
    const turn = ++this.turn;
    const held = await this.held();
    // A later look has begun: its answer is the newer one.
    if (turn !== this.turn) return;
    const waiting = held.map((i): Waiting<P> => ({
      id: i.id,
      jobId: i.jobId,
      payload: i.payload,
      foreign: !mine(i, this.person),
      ...(i.refused ? { refused: i.refused } : {}),
      ...(i.unkept ? { unkept: true } : {}),
    }));
    this.items = [...this.landed.values(), ...waiting.filter((w) => !this.landed.has(w.id))];
    for (const { payload, refused, foreign } of waiting)
      if (!refused && !foreign) this.laneOf(this.sends.lane(payload)).poke();
    this.listeners.forEach((l) => l());
  }

  private laneOf(name: string): Lane {
    const known = this.lanes.get(name);
    if (known) return known;
    const lane = new Lane({ next: () => this.sendNext(name) }, this.clock);
    this.lanes.set(name, lane);
    if (this.unwatch) lane.open();
    return lane;
  }

  private async sendNext(lane: string): Promise<'done' | 'nothing' | Later> {
    // Read from the device each time: another tab may have sent it, or added one before it.
    const item = (await this.held()).find(
      (i) => !i.refused && mine(i, this.person) && this.sends.lane(i.payload) === lane,
    );
    return item ? this.send(item) : 'nothing';
  }

  private async send({ unkept: _, ...item }: Held<P>): Promise<'done' | Later> {
    try {
      await this.sends.send(item);
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

  private land({ id, jobId, payload }: OutboxItem<P>): void {
    this.landed.set(id, { id, jobId, payload, foreign: false, landed: true });
    const over = (): void => {
      this.landed.delete(id);
      void this.reload();
    };
    this.sends.arrived(jobId).then(over, over);
  }
}
