import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { JobSummary } from '../jobs/job.entity.ts';
import { CORE_VERSION } from './core-version.ts';
import { BACKGROUND_MS, BACKGROUND_THREADS, Closing, JudgePool, TooLong } from './judge-pool.ts';

interface Judgeable {
  readonly id: string;
  readonly version: number;
  readonly summary: JobSummary | null;
  readonly summaryVersion: number;
  readonly summaryCore: string;
}

/** A job's turn, and how long it may take this time. */
interface Turn {
  readonly id: string;
  readonly budgetMs: number;
}

/** What one job comes to, kept by its version and the core's: nobody waits for it, it is there when it is there. */
@Injectable()
export class JudgementsService implements OnModuleDestroy {
  private readonly log = new Logger('judging');
  /** Jobs asked for, in order, until they are judged. */
  private readonly asked = new Set<string>();
  private readonly queue: Turn[] = [];
  private running = 0;

  constructor(
    private readonly db: DataSource,
    private readonly pool: JudgePool,
  ) {}

  /** The judgement of this version by this core; null: not there yet, and asked for now. */
  of(job: Judgeable): JobSummary | null {
    if (job.summary && job.summaryVersion === job.version && job.summaryCore === CORE_VERSION)
      return job.summary;
    if (!this.asked.has(job.id)) {
      this.asked.add(job.id);
      this.queue.push({ id: job.id, budgetMs: BACKGROUND_MS.first });
      void this.work();
    }
    return null;
  }

  onModuleDestroy(): void {
    this.queue.length = 0;
    this.running = Infinity;
  }

  /** A plan is read from the database only when a thread is free for it: a long queue is a list of ids. */
  private async work(): Promise<void> {
    if (this.running >= BACKGROUND_THREADS) return;
    this.running++;
    for (let turn = this.queue.shift(); turn; turn = this.queue.shift()) await this.judge(turn);
    this.running--;
  }

  private async judge({ id, budgetMs }: Turn): Promise<void> {
    let again = false;
    try {
      // The row itself, not the entity: a document that cannot be raised must not stop here.
      const rows: { version: number; document: unknown }[] = await this.db.query(
        'SELECT version, document FROM job WHERE id = $1',
        [id],
      );
      const [row] = rows;
      if (!row) return;
      const summary = await this.summary(row.document, budgetMs);
      if (!summary) {
        again = true;
        this.queue.push({ id, budgetMs: BACKGROUND_MS.last });
        return;
      }
      await this.db.query(
        'UPDATE job SET summary = $1, summary_version = $2, summary_core = $3 WHERE id = $4 AND version = $2',
        [JSON.stringify(summary), row.version, CORE_VERSION, id],
      );
    } catch (error) {
      // The database is away, or the server is closing: the next list asks again.
      if (!(error instanceof Closing))
        this.log.warn(`job ${id} not judged: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      if (!again) this.asked.delete(id);
    }
  }

  /** One job that cannot be judged says so on its own line and harms no other; null: it needs another, longer turn. */
  private async summary(document: unknown, budgetMs: number): Promise<JobSummary | null> {
    try {
      return await this.pool.inBackground({ ask: 'summary', document }, budgetMs);
    } catch (error) {
      if (error instanceof Closing) throw error;
      if (error instanceof TooLong && budgetMs < BACKGROUND_MS.last) return null;
      return { unjudged: error instanceof TooLong ? error.message : 'Solving it failed' };
    }
  }
}
