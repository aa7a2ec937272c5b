import { Injectable } from '@nestjs/common';
import type { RecordedRun } from '@venula/core/formats';
import type { UnitSystem } from '@venula/core/quantities';
import { DataSource } from 'typeorm';
import { Acceptance } from '../jobs/acceptance.entity.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { JudgePool } from '../judging/judge-pool.ts';
import { Photo } from '../photos/photo.entity.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { recordPdf } from './record-pdf.ts';

/** More on paper nobody looks through; the whole job as a file has them all. */
const MOST_PHOTOS = 24;
const SHOP = 'Saltmarsh Speed & Fuel';

@Injectable()
export class HandoverService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly pool: JudgePool,
  ) {}

  async pdf(jobId: string, system: UnitSystem): Promise<Buffer> {
    const { document, number, title, version } = await this.jobs.findReadable(jobId);
    const where = { jobId };
    const order = { at: 'ASC' } as const;
    const acceptances = await this.db.getRepository(Acceptance).find({ where, order });
    const revisions = await this.db.getRepository(Revision).find({ where, order });
    const held = {
      runs: await this.runs(jobId),
      acceptances: acceptances.map(({ findingKey, reason, author, role }) => ({
        findingKey,
        reason,
        author,
        role,
      })),
      revisions: revisions.map((r) => ({ name: r.name, version: r.version, author: r.author })),
    };
    const sheet = await this.pool.now({ ask: 'record-sheet', document, held, system });
    const photos = await this.db.getRepository(Photo).find({
      where,
      order,
      take: MOST_PHOTOS,
      select: { id: true, caption: true, bytes: true },
    });
    return recordPdf(sheet, { shop: SHOP, number, title, version, made: new Date().toISOString(), photos });
  }

  private async runs(jobId: string): Promise<RecordedRun[]> {
    const runs = await this.db.getRepository(TestRun).find({ where: { jobId }, order: { at: 'ASC' } });
    const readings = await this.db
      .getRepository(TestReading)
      .createQueryBuilder('r')
      .innerJoin(TestRun, 'run', 'run.id = r.run_id AND run.job_id = :jobId', { jobId })
      .getMany();
    return runs.map(({ id, kind, author, at }) => {
      const own = readings.filter((r) => r.runId === id);
      const end = own.find((r) => r.kind === 'sign-off');
      return {
        kind,
        author: end?.author ?? author,
        at: (end?.takenAt ?? at).toISOString(),
        outcome: end?.payload ?? null,
        readings: own.filter((r) => r.kind !== 'sign-off').length,
      };
    });
  }
}
