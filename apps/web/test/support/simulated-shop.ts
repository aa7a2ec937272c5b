import { fullReturnJob } from '@venula/core/document';
import { OfflineError } from '../../src/api/client.ts';
import { ReadingQueue } from '../../src/api/reading-queue.ts';
import { JobSession } from '../../src/job/job-session.ts';
import type { Clock } from '../../src/outbox/lane.ts';
import type { Device } from './memory-device.ts';
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
  for (let i = 0; i < 60; i++) await Promise.resolve();
};

/** How bad the network is just now: shares of requests. */
export interface Weather {
  lost: number;
  answerLost: number;
  doubled: number;
  refusedForNow: number;
  slowMs: number;
}
export const CALM: Weather = { lost: 0, answerLost: 0, doubled: 0, refusedForNow: 0, slowMs: 0 };

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

  /** Opens the job in a page of a device. */
  async open(device: Device, person = 'somebody'): Promise<Tab> {
    const { clock, newId, server } = this;
    const dead = { is: false };
    const store = device.storeFor(dead);
    const session = await JobSession.open(
      { id: JOB, version: server.version, document: server.document, lineage: server.lineage },
      {
        server: {
          change: (_, body) => this.call(device, () => server.change(structuredClone(body))),
          read: () =>
            this.call(
              device,
              () =>
                ({ version: server.version, document: server.document, lineage: server.lineage }) as never,
            ),
        },
        store,
        presence: device.presenceFor(dead),
        clock,
        newId,
        person,
      },
    );
    const queue = new ReadingQueue(
      { add: (job, run, body) => this.call(device, () => server.add(job, run, structuredClone(body))) },
      store,
      clock,
      () => Promise.resolve(),
    );
    queue.signedIn(person);
    return new Tab(device, session, queue, dead);
  }
}

export const JOB = 'job-1';

/** A page on a device: the job open in it and the readings it shows. */
export class Tab {
  private readonly ends: (() => void)[];

  constructor(
    readonly device: Device,
    readonly session: JobSession,
    readonly queue: ReadingQueue,
    private readonly dead: { is: boolean },
  ) {
    this.ends = [session.start(), queue.start()];
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
