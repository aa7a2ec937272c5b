import { Injectable } from '@nestjs/common';
import type { RecordedRun } from '@venula/core/formats';
import type { UnitSystem } from '@venula/core/quantities';
import { DataSource, In } from 'typeorm';
import { Acceptance } from '../jobs/acceptance.entity.ts';
import { JobsService } from '../jobs/jobs.service.ts';
import { Revision } from '../jobs/revision.entity.ts';
import { Photo } from '../photos/photo.entity.ts';
import { TestReading } from '../records/test-reading.entity.ts';
import { TestRun } from '../records/test-run.entity.ts';
import { ShopService } from '../shop/shop.service.ts';
import { MOST_PHOTOS } from './handover-schemas.ts';
import { foundOf, standing } from '../records/outcome.ts';
import { PaperQueue } from './paper-queue.ts';

/** What was read last at each step, and with what. */
function lastMeasured(readings: readonly TestReading[]) {
  const rows = standing(readings).filter((r) => r.kind === 'measured');
  const newest = new Map(rows.map((r) => [String(r.payload['stepId']), r]));
  return [...newest].map(([stepId, { payload }]) => ({
    stepId,
    value: Number(payload['value']),
    by: (payload['by'] as { name?: string } | undefined)?.name ?? 'typed',
  }));
}

@Injectable()
export class HandoverService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly papers: PaperQueue,
    private readonly shop: ShopService,
  ) {}

  async pdf(jobId: string, system: UnitSystem, chosen?: readonly string[]) {
    const job = await this.jobs.findReadable(jobId);
    const { document, number, title, version } = job;
    const where = { jobId };
    const order = { at: 'ASC' } as const;
    const acceptances = await this.db.getRepository(Acceptance).find({ where, order });
    const revisions = await this.db.getRepository(Revision).find({ where, order });
    const rows = await this.readings(jobId);
    const held = {
      runs: await this.runs(jobId, rows),
      found: foundOf(rows),
      acceptances: acceptances.map(({ findingKey, fingerprint, reason, author, role, fromFile }) => ({
        findingKey,
        fingerprint,
        reason,
        author,
        role,
        fromFile,
      })),
      revisions: revisions.map((r) => ({
        name: r.name,
        version: r.version,
        author: r.author,
        fromFile: r.fromFile,
      })),
      imported: await this.jobs.originOf(job),
    };
    const found = await this.db.getRepository(Photo).find({
      where: chosen ? { jobId, id: In([...chosen]) } : where,
      order,
      take: MOST_PHOTOS,
      select: { id: true, caption: true, bytes: true },
    });
    // In the order they were chosen.
    const photos = chosen ? [...found].sort((a, b) => chosen.indexOf(a.id) - chosen.indexOf(b.id)) : found;
    const { name, address } = await this.shop.face();
    const bytes = await this.papers.make({
      document,
      held,
      system,
      head: {
        shop: { name, address, logo: await this.shop.logo() },
        number,
        title,
        version,
        made: new Date().toISOString(),
        photos: photos.map((p) => ({ caption: p.caption, bytes: p.bytes })),
      },
    });
    return { name: `job-${String(number).padStart(4, '0')}-version-${version}.pdf`, bytes };
  }

  /** Every reading of a job, in the order they were taken. */
  private readings(jobId: string): Promise<TestReading[]> {
    return this.db
      .getRepository(TestReading)
      .createQueryBuilder('r')
      .innerJoin(TestRun, 'run', 'run.id = r.run_id AND run.job_id = :jobId', { jobId })
      .orderBy('r.takenAt')
      .addOrderBy('r.at')
      .getMany();
  }

  private async runs(jobId: string, readings: readonly TestReading[]): Promise<RecordedRun[]> {
    const runs = await this.db.getRepository(TestRun).find({ where: { jobId }, order: { at: 'ASC' } });
    return runs.map(({ id, kind, author, at, setup, fromFile }) => {
      const own = readings.filter((r) => r.runId === id);
      const end = own.find((r) => r.kind === 'sign-off');
      return {
        kind,
        author: end?.author ?? author,
        at: (end?.takenAt ?? at).toISOString(),
        outcome: end?.payload ?? null,
        readings: own.filter((r) => r.kind !== 'sign-off' && r.kind !== 'confirm').length,
        lines: (setup as { lines?: readonly string[] }).lines,
        measured: lastMeasured(own),
        fromFile,
        confirmedBy: own.find((r) => r.kind === 'confirm' && !r.fromFile)?.author ?? null,
      };
    });
  }
}
