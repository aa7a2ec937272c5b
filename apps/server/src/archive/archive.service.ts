import { Injectable } from '@nestjs/common';
import type { JobDocument } from '@venula/core/document';
import { checkJob, csvCell, wireListCsv, wiringSvg, writeJob } from '@venula/core/formats';
import { billOfMaterials } from '@venula/core/supply';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { AuditRow } from '../audit/audit.entity.ts';
import { Acceptance } from '../jobs/acceptance.entity.ts';
import { JobChange } from '../jobs/job-change.entity.ts';
import { Job } from '../jobs/job.entity.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { Photo } from '../photos/photo.entity.ts';
import { ShopKeysService } from '../shop/keys/shop-keys.service.ts';
import { ShopService } from '../shop/shop.service.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { json, pack, text, type Files } from './archive-format.ts';
import { ArchiveImports } from './archive-imports.ts';

type Row = Record<string, unknown>;

/** Without the keys that say which job it is: it may be another one where it arrives. */
const without = (rows: readonly object[], ...keys: string[]): Row[] =>
  rows.map((r) => Object.fromEntries(Object.entries(r).filter(([k]) => !keys.includes(k))));

@Injectable()
export class ArchiveService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly shop: ShopService,
    private readonly keys: ShopKeysService,
    private readonly imports: ArchiveImports,
  ) {}

  /** Everything the shop holds of a job, at one moment. */
  async write(jobId: string): Promise<Uint8Array> {
    await this.jobs.find(jobId);
    const files = await this.db.transaction('REPEATABLE READ', (tx) => this.filesOf(tx, jobId));
    const { publicKey, privateKey } = await this.keys.own();
    return pack(files, { shop: (await this.shop.face()).name, publicKey, privateKey: privateKey! });
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
      revisions: without(
        await tx.find(Revision, { where, order: { at: 'ASC', id: 'ASC' } }),
        'jobId',
        'fromFile',
      ),
      acceptances: without(
        await tx.find(Acceptance, { where, order: { at: 'ASC', id: 'ASC' } }),
        'jobId',
        'fromFile',
      ),
      runs: without(runs, 'jobId', 'fromFile'),
      readings: without(readings, 'authorId', 'fromFile'),
      photos: without(photos, 'jobId', 'width', 'height', 'fromFile'),
      changes: without(await tx.find(JobChange, { where, order: { version: 'ASC' } }), 'jobId', 'fromFile'),
      audit: without(await tx.find(AuditRow, { where, order: { id: 'ASC' } }), 'id', 'jobId', 'fromFile'),
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

  /** Takes a job in, in a thread of its own. */
  async read(packed: Uint8Array, actor: Actor) {
    return this.jobs.opened(await this.imports.run(packed, actor));
  }
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
