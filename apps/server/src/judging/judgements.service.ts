import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { DataSource } from 'typeorm';
import type { JobSummary } from '../jobs/job.entity.ts';
import { CORE_VERSION } from './core-version.ts';
import { BACKGROUND_MS, BACKGROUND_THREADS } from './background.ts';
import { Closing, JudgePool } from './judge-pool.ts';
import type { Judged, JudgedFinding } from './judge-worker.ts';
import { TooLong } from '../common/threads.ts';

interface Judgeable {
  readonly id: string;
  readonly version: number;
  readonly summary: JobSummary | null;
  readonly summaryVersion: number;
  readonly summaryCore: string;
}

/** A version of a job whose plan can be worked with. */
interface Version {
  readonly id: string;
  readonly version: number;
  readonly updatedAt: Date;
  readonly document: JobDocument;
}

/** So long after a change the plan is judged: changes come in rows. */
const AFTER_CHANGE_MS = 1_500;
/** The findings of so many jobs are kept at hand. */
const MOST_KEPT = 200;

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
  /** Findings by job and version; the oldest are dropped first. */
  private readonly kept = new Map<string, readonly JudgedFinding[]>();
  private readonly changed = new Map<string, NodeJS.Timeout>();

  constructor(
    private readonly db: DataSource,
    private readonly pool: JudgePool,
  ) {}

  /** The judgement of this version by this core; null: not there yet, and asked for now. */
  of(job: Judgeable): JobSummary | null {
    if (job.summary && job.summaryVersion === job.version && job.summaryCore === CORE_VERSION)
      return job.summary;
    this.ask(job.id);
    return null;
  }

  /** What the plan of this version is found to have; worked out already where the job was changed or listed a moment ago. */
  async findings(job: Version): Promise<readonly JudgedFinding[]> {
    const kept = this.kept.get(versionKey(job));
    if (kept) return kept;
    const { document } = job;
    return this.keep(job, await this.pool.now({ ask: 'findings', document }));
  }

  /** Judges a changed job once its changes pause, so that accepting a finding then need not solve the plan. */
  soon(id: string): void {
    clearTimeout(this.changed.get(id));
    const timer = setTimeout(() => {
      this.changed.delete(id);
      this.ask(id);
    }, AFTER_CHANGE_MS);
    this.changed.set(id, timer.unref());
  }

  onModuleDestroy(): void {
    for (const timer of this.changed.values()) clearTimeout(timer);
    this.queue.length = 0;
    this.running = Infinity;
  }

  private ask(id: string): void {
    if (this.asked.has(id)) return;
    this.asked.add(id);
    this.queue.push({ id, budgetMs: BACKGROUND_MS.first });
    void this.work();
  }

  private keep(job: Omit<Version, 'document'>, findings: readonly JudgedFinding[]): readonly JudgedFinding[] {
    this.kept.set(versionKey(job), findings);
    for (const old of this.kept.keys()) if (this.kept.size > MOST_KEPT) this.kept.delete(old);
    return findings;
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
      const rows: { version: number; document: unknown; updatedAt: Date }[] = await this.db.query(
        'SELECT version, document, updated_at AS "updatedAt" FROM job WHERE id = $1',
        [id],
      );
      const [row] = rows;
      if (!row) return;
      const judged = await this.judged(row.document, budgetMs);
      if (!judged) {
        again = true;
        this.queue.push({ id, budgetMs: BACKGROUND_MS.last });
        return;
      }
      const { summary, findings } = judged;
      if (findings) this.keep({ id, ...row }, findings);
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
  private async judged(document: unknown, budgetMs: number): Promise<Judged | null> {
    try {
      return await this.pool.inBackground({ ask: 'summary', document }, budgetMs);
    } catch (error) {
      if (error instanceof Closing) throw error;
      if (error instanceof TooLong && budgetMs < BACKGROUND_MS.last) return null;
      return {
        summary: { unjudged: error instanceof TooLong ? error.message : 'Solving it failed' },
        findings: null,
      };
    }
  }
}

/** A backup that was put back counts its versions again. */
const versionKey = ({ id, version, updatedAt }: Omit<Version, 'document'>): string =>
  `${id}@${version} ${updatedAt.getTime()}`;
