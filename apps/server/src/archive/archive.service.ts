import { createHash } from 'node:crypto';
import { ConflictException, Injectable } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { brokenShape, checkJob, csvCell, wireListCsv, wiringSvg, writeJob } from '@venula/core/formats';
import { billOfMaterials } from '@venula/core/supply';
import type Joi from 'joi';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { AuditRow } from '../audit/audit.entity.ts';
import { audit } from '../audit/audit.ts';
import { Acceptance } from '../jobs/acceptance.entity.ts';
import { JobChange } from '../jobs/job-change.entity.ts';
import { Job } from '../jobs/job.entity.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { Photo } from '../photos/photo.entity.ts';
import { pictureFrom } from '../photos/picture.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { json, pack, parsed, refused, text, unpack, type Files } from './archive-format.ts';
import { archivedJob, archivedRecord } from './archive-schemas.ts';

type Row = Record<string, unknown>;
interface ArchivedRecord {
  revisions: Row[];
  acceptances: Row[];
  runs: (Row & { id: string })[];
  readings: (Row & { kind: string; takenAt: Date; corrects: string | null; id: string })[];
  photos: (Row & { id: string })[];
  changes: Row[];
  audit: Row[];
}

/** Without the keys that say which job it is: it may be another one where it arrives. */
const without = (rows: readonly object[], ...keys: string[]): Row[] =>
  rows.map((r) => Object.fromEntries(Object.entries(r).filter(([k]) => !keys.includes(k))));

@Injectable()
export class ArchiveService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
  ) {}

  /** Everything the shop holds of a job, at one moment. */
  async write(jobId: string): Promise<Uint8Array> {
    await this.jobs.find(jobId);
    const files = await this.db.transaction('REPEATABLE READ', (tx) => this.filesOf(tx, jobId));
    return pack(files);
  }

  private async filesOf(tx: EntityManager, jobId: string): Promise<Files> {
    const job = await tx.findOneByOrFail(Job, { id: jobId });
    const where = { jobId };
    const runs = await tx.find(TestRun, { where, order: { at: 'ASC', id: 'ASC' } });
    const readings = await tx
      .createQueryBuilder(TestReading, 'r')
      .innerJoin(TestRun, 'run', 'run.id = r.run_id AND run.job_id = :jobId', { jobId })
      .orderBy('r.at', 'ASC')
      .addOrderBy('r.id', 'ASC')
      .getMany();
    const photos = await tx.find(Photo, { where, order: { at: 'ASC', id: 'ASC' } });
    const record = {
      revisions: without(await tx.find(Revision, { where, order: { at: 'ASC', id: 'ASC' } }), 'jobId'),
      acceptances: without(await tx.find(Acceptance, { where, order: { at: 'ASC', id: 'ASC' } }), 'jobId'),
      runs: without(runs, 'jobId'),
      readings: without(readings, 'authorId'),
      photos: without(photos, 'jobId', 'width', 'height'),
      changes: without(await tx.find(JobChange, { where, order: { version: 'ASC' } }), 'jobId'),
      audit: without(await tx.find(AuditRow, { where, order: { id: 'ASC' } }), 'id', 'jobId'),
    };
    const { document, id, version, createdAt, updatedAt, updatedBy, archived } = job;
    const files = new Map<string, Uint8Array>([
      ['job.json', text(writeJob(document))],
      ['record/job.json', json({ id, version, createdAt, updatedAt, updatedBy, archived })],
      ['record/record.json', json(record)],
      ...forPeople(document),
    ]);
    for (const { id: photo } of photos) {
      const { bytes } = await tx.findOneOrFail(Photo, {
        where: { id: photo },
        select: { id: true, bytes: true },
      });
      files.set(`photos/${photo}.jpg`, bytes);
    }
    return files;
  }

  /** Takes a job in with its whole record, as it was where it came from. */
  async read(packed: Uint8Array, actor: Actor): Promise<Job> {
    const files = unpack(packed);
    const document = checkJob(parsed(files.get('job.json'), 'job.json'));
    if (!document.ok && brokenShape(document.errors))
      throw refused(`The plan in the archive cannot be read: ${document.errors[0]!.message}.`);
    const plan = document.ok ? document.value : (parsed(files.get('job.json'), 'job.json') as JobDocument);
    const head = checked<Row & { id: string }>(
      archivedJob,
      parsed(files.get('record/job.json'), 'record/job.json'),
    );
    const record = checked<ArchivedRecord>(
      archivedRecord,
      parsed(files.get('record/record.json'), 'record/record.json'),
    );
    const pictures = new Map<string, Awaited<ReturnType<typeof pictureFrom>>>();
    // Decoded like any photo that comes in, so that only pictures are kept; the bytes themselves are stored unchanged, so that
    // the job exported again is equal.
    for (const { id } of record.photos) {
      const bytes = files.get(`photos/${id}.jpg`);
      if (!bytes) throw refused('A photo of the record is missing in the archive.');
      pictures.set(id, { ...(await pictureFrom(Buffer.from(bytes))), bytes: Buffer.from(bytes) });
    }
    return this.db.transaction(async (tx) => {
      if (await tx.existsBy(Job, { id: head.id }))
        throw new ConflictException({
          code: 'JOB_IS_HERE',
          message: 'This job is in the shop already.',
          remedy: 'Open the one that is here. To try something on it, duplicate it.',
        });
      const jobId = head.id;
      const { title, customer, vehicle } = plan;
      const { id: _, ...rest } = head;
      await tx.insert(Job, {
        ...rest,
        id: jobId,
        title,
        customer,
        vehicle: vehicle.description,
        document: plan,
      });
      await this.rowsInto(tx, jobId, record, pictures);
      await audit(tx, actor.name, 'job-imported', jobId, { title, from: 'archive' });
      return tx.findOneByOrFail(Job, { id: jobId });
    });
  }

  private async rowsInto(
    tx: EntityManager,
    jobId: string,
    record: ArchivedRecord,
    pictures: ReadonlyMap<
      string,
      { readonly bytes: Buffer; readonly width: number; readonly height: number }
    >,
  ): Promise<void> {
    const runs = new Set(record.runs.map((r) => r.id));
    if (record.readings.some((r) => !runs.has(String(r['runId']))))
      throw refused('A reading belongs to no test of the archive.');
    const of = (rows: readonly Row[]): never[] => rows.map((r) => ({ ...r, jobId })) as never[];
    await inParts(of(record.revisions), (rows) => tx.insert(Revision, rows));
    await inParts(of(record.acceptances), (rows) => tx.insert(Acceptance, rows));
    await inParts(of(record.changes), (rows) => tx.insert(JobChange, rows));
    await inParts(of(record.runs), (rows) => tx.insert(TestRun, rows));
    // What is corrected before what corrects it, and a sign-off last: nothing comes in behind one.
    const order = (r: ArchivedRecord['readings'][number]) => (r.kind === 'sign-off' ? 2 : r.corrects ? 1 : 0);
    for (const rank of [0, 1, 2]) {
      const rows = record.readings.filter((r) => order(r) === rank);
      if (rank === 1) for (const row of chained(rows)) await tx.insert(TestReading, row as never);
      else await inParts(rows as never[], (part) => tx.insert(TestReading, part));
    }
    for (const photo of record.photos) {
      const picture = pictures.get(photo.id)!;
      const sha256 = createHash('sha256').update(picture.bytes).digest('hex');
      await tx.insert(Photo, { ...photo, ...picture, jobId, sha256 });
    }
    await inParts(of(record.audit), (rows) => tx.insert(AuditRow, rows));
  }
}

/** Corrections of corrections after what they correct. */
function chained<R extends { readonly id: string; readonly corrects: string | null }>(
  rows: readonly R[],
): R[] {
  const waiting = new Map(rows.map((r) => [r.id, r]));
  const out: R[] = [];
  const put = (row: R): void => {
    if (!waiting.delete(row.id)) return;
    const before = row.corrects === null ? undefined : waiting.get(row.corrects);
    if (before) put(before);
    out.push(row);
  };
  rows.forEach(put);
  return out;
}

const PART = 500;
async function inParts(rows: readonly never[], insert: (rows: never[]) => Promise<unknown>): Promise<void> {
  for (let i = 0; i < rows.length; i += PART) await insert(rows.slice(i, i + PART));
}

function checked<T>(schema: Joi.ObjectSchema, value: unknown): T {
  const read = schema.validate(value, { convert: true, abortEarly: true });
  if (read.error) throw refused(`The record in the archive is not whole: ${read.error.message}.`);
  return read.value as T;
}

/** What people and other programs read. */
function forPeople(document: JobDocument): [string, Uint8Array][] {
  const read = checkJob(document);
  if (!read.ok) return [];
  const parts = billOfMaterials(document).map((l) =>
    [l.group, l.part, String(l.quantity), l.unit, String(l.toMeasure ?? ''), l.note, l.problem ?? '']
      .map(csvCell)
      .join(','),
  );
  return [
    [
      'parts.csv',
      text(['group,part,quantity,unit,lines to measure,note,problem', ...parts, ''].join('\r\n')),
    ],
    ['wires.csv', text(wireListCsv(document))],
    ['wiring.svg', text(wiringSvg(document))],
    [
      'README.txt',
      text(
        'job.json is the plan (SI units, schema in the documentation). record/ is the whole record: revisions, accepted findings,\ntests with every reading, photos, changes and who did what. parts.csv, wires.csv and wiring.svg are made from the plan.\nTo take it into another shop: Jobs, New job, From a file.\n',
      ),
    ],
  ];
}
