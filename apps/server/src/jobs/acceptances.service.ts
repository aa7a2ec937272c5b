import { ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import { shortened } from '@venula/core/quantities';
import { DataSource, type EntityManager } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { idTaken } from '../common/id-taken.ts';
import { insertOnce } from '../db/insert-once.ts';
import { JudgementsService } from '../judging/judgements.service.ts';
import { Acceptance } from './acceptance.entity.ts';
import type { AcceptBody } from './job-schemas.ts';
import { JobsService } from './jobs.service.ts';

@Injectable()
export class AcceptancesService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
    private readonly judgements: JudgementsService,
  ) {}

  async list(jobId: string): Promise<Acceptance[]> {
    await this.jobs.find(jobId);
    return this.db.getRepository(Acceptance).find({ where: { jobId }, order: { at: 'DESC' } });
  }

  /**
   * Accepts the finding as the server itself finds it now: severity and numbers are never taken from the page.
   * A technician may accept notes and fixes; a stop takes a lead.
   */
  async accept(jobId: string, body: AcceptBody, actor: Actor): Promise<Acceptance> {
    const already = await this.known(this.db.manager, jobId, body);
    if (already) return already;
    await this.jobs.findOpen(jobId);
    const job = await this.jobs.findReadable(jobId);
    const finding = (await this.judgements.findings(job)).find((f) => f.key === body.findingKey);
    if (!finding)
      throw new NotFoundException({
        code: 'NO_SUCH_FINDING',
        message: 'The plan no longer has this finding.',
        remedy: 'Reload the findings.',
      });
    if (finding.severity === 'stop' && actor.role !== 'lead') {
      throw new ForbiddenException({
        code: 'LEAD_NEEDED',
        message: 'Only a lead technician accepts a stop.',
      });
    }
    return this.db.transaction(async (tx) => {
      // Archived meanwhile, its record is closed.
      await this.jobs.findOpen(jobId, tx);
      const inserted = await insertOnce(tx, Acceptance, {
        id: body.acceptanceId,
        jobId,
        findingKey: body.findingKey,
        fingerprint: finding.fingerprint,
        severity: finding.severity,
        title: shortened(finding.title, 400),
        reason: body.reason,
        author: actor.name,
        role: actor.role,
      });
      const row = await this.known(tx, jobId, body);
      if (!row) throw idTaken('acceptance');
      if (inserted)
        await audit(tx, actor.name, 'finding-accepted', jobId, {
          finding: body.findingKey,
          severity: finding.severity,
          reason: body.reason,
        });
      return row;
    });
  }

  /** The same acceptance sent before. */
  private async known(tx: EntityManager, jobId: string, body: AcceptBody): Promise<Acceptance | null> {
    const row = await tx.findOneBy(Acceptance, { id: body.acceptanceId });
    if (row && (row.jobId !== jobId || row.findingKey !== body.findingKey || row.reason !== body.reason))
      throw idTaken('acceptance');
    return row;
  }
}
