import { availableParallelism } from 'node:os';
import {
  Injectable,
  ServiceUnavailableException,
  UnprocessableEntityException,
  type OnModuleDestroy,
} from '@nestjs/common';
import { Piscina } from 'piscina';
import { BUSY } from '../common/busy.ts';
import { workerFile } from '../common/worker-file.ts';
import { readConfig } from '../config.ts';
import type { JudgeAnswers, JudgeTask } from './judge-worker.ts';

const WORKER = workerFile('judging/judge-worker');
/** Nobody waits: a very large plan may take longer, but not for ever; first all that take less have their turn. */
export const BACKGROUND_MS = { first: 2_000, last: 20_000 } as const;
/** So many tasks nobody waits for are solved at once; more than that is not asked of the pool. */
export const BACKGROUND_THREADS = Math.max(1, availableParallelism() - 1);
/** Where cores are few the requests come first. */
const BACKGROUND_NICE = 10;
const IDLE_MS = 10_000;
const MEMORY_MB = 512;

/** The task took more time than it is given. */
export class TooLong extends Error {}
/** The server is closing: nothing is said of the plan. */
export class Closing extends Error {}

/**
 * Threads that solve plans. What a person waits for has a thread of its own, so that a queue of jobs being judged for the
 * list never stands in front of it. A task that overruns its time loses its thread, and nothing else does.
 */
@Injectable()
export class JudgePool implements OnModuleDestroy {
  private readonly waitedFor = pool(1, 0);
  private readonly background = pool(BACKGROUND_THREADS, BACKGROUND_NICE);
  /** Somebody waits for the answer: it must come before the request's own deadline. */
  private readonly waitedForMs = readConfig().waits.solveMs;
  private closing = false;
  /** Tasks somebody waits for, running or queued. */
  private waiting = 0;

  /**
   * @throws ServiceUnavailableException when it did not get done behind others: later it will
   * @throws UnprocessableEntityException when the plan, alone, takes longer than a request may
   */
  async now<A extends JudgeTask['ask']>(task: Extract<JudgeTask, { ask: A }>): Promise<JudgeAnswers[A]> {
    const behindOthers = this.waiting > 0;
    this.waiting++;
    try {
      return await run<A>(this.waitedFor, task, this.waitedForMs);
    } catch (error) {
      if (!(error instanceof TooLong)) throw error;
      if (behindOthers) throw new ServiceUnavailableException(BUSY);
      throw new UnprocessableEntityException({
        code: 'PLAN_TOO_LARGE',
        message: 'This plan takes longer to solve than the server may keep you waiting.',
        remedy:
          'Try once more: other work may have slowed it down. If it stays so, take out parts it does not need, or split it into two jobs.',
      });
    } finally {
      this.waiting--;
    }
  }

  /** @throws TooLong; Closing; whatever the core throws */
  inBackground<A extends JudgeTask['ask']>(
    task: Extract<JudgeTask, { ask: A }>,
    budgetMs: number,
  ): Promise<JudgeAnswers[A]> {
    return run<A>(this.background, task, budgetMs).catch((error: unknown) => {
      throw this.closing ? new Closing('the server is closing') : error;
    });
  }

  async onModuleDestroy(): Promise<void> {
    this.closing = true;
    await Promise.all([this.waitedFor.destroy(), this.background.destroy()]);
  }
}

const pool = (maxThreads: number, niceIncrement: number): Piscina =>
  new Piscina({
    filename: WORKER,
    minThreads: 0,
    maxThreads,
    idleTimeout: IDLE_MS,
    niceIncrement,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
  });

async function run<A extends JudgeTask['ask']>(
  threads: Piscina,
  task: JudgeTask,
  budgetMs: number,
): Promise<JudgeAnswers[A]> {
  const overrun = new AbortController();
  const timer = setTimeout(() => overrun.abort(), budgetMs);
  try {
    return (await threads.run(task, { signal: overrun.signal })) as JudgeAnswers[A];
  } catch (error) {
    if (overrun.signal.aborted) throw new TooLong(`Too large to be solved in ${budgetMs / 1000} s`);
    throw error;
  } finally {
    clearTimeout(timer);
  }
}
