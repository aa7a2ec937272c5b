import { createHash } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import {
  Injectable,
  ServiceUnavailableException,
  UnprocessableEntityException,
  type OnModuleDestroy,
} from '@nestjs/common';
import { PATTERNS } from '@venula/core/document';
import { BUSY } from '../common/busy.ts';
import { workerFile } from '../common/worker-file.ts';
import { readConfig } from '../config.ts';
import { BACKGROUND_THREADS } from './background.ts';
import type { JudgeAnswers, JudgeTask } from './judge-worker.ts';
import { Threads, TooLong } from '../common/threads.ts';

const WORKER = workerFile('judging/judge-worker');
/** Where cores are few the requests come first. */
const BACKGROUND_NICE = 10;
const IDLE_MS = 10_000;
/** A plan that takes longer than this, running alone in its thread, is too large. */
const MOST_MS = 60_000;
/** How long an answer is kept for the requests that were answered 503 while it was worked out. */
const KEPT_MS = 60_000;

/** The server is closing: nothing is said of the plan. */
export class Closing extends Error {}

const tooLarge = (): UnprocessableEntityException =>
  new UnprocessableEntityException({
    code: 'PLAN_TOO_LARGE',
    message: `Solving this plan takes more than ${MOST_MS / 1000} s.`,
    remedy: 'Take out parts it does not need, or split it into two jobs.',
  });

/**
 * Threads that solve plans, three kinds with a queue each, so that none waits behind another kind: tasks of a few milliseconds
 * (the steps of a test), full solves, and the judgements shown in the list of jobs.
 */
@Injectable()
export class JudgePool implements OnModuleDestroy {
  private readonly quick = new Threads({ file: WORKER, most: 1 });
  private readonly full = new Threads({ file: WORKER, most: 2 });
  private readonly background = new Threads({
    file: WORKER,
    most: BACKGROUND_THREADS,
    nice: BACKGROUND_NICE,
    idleMs: IDLE_MS,
  });
  /** It must be said before the request's own deadline that the answer takes longer. */
  private readonly waitMs = readConfig().waits.solveMs;
  /** Full solves by what was asked: a request that came again joins the work of the first. */
  private readonly shared = new Map<string, Promise<unknown>>();
  private closing = false;

  /**
   * Answers a request. Where that takes longer than a request may, the work goes on, and the same request sent again gets its answer.
   * @throws ServiceUnavailableException when the answer takes longer than a request may: ask again
   * @throws UnprocessableEntityException when the plan is too large to be solved at all
   */
  async now<A extends JudgeTask['ask']>(task: Extract<JudgeTask, { ask: A }>): Promise<JudgeAnswers[A]> {
    const answer = this.answer(task);
    const done = new AbortController();
    const late = pause(this.waitMs, 'late' as const, { signal: done.signal, ref: false }).catch(
      () => 'late' as const,
    );
    try {
      const first = await Promise.race([answer, late]);
      if (first === 'late') throw new ServiceUnavailableException(BUSY);
      return first as JudgeAnswers[A];
    } catch (error) {
      throw error instanceof TooLong ? tooLarge() : error;
    } finally {
      done.abort();
    }
  }

  /** @throws TooLong; Closing; whatever the core throws */
  inBackground<A extends JudgeTask['ask']>(
    task: Extract<JudgeTask, { ask: A }>,
    budgetMs: number,
  ): Promise<JudgeAnswers[A]> {
    return this.background.run<JudgeAnswers[A]>(task, budgetMs).catch((error: unknown) => {
      throw this.closing ? new Closing('the server is closing') : error;
    });
  }

  /** Starts the threads and solves one plan in each kind, so that the first request after a start waits for neither. */
  async warmUp(): Promise<void> {
    const document = PATTERNS[0]!.job('');
    await this.quick.run({ ask: 'steps', document, of: 'build' } satisfies JudgeTask, MOST_MS);
    await this.full.run({ ask: 'findings', document } satisfies JudgeTask, MOST_MS);
  }

  async onModuleDestroy(): Promise<void> {
    this.closing = true;
    await Promise.all([this.quick.end(), this.full.end(), this.background.end()]);
  }

  private answer(task: JudgeTask): Promise<unknown> {
    if (isQuick(task)) return this.quick.run(task, MOST_MS);
    const key = createHash('sha256').update(JSON.stringify(task)).digest('base64');
    const known = this.shared.get(key);
    if (known) return known;
    const work = this.full.run(task, MOST_MS);
    this.shared.set(key, work);
    const forget = (): void => void setTimeout(() => this.shared.delete(key), KEPT_MS).unref();
    work.then(forget, (error: unknown) => {
      // That a plan is too large holds for it; any other failure may not happen again.
      if (error instanceof TooLong) forget();
      else this.shared.delete(key);
    });
    return work;
  }
}

/** Made from the plan without solving its states. */
const isQuick = (task: JudgeTask): boolean =>
  task.ask === 'steps' || (task.ask === 'proof' && task.of !== 'drive-log');
