import { fullReturnJob } from '@venula/core/document';
import { OfflineError } from '../../src/api/client.ts';
import { ReadingQueue } from '../../src/api/reading-queue.ts';
import { JobSession } from '../../src/job/job-session.ts';
import type { Clock } from '../../src/outbox/lane.ts';
import { deviceStore, type OutboxStore } from '../../src/outbox/store.ts';
import { refusal, ShopServer } from './shop-server.ts';

/** Seeded numbers in 0–1: a run that fails is made again from its seed. */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Time that moves only when told to; what is due runs in order. */
export class SteppedClock implements Clock {
  private time = 1_000_000;
  private timers: { readonly at: number; readonly run: () => void }[] = [];
  readonly now = () => this.time;
  readonly after = (ms: number, run: () => void) => {
    const timer = { at: this.time + ms, run };
    this.timers.push(timer);
    return () => {
      this.timers = this.timers.filter((t) => t !== timer);
    };
  };
  get pending(): number {
    return this.timers.length;
  }
  async step(ms: number): Promise<void> {
    const until = this.time + ms;
    for (;;) {
      await settle();
      const due = this.timers.filter((t) => t.at <= until).sort((a, b) => a.at - b.at)[0];
      if (!due) break;
      this.time = Math.max(this.time, due.at);
      this.timers = this.timers.filter((t) => t !== due);
      due.run();
    }
    this.time = until;
    await settle();
  }
}

/** Lets promises run that wait for nothing but each other. */
const settle = async (): Promise<void> => {
  for (let i = 0; i < 12; i++) await Promise.resolve();
};

class MemoryStorage implements Storage {
  private readonly map = new Map<string, string>();
  get length(): number {
    return this.map.size;
  }
  clear = () => this.map.clear();
  key = (i: number) => [...this.map.keys()][i] ?? null;
  getItem = (key: string) => this.map.get(key) ?? null;
  setItem = (key: string, value: string) => void this.map.set(key, value);
  removeItem = (key: string) => void this.map.delete(key);
}

/** How bad the network is just now: shares of requests. */
export interface Weather {
  lost: number;
  answerLost: number;
  doubled: number;
  refusedForNow: number;
  slowMs: number;
}
export const CALM: Weather = { lost: 0, answerLost: 0, doubled: 0, refusedForNow: 0, slowMs: 0 };

/** A tablet: one storage that its tabs share, one connection. */
export class Device {
  readonly storage = new MemoryStorage();
  online = true;
  private readonly watchers = new Map<object, () => void>();

  /** The store as one tab sees it; other tabs hear of its changes, as storage events have it. */
  storeFor(tab: object, dead: { is: boolean } = { is: false }): OutboxStore {
    const store = deviceStore(this.storage);
    const told =
      <A extends unknown[]>(f: (...a: A) => void) =>
      (...a: A) => {
        if (dead.is) return;
        f(...a);
        for (const [other, changed] of this.watchers) if (other !== tab) changed();
      };
    return {
      ...store,
      seen: (page, now) => dead.is || store.seen(page, now),
      left: (page) => dead.is || store.left(page),
      put: told((item) => store.put(item)),
      remove: told((id) => store.remove(id)),
      watch: (changed) => {
        this.watchers.set(tab, changed);
        return () => this.watchers.delete(tab);
      },
    };
  }
}

export class Shop {
  readonly server = new ShopServer(fullReturnJob('x'));
  readonly clock = new SteppedClock();
  readonly random: () => number;
  weather: Weather = CALM;
  private made = 0;
  readonly newId = () => `id-${++this.made}`;

  constructor(seed: number) {
    this.random = seeded(seed);
  }

  /** One request over the air: lost, doubled, late, turned away, answered or its answer lost. */
  async call<T>(device: Device, work: () => T): Promise<T> {
    const { weather, random } = this;
    const wait = (ms: number) => new Promise<void>((done) => this.clock.after(ms, done));
    if (weather.slowMs > 0) await wait(random() * weather.slowMs);
    if (!device.online || random() < weather.lost) throw new OfflineError();
    if (random() < weather.refusedForNow) {
      const status = [429, 500, 503][Math.floor(random() * 3)]!;
      throw refusal(status, 'BUSY', [], status === 500 ? undefined : 2000);
    }
    if (random() < weather.doubled) {
      try {
        work();
      } catch {
        // The second of the two is answered.
      }
    }
    const answer = (() => {
      try {
        return { value: work() };
      } catch (error) {
        return { error };
      }
    })();
    if (weather.slowMs > 0) await wait(random() * weather.slowMs);
    if (!device.online || random() < weather.answerLost) throw new OfflineError();
    if ('error' in answer) throw answer.error;
    return answer.value;
  }

  open(device: Device, person?: string): Tab {
    return new Tab(this, device, person);
  }
}

export const JOB = 'job-1';

/** A page on a device: the job open in it and the readings it shows. */
export class Tab {
  readonly session: JobSession;
  readonly queue: ReadingQueue;
  private readonly ends: (() => void)[];
  private readonly dead = { is: false };

  constructor(
    shop: Shop,
    readonly device: Device,
    person = 'somebody',
  ) {
    const store = device.storeFor(this, this.dead);
    const { clock, newId, server } = shop;
    this.session = new JobSession(
      { id: JOB, version: server.version, document: server.document },
      {
        server: {
          change: (_, body) => shop.call(device, () => server.change(structuredClone(body))),
          read: () =>
            shop.call(device, () => ({ version: server.version, document: server.document }) as never),
        },
        store,
        clock,
        newId,
        person,
      },
    );
    this.queue = new ReadingQueue(
      { add: (job, run, body) => shop.call(device, () => server.add(job, run, structuredClone(body))) },
      store,
      clock,
      () => undefined,
    );
    this.queue.signedIn(person);
    this.ends = [this.session.start(), this.queue.start()];
  }

  wake(): void {
    this.session.wake();
    this.queue.wake();
  }

  close(): void {
    this.ends.forEach((end) => end());
  }

  /** Gone at once, as a tab that is killed: nothing is said or saved any more, not even good-bye. */
  kill(): void {
    this.dead.is = true;
    this.ends.forEach((end) => end());
  }
}
