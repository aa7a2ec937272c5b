import {
  ConflictException,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import {
  applyPatch,
  checkJob,
  evaluatePlan,
  PATTERNS,
  overlappingPaths,
  valueAt,
  type InputError,
  type JobDocument,
} from '@venula/core';
import { Brackets, DataSource, MoreThan, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/accounts.service.ts';
import { audit } from '../audit/audit.ts';
import { JobChange } from './job-change.entity.ts';
import type { ChangeBody, ListQuery, NewJob } from './job-schemas.ts';
import { Job, type JobSummary } from './job.entity.ts';

export interface ChangeResult {
  readonly version: number;
  /** Sent back when somebody else's changes were in between, so that the page catches up. */
  readonly document?: JobDocument;
}

@Injectable()
export class JobsService {
  constructor(private readonly db: DataSource) {}

  async list({ search, page, size, archived }: ListQuery) {
    const query = this.db
      .getRepository(Job)
      .createQueryBuilder('job')
      .where('job.archived = :archived', { archived })
      .orderBy('job.updatedAt', 'DESC')
      .addOrderBy('job.number', 'DESC')
      .skip((page - 1) * size)
      .take(size);
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
    const items = [];
    for (const job of jobs) {
      items.push({
        id: job.id,
        number: job.number,
        title: job.title,
        customer: job.customer,
        vehicle: job.vehicle,
        version: job.version,
        archived: job.archived,
        updatedAt: job.updatedAt,
        updatedBy: job.updatedBy,
        summary: await this.summaryOf(job),
      });
    }
    return { items, total, page, size };
  }

  /** Solved once per version and kept; a plan that cannot be solved has no summary, never a made-up one. */
  private async summaryOf(job: Job): Promise<JobSummary | null> {
    if (job.summaryVersion === job.version) return job.summary;
    const read = checkJob(job.document);
    const summary = read.ok ? summarize(read.value) : null;
    await this.db.query('UPDATE job SET summary = $1, summary_version = $2 WHERE id = $3 AND version = $2', [
      summary ? JSON.stringify(summary) : null,
      job.version,
      job.id,
    ]);
    return summary;
  }

  async find(id: string, tx: EntityManager = this.db.manager): Promise<Job> {
    const job = await tx.findOneBy(Job, { id });
    if (!job) throw new NotFoundException({ code: 'NO_SUCH_JOB', message: 'There is no such job.' });
    return job;
  }

  async create(body: NewJob, actor: Actor): Promise<Job> {
    const document = await this.startingDocument(body);
    return this.db.transaction(async (tx) => {
      const job = await tx.save(tx.create(Job, { ...headOf(document), document, updatedBy: actor.name }));
      await audit(tx, actor.name, 'job-created', job.id, { title: job.title });
      return this.find(job.id, tx);
    });
  }

  private async startingDocument({ title, document, copyOf, pattern }: NewJob): Promise<JobDocument> {
    if (document !== undefined) {
      const read = checkJob(document);
      if (!read.ok) throw unreadable(read.errors);
      return title ? { ...read.value, title } : read.value;
    }
    if (copyOf !== undefined) {
      const from = (await this.find(copyOf)).document;
      return { ...from, title: title ?? `Copy of ${from.title}`.slice(0, 120) };
    }
    return PATTERNS.find((p) => p.id === pattern)!.job(title!);
  }

  /**
   * One change, all or nothing, acknowledged only after the commit. Behind the newest version it is carried over
   * when nobody touched the same place meanwhile, and refused with both values when somebody did.
   */
  async change(id: string, body: ChangeBody, actor: Actor): Promise<ChangeResult> {
    return this.db.transaction(async (tx) => {
      const job = await tx.findOne(Job, { where: { id }, lock: { mode: 'pessimistic_write' } });
      if (!job) throw new NotFoundException({ code: 'NO_SUCH_JOB', message: 'There is no such job.' });
      const already = await tx.findOneBy(JobChange, { id: body.changeId });
      if (already) {
        if (already.jobId !== id)
          throw new ConflictException({
            code: 'ID_TAKEN',
            message: 'This change id belongs to another job.',
          });
        return {
          version: already.version,
          ...(already.version === job.version ? {} : { document: job.document }),
        };
      }
      if (body.baseVersion > job.version) {
        throw new ConflictException({
          code: 'FUTURE_VERSION',
          message: 'This page knows a newer version than the server.',
          remedy: 'Reload the page.',
        });
      }
      const behind = body.baseVersion < job.version;
      if (behind) await this.refuseOverlap(tx, job, body);
      const patched = applyPatch(job.document, body.patch);
      if (!patched.ok) throw unreadable(patched.errors);
      const read = checkJob(patched.value);
      if (!read.ok) throw unreadable(read.errors);
      const version = job.version + 1;
      await tx.update(
        Job,
        { id },
        { ...headOf(read.value), document: read.value, version, updatedBy: actor.name },
      );
      await tx.insert(JobChange, {
        id: body.changeId,
        jobId: id,
        baseVersion: body.baseVersion,
        version,
        patch: body.patch as never,
        author: actor.name,
      });
      await audit(tx, actor.name, 'plan-changed', id, {
        version,
        paths: body.patch.slice(0, 20).map((p) => p.path),
      });
      return { version, ...(behind ? { document: read.value } : {}) };
    });
  }

  private async refuseOverlap(tx: EntityManager, job: Job, body: ChangeBody): Promise<void> {
    const between = await tx.find(JobChange, {
      where: { jobId: job.id, version: MoreThan(body.baseVersion) },
      order: { version: 'ASC' },
    });
    const paths = overlappingPaths(
      body.patch,
      between.flatMap((c) => c.patch),
    );
    if (paths.length === 0) return;
    const details = paths.map((path) => {
      const last = between.findLast(
        (c) =>
          overlappingPaths(
            c.patch,
            body.patch.filter((p) => p.path === path),
          ).length > 0,
      );
      const mine = body.patch.find((p) => p.path === path);
      return {
        path,
        mine: mine?.value ?? null,
        theirs: valueAt(job.document, path) ?? null,
        by: last?.author ?? '',
        at: last?.at ?? null,
      };
    });
    throw new ConflictException({
      code: 'EDIT_CONFLICT',
      message: 'Somebody else changed the same thing.',
      remedy: 'Choose which value stays.',
      details: [{ version: job.version, document: job.document, conflicts: details }],
    });
  }

  async setArchived(id: string, archived: boolean, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      await this.find(id, tx);
      await tx.update(Job, { id }, { archived });
      await audit(tx, actor.name, archived ? 'job-archived' : 'job-restored', id);
    });
  }
}

const headOf = (doc: JobDocument) => ({
  title: doc.title,
  customer: doc.customer,
  vehicle: doc.vehicle.description,
});

function summarize(doc: JobDocument): JobSummary {
  const plan = evaluatePlan(doc);
  const count = (severity: string) => plan.findings.filter((f) => f.severity === severity).length;
  const margins = plan.states.flatMap((s) =>
    s.state.kind === 'pull' && s.values?.margin != null ? [s.values.margin] : [],
  );
  return {
    stops: count('stop'),
    fixes: count('fix'),
    notes: count('note'),
    margin: margins.length > 0 ? Math.min(...margins) : null,
  };
}

const unreadable = (errors: readonly InputError[]): UnprocessableEntityException =>
  new UnprocessableEntityException({
    code: errors[0]?.code ?? 'BAD_JOB',
    message: errors[0]?.message ?? 'The job cannot be read.',
    remedy: errors[0]?.remedy ?? '',
    details: errors.map((e) => ({ path: e.field, message: e.message, limit: e.limit, remedy: e.remedy })),
  });
