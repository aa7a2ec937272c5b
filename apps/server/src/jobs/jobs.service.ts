import {
  ConflictException,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { inRoundFigures, type JobDocument, PATTERNS, withShopLimits } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { addedErrors, brokenShape, checkJob, overlappingPaths, valueAt } from '@venula/core/formats';
import type { InputError } from '@venula/core/outcome';
import { shortened } from '@venula/core/quantities';
import { isDeepStrictEqual } from 'node:util';
import { DataSource, MoreThan, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { AuditRow } from '../audit/audit.entity.ts';
import { audit } from '../audit/audit.ts';
import { idTaken } from '../common/id-taken.ts';
import { lineageOf } from '../shop/lineage.ts';
import { ShopKeysService } from '../shop/keys/shop-keys.service.ts';
import { ShopService } from '../shop/shop.service.ts';
import { JobChange } from './job-change.entity.ts';
import type { ChangeBody, NewJob } from './job-schemas.ts';
import { Job } from './job.entity.ts';

export interface ChangeResult {
  /** Version of the job this answer stands for: of the document, where it carries one. */
  readonly version: number;
  /** Sent back when somebody else's changes were in between, so that the page catches up. */
  readonly document?: JobDocument;
}

/** A page farther behind than this reloads: what was changed meanwhile is not read through for one request. */
const MOST_BEHIND = 2_000;

/** A copy has no photos yet: what lies behind the views of its car stays with the job it was taken for. */
function withoutPictures(document: JobDocument): JobDocument {
  if (!document.routing?.backdrops) return document;
  const { backdrops: _, ...routing } = document.routing;
  return { ...document, routing };
}

function refuseArchived(job: Job): void {
  if (job.archived)
    throw new ConflictException({
      code: 'JOB_ARCHIVED',
      message: 'This job is archived: its record is closed.',
      remedy: 'Ask a lead to restore it.',
    });
}

@Injectable()
export class JobsService {
  constructor(
    private readonly db: DataSource,
    private readonly shop: ShopService,
    private readonly keys: ShopKeysService,
  ) {}

  async find(id: string, tx: EntityManager = this.db.manager): Promise<Job> {
    const job = await tx.findOneBy(Job, { id });
    if (!job) throw new NotFoundException({ code: 'NO_SUCH_JOB', message: 'There is no such job.' });
    return job;
  }

  /** A job as its page opens it: with where it came from, and which count its version is of. */
  async opened(id: string) {
    const job = await this.find(id);
    const { id: lineage } = await lineageOf(this.db.manager);
    return { ...job, lineage, imported: await this.originOf(job) };
  }

  /** Where a job came from, and who signed that; null: it was begun here. */
  async originOf({ imported }: Job) {
    if (!imported) return null;
    const { by, at, signature } = imported;
    if (!signature) return { by, at, signedBy: null };
    const { publicKey } = signature;
    return { by, at, signedBy: { ...(await this.keys.known(publicKey)), publicKey } };
  }

  /**
   * A job that takes changes and readings.
   * @throws ConflictException once it is archived: its record is closed until a lead restores it
   */
  async findOpen(id: string, tx: EntityManager = this.db.manager): Promise<Job> {
    const job = await this.find(id, tx);
    refuseArchived(job);
    return job;
  }

  /** A job whose plan can be worked with. */
  async findReadable(id: string): Promise<Job> {
    const job = await this.find(id);
    const read = checkJob(job.document);
    if (!read.ok && brokenShape(read.errors)) throw unreadable(read.errors);
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

  private async startingDocument({ title, document, copyOf, pattern, units }: NewJob): Promise<JobDocument> {
    if (document !== undefined) {
      const read = checkJob(document);
      if (!read.ok) throw unreadable(read.errors);
      return title ? { ...read.value, title } : read.value;
    }
    if (copyOf !== undefined) {
      const from = withoutPictures((await this.findReadable(copyOf)).document);
      return { ...from, title: title ?? shortened(`Copy of ${from.title}`, 120) };
    }
    const plan = inRoundFigures(PATTERNS.find((p) => p.id === pattern)!.job(title!), units);
    return withShopLimits(plan, (await this.shop.face()).limits);
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
      if (!already) refuseArchived(job);
      if (already) {
        if (already.jobId !== id || !sameChange(already, body)) throw idTaken('change');
        // The first answer again, with the document wherever the page cannot know what it holds by now.
        const alone = already.version === body.baseVersion + 1 && already.version === job.version;
        return { version: job.version, ...(alone ? {} : { document: job.document }) };
      }
      const lineage = await lineageOf(tx);
      // A version of before a restore is none of now, whatever its number; one that says nothing may be either.
      if (body.lineage === undefined ? lineage.restored : body.lineage !== lineage.id)
        throw new ConflictException({
          code: 'OTHER_LINEAGE',
          message: 'A backup was put back since this was entered.',
          remedy: 'Look at what the job holds now, then apply it again or drop it.',
        });
      if (body.baseVersion > job.version) {
        throw new ConflictException({
          code: 'FUTURE_VERSION',
          message: 'This page knows a newer version than the server.',
          remedy: 'Reload the page.',
        });
      }
      if (job.version - body.baseVersion > MOST_BEHIND) {
        throw new ConflictException({
          code: 'TOO_FAR_BEHIND',
          message: `The job has changed ${job.version - body.baseVersion} times since this page read it.`,
          remedy: 'Reload the page and make the change again.',
        });
      }
      const behind = body.baseVersion < job.version;
      if (behind) await this.refuseOverlap(tx, job, body);
      const patched = applyPatch(job.document, body.patch);
      if (!patched.ok) throw unreadable(patched.errors);
      const document = patched.value;
      const added = addedErrors(job.document, document);
      if (added.length > 0) throw unreadable(added);
      const version = job.version + 1;
      await tx.update(Job, { id }, { ...headOf(document), document, version, updatedBy: actor.name });
      await tx.insert(JobChange, {
        id: body.changeId,
        jobId: id,
        clientId: body.clientId ?? null,
        baseVersion: body.baseVersion,
        version,
        patch: body.patch as never,
        author: actor.name,
      });
      await audit(tx, actor.name, 'plan-changed', id, {
        version,
        paths: body.patch.slice(0, 20).map((p) => p.path),
      });
      return { version, ...(behind ? { document } : {}) };
    });
  }

  private async refuseOverlap(tx: EntityManager, job: Job, body: ChangeBody): Promise<void> {
    const since = await tx.find(JobChange, {
      where: { jobId: job.id, version: MoreThan(body.baseVersion) },
      order: { version: 'ASC' },
    });
    // What one page did in a row it knew, whichever of its changes came first.
    const between = since.filter((c) => !c.clientId || c.clientId !== body.clientId);
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

  /** What happened to a job, the newest first. */
  async audit(id: string): Promise<AuditRow[]> {
    await this.find(id);
    return this.db.getRepository(AuditRow).find({ where: { jobId: id }, order: { id: 'DESC' }, take: 500 });
  }

  async setArchived(id: string, archived: boolean, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      await this.find(id, tx);
      await tx.update(Job, { id }, { archived });
      await audit(tx, actor.name, archived ? 'job-archived' : 'job-restored', id);
    });
  }
}

/** What the list shows and searches of a document, however broken it is. */
const headOf = (doc: JobDocument) => {
  const text = (value: unknown): string => (typeof value === 'string' ? value : '');
  const { title, customer, vehicle } = doc as Partial<JobDocument>;
  return { title: text(title), customer: text(customer), vehicle: text(vehicle?.description) };
};

const sameChange = (stored: JobChange, sent: ChangeBody): boolean =>
  stored.baseVersion === sent.baseVersion &&
  isDeepStrictEqual(stored.patch, JSON.parse(JSON.stringify(sent.patch)));

const unreadable = (errors: readonly InputError[]): UnprocessableEntityException =>
  new UnprocessableEntityException({
    code: errors[0]?.code ?? 'BAD_JOB',
    message: errors[0]?.message ?? 'The job cannot be read.',
    remedy: errors[0]?.remedy ?? '',
    details: errors.map((e) => ({ path: e.field, message: e.message, limit: e.limit, remedy: e.remedy })),
  });
