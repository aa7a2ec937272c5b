import { ServiceUnavailableException } from '@nestjs/common';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { BUSY } from './busy.ts';

/** The task took more time than it is given. */
export class TooLong extends Error {}

export interface ThreadsOptions {
  /** Built worker file. */
  readonly file: string;
  readonly most: number;
  /** Added to the nice value of the process: work that no request waits for gives way. */
  readonly nice?: number;
  /** Threads end after so long without work; absent: they stay, so that no later request pays for their start. */
  readonly idleMs?: number;
  /** How many tasks may wait; absent: any number. */
  readonly mostWaiting?: number;
}

const MEMORY_MB = 512;

/**
 * Worker threads of one kind. A task's time counts from when it begins to run, not while it waits for its turn. A task that
 * overruns its time loses its thread, and nothing else does.
 */
export class Threads {
  private readonly pool: Piscina;
  private readonly turn: ReturnType<typeof pLimit>;
  private readonly mostWaiting: number;

  constructor({ file, most, nice = 0, idleMs = Infinity, mostWaiting = Infinity }: ThreadsOptions) {
    this.mostWaiting = mostWaiting;
    this.turn = pLimit(most);
    this.pool = new Piscina({
      filename: file,
      minThreads: 0,
      maxThreads: most,
      idleTimeout: idleMs,
      niceIncrement: nice,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
  }

  /** @throws TooLong; ServiceUnavailableException where too many tasks wait already; the task's own errors */
  async run<A>(task: unknown, budgetMs: number): Promise<A> {
    if (this.turn.pendingCount >= this.mostWaiting) throw new ServiceUnavailableException(BUSY);
    return this.turn(async () => {
      const signal = AbortSignal.timeout(budgetMs);
      try {
        return (await this.pool.run(task, { signal })) as A;
      } catch (error) {
        if (signal.aborted) throw new TooLong(`Too large to be solved in ${budgetMs / 1000} s`);
        throw error;
      }
    });
  }

  async end(): Promise<void> {
    await this.pool.destroy();
  }
}
