import { Injectable } from '@nestjs/common';
import { runName } from '@venula/core/formats';
import { Brackets, DataSource, Not, Raw } from 'typeorm';
import { JudgementsService } from '../judging/judgements.service.ts';
import type { ListQuery, Waits } from './job-schemas.ts';
import { Job } from './job.entity.ts';
import { JobsService } from './jobs.service.ts';

/** What a list shows, and what tells whether its judgement still counts. */
const LISTED = [
  'id',
  'number',
  'title',
  'customer',
  'vehicle',
  'version',
  'archived',
  'imported',
  'updatedAt',
  'updatedBy',
  'summary',
  'summaryVersion',
  'summaryCore',
] as const;

/** More jobs on one car than anybody reads through. */
const MOST_OF_A_CAR = 50;

/** What a signed run comes to here: of one that came in with a file, 'unconfirmed' until this shop confirms it. */
const VERDICT = `CASE WHEN run.from_file AND signed.id IS NOT NULL AND NOT EXISTS (
    SELECT 1 FROM test_reading own WHERE own.run_id = run.id AND own.kind = 'confirm' AND NOT own.from_file)
  THEN 'unconfirmed' ELSE signed.payload ->> 'verdict' END`;

/** What a job waits for. The plan: something in it stops or falls short. The car: of some kind the newest run did not pass. */
const WAITS: Readonly<Record<Waits, string>> = {
  plan: `jsonb_exists(job.summary, 'unjudged') OR (job.summary ->> 'stops')::int > 0 OR (job.summary ->> 'fixes')::int > 0`,
  car: `EXISTS (
    SELECT 1 FROM test_run run
      LEFT JOIN test_reading signed ON signed.run_id = run.id AND signed.kind = 'sign-off'
    WHERE run.job_id = job.id AND ${VERDICT} IS DISTINCT FROM 'pass' AND NOT EXISTS (
      SELECT 1 FROM test_run later
      WHERE later.job_id = run.job_id AND later.kind = run.kind AND (later.at, later.id) > (run.at, run.id)))`,
};

/** The run a job waits for, as the list shows it; `verdict` null: not signed off. */
export interface TestWord {
  /** What it is called. */
  readonly what: string;
  readonly at: Date;
  readonly verdict: string | null;
}

/** Jobs in rows: all of a shop, or of one car. */
@Injectable()
export class JobListService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly judgements: JudgementsService,
  ) {}

  async list({ search, page, size, archived, waits }: ListQuery) {
    const query = this.db
      .getRepository(Job)
      .createQueryBuilder('job')
      // Without the document: a list of large plans would be megabytes.
      .select(LISTED.map((field) => `job.${field}`))
      .where('job.archived = :archived', { archived })
      .orderBy('job.updatedAt', 'DESC')
      .addOrderBy('job.number', 'DESC')
      .skip((page - 1) * size)
      .take(size);
    if (waits) query.andWhere(`(${WAITS[waits]})`);
    if (search) {
      const like = `%${search.replaceAll(/[\\%_]/g, '\\$&')}%`;
      query.andWhere(
        new Brackets((q) =>
          q
            .where('job.title ILIKE :like', { like })
            .orWhere('job.customer ILIKE :like')
            .orWhere('job.vehicle ILIKE :like')
            .orWhere('CAST(job.number AS text) = :number', { number: search.replace(/^0+/, '') }),
        ),
      );
    }
    const [jobs, total] = await query.getManyAndCount();
    const tests = await this.testWords(jobs.map((j) => j.id));
    const items = jobs.map(({ summaryVersion: _v, summaryCore: _c, ...job }, i) => {
      const summary = this.judgements.of(jobs[i]!);
      return {
        ...job,
        imported: job.imported !== null,
        summary,
        judging: summary === null,
        test: tests.get(job.id) ?? null,
      };
    });
    return { items, total, page, size };
  }

  /** Other jobs on the same car, archived ones too, the newest first: what was done to it before. */
  async sameCar(id: string) {
    const { vehicle } = await this.jobs.find(id);
    const called = vehicle.trim();
    if (called === '') return [];
    const jobs = await this.db.getRepository(Job).find({
      select: { id: true, number: true, title: true, customer: true, archived: true, updatedAt: true },
      where: { id: Not(id), vehicle: Raw((column) => `lower(trim(${column})) = lower(:called)`, { called }) },
      order: { updatedAt: 'DESC' },
      take: MOST_OF_A_CAR,
    });
    const tests = await this.testWords(jobs.map((j) => j.id));
    return jobs.map(({ id: jobId, number, title, customer, archived, updatedAt }) => ({
      id: jobId,
      number,
      title,
      customer,
      archived,
      updatedAt,
      test: tests.get(jobId) ?? null,
    }));
  }

  /** Of the newest run of each kind, the one that matters most: what failed, what is under way, what did not pass; else the last. */
  private async testWords(ids: readonly string[]): Promise<ReadonlyMap<string, TestWord>> {
    const rows: (Omit<TestWord, 'what'> & { jobId: string; kind: string })[] = await this.db.query(
      `SELECT DISTINCT ON ("jobId") * FROM (
         SELECT DISTINCT ON (run.job_id, run.kind)
           run.job_id AS "jobId", run.kind, run.at, ${VERDICT} AS verdict
         FROM test_run run LEFT JOIN test_reading signed ON signed.run_id = run.id AND signed.kind = 'sign-off'
         WHERE run.job_id = ANY($1) ORDER BY run.job_id, run.kind, run.at DESC, run.id DESC) newest
       ORDER BY "jobId", verdict IS DISTINCT FROM 'fail', verdict IS NOT NULL, verdict = 'pass', at DESC`,
      [ids],
    );
    return new Map(rows.map(({ jobId, kind, ...run }) => [jobId, { ...run, what: runName(kind) }]));
  }
}
