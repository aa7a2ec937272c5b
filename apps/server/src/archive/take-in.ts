import { createHash } from 'node:crypto';
import { ConflictException } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { brokenShape, checkJob } from '@venula/core/formats';
import type Joi from 'joi';
import type { DataSource, EntityManager } from 'typeorm';
import { AuditRow } from '../audit/audit.entity.ts';
import { audit } from '../audit/audit.ts';
import { Acceptance } from '../jobs/acceptance.entity.ts';
import { JobChange } from '../jobs/job-change.entity.ts';
import { Job } from '../jobs/job.entity.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { Photo } from '../photos/photo.entity.ts';
import { pictureFrom, type Picture } from '../photos/picture.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { fingerprintOf } from '../shop/keys/signing.ts';
import { keyKnown } from '../shop/keys/known-keys.ts';
import { MOST_ROWS, parsed, refused, tooLarge, unpack, type Files } from './archive-format.ts';
import { archivedJob, archivedRecord } from './archive-schemas.ts';

/** Where an import has got to. */
export interface Progress {
  readonly step: 'unpacking' | 'checking' | 'photos' | 'storing';
  readonly done: number;
  readonly of: number;
}
export type OnProgress = (progress: Progress) => void;

type Row = Record<string, unknown>;
interface ArchivedRecord {
  readonly revisions: readonly Row[];
  readonly acceptances: readonly Row[];
  readonly runs: readonly (Row & { readonly id: string })[];
  readonly readings: readonly (Row & {
    readonly kind: string;
    readonly corrects: string | null;
    readonly id: string;
  })[];
  readonly photos: readonly (Row & { readonly id: string })[];
  readonly changes: readonly Row[];
  readonly audit: readonly Row[];
}

/**
 * Takes a job in with its whole record, as it was where it came from. All of it is marked as what a file says: none of its tests
 * counts as this shop's, and none of its accepted findings is accepted here.
 * @param by who takes it in
 * @returns id of the job
 * @throws HttpException with what is wrong with the file; nothing is taken in then
 */
export async function takeIn(
  db: DataSource,
  packed: Uint8Array,
  by: string,
  tell: OnProgress,
): Promise<string> {
  tell({ step: 'unpacking', done: 0, of: 1 });
  const { files, signedBy } = unpack(packed);
  tell({ step: 'checking', done: 0, of: 1 });
  const plan = planIn(files);
  const head = checked<Row & { id: string }>(
    archivedJob,
    parsed(files.get('record/job.json'), 'record/job.json'),
  );
  const record = recordIn(files);
  const known = signedBy !== null && (await keyKnown(db.manager, signedBy.publicKey)).shop !== null;
  const pictures = await picturesOf(record, files, known, tell);
  return db.transaction(async (tx) => {
    const jobId = head.id;
    if (await tx.existsBy(Job, { id: jobId }))
      throw new ConflictException({
        code: 'JOB_IS_HERE',
        message: 'This job is in the shop already.',
        remedy: 'Open the one that is here. To try something on it, duplicate it.',
      });
    const { title, customer, vehicle } = plan;
    await tx.insert(Job, {
      ...head,
      title,
      customer,
      vehicle: vehicle.description,
      document: plan,
      imported: {
        by,
        at: new Date().toISOString(),
        signature: signedBy && { publicKey: signedBy.publicKey },
      },
    });
    await rowsInto(tx, jobId, record, pictures, tell);
    await audit(tx, by, 'job-imported', jobId, {
      title,
      from: 'archive',
      signed: signedBy && fingerprintOf(signedBy.publicKey),
    });
    return jobId;
  });
}

function planIn(files: Files): JobDocument {
  const raw = parsed(files.get('job.json'), 'job.json');
  const read = checkJob(raw);
  if (!read.ok && brokenShape(read.errors))
    throw refused(`The plan in the archive cannot be read: ${read.errors[0]!.message}.`);
  return read.ok ? read.value : (raw as JobDocument);
}

function recordIn(files: Files): ArchivedRecord {
  const raw = parsed(files.get('record/record.json'), 'record/record.json');
  // Counted before they are looked at: looking at a row takes a hundred times as long.
  const rows = Object.values(raw ?? {}).reduce<number>((n, v) => n + (Array.isArray(v) ? v.length : 0), 0);
  if (rows > MOST_ROWS) throw tooLarge(`Its record has ${rows} rows; ${MOST_ROWS} are taken.`);
  const record = checked<ArchivedRecord>(archivedRecord, raw);
  const runs = new Set(record.runs.map((r) => r.id));
  if (record.readings.some((r) => !runs.has(String(r['runId']))))
    throw refused('A reading belongs to no test of the archive.');
  return record;
}

/**
 * Decoded like any photo that comes in. What a shop we know has signed keeps its bytes, so that the job written again is equal; of any
 * other file the picture is made anew, and nothing else that may lie in the bytes is kept.
 */
async function picturesOf(
  { photos }: ArchivedRecord,
  files: Files,
  keep: boolean,
  tell: OnProgress,
): Promise<ReadonlyMap<string, Picture>> {
  const pictures = new Map<string, Picture>();
  for (const { id } of photos) {
    const bytes = files.get(`photos/${id}.jpg`);
    if (!bytes) throw refused('A photo of the record is missing in the archive.');
    const picture = await pictureFrom(Buffer.from(bytes));
    pictures.set(id, keep ? { ...picture, bytes: Buffer.from(bytes) } : picture);
    tell({ step: 'photos', done: pictures.size, of: photos.length });
  }
  return pictures;
}

async function rowsInto(
  tx: EntityManager,
  jobId: string,
  record: ArchivedRecord,
  pictures: ReadonlyMap<string, Picture>,
  tell: OnProgress,
): Promise<void> {
  const lists = [record.revisions, record.acceptances, record.changes, record.runs, record.audit];
  const all = lists.reduce((n, l) => n + l.length, record.readings.length);
  let done = 0;
  const inParts = async (
    rows: readonly Row[],
    insert: (part: never[]) => Promise<unknown>,
  ): Promise<void> => {
    for (let i = 0; i < rows.length; i += PART) {
      const part = rows.slice(i, i + PART);
      await insert(part as never[]);
      done += part.length;
      tell({ step: 'storing', done, of: all });
    }
  };
  const ofJob = (rows: readonly Row[]): Row[] => rows.map((r) => ({ ...r, jobId, fromFile: true }));
  await inParts(ofJob(record.revisions), (rows) => tx.insert(Revision, rows));
  await inParts(ofJob(record.acceptances), (rows) => tx.insert(Acceptance, rows));
  await inParts(ofJob(record.changes), (rows) => tx.insert(JobChange, rows));
  await inParts(ofJob(record.runs), (rows) => tx.insert(TestRun, rows));
  const readings = inOrder(record.readings).map((r): Row => ({ ...r, fromFile: true }));
  await inParts(readings, (rows) => tx.insert(TestReading, rows));
  for (const photo of record.photos) {
    const picture = pictures.get(photo.id)!;
    const sha256 = createHash('sha256').update(picture.bytes).digest('hex');
    await tx.insert(Photo, { ...photo, ...picture, jobId, sha256, fromFile: true });
  }
  await inParts(ofJob(record.audit), (rows) => tx.insert(AuditRow, rows));
}

/** What is corrected before what corrects it, and a sign-off last: nothing comes in behind one. */
function inOrder(readings: ArchivedRecord['readings']): ArchivedRecord['readings'] {
  const ends = (kind: string): boolean => kind === 'sign-off' || kind === 'confirm';
  const rest = readings.filter((r) => !ends(r.kind));
  const waiting = new Map(rest.filter((r) => r.corrects !== null).map((r) => [r.id, r]));
  const out = rest.filter((r) => r.corrects === null);
  for (const first of rest) {
    // Back along what it corrects, then forward again: a chain may be as long as the list.
    const chain: (typeof rest)[number][] = [];
    for (let r = waiting.get(first.id); r; r = waiting.get(r.corrects!)) {
      waiting.delete(r.id);
      chain.push(r);
    }
    out.push(...chain.reverse());
  }
  return [...out, ...readings.filter((r) => ends(r.kind))];
}

const PART = 500;

function checked<T>(schema: Joi.ObjectSchema, value: unknown): T {
  const read = schema.validate(value, { convert: true, abortEarly: true });
  if (read.error) throw refused(`The record in the archive is not whole: ${read.error.message}.`);
  return read.value as T;
}
