import { ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import { evaluatePlan, findingFingerprint, findingKey } from '@venula/core';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/accounts.service.ts';
import { audit } from '../audit/audit.ts';
import { Acceptance } from './acceptance.entity.ts';
import type { AcceptBody } from './job-schemas.ts';
import { JobsService } from './jobs.service.ts';

@Injectable()
export class AcceptancesService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
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
    return this.db.transaction(async (tx) => {
      const job = await this.jobs.find(jobId, tx);
      const already = await tx.findOneBy(Acceptance, { id: body.acceptanceId, jobId });
      if (already) return already;
      const finding = evaluatePlan(job.document).findings.find((f) => findingKey(f) === body.findingKey);
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
      const row = await tx.save(
        tx.create(Acceptance, {
          id: body.acceptanceId,
          jobId,
          findingKey: body.findingKey,
          fingerprint: findingFingerprint(finding),
          severity: finding.severity,
          title: finding.title.slice(0, 400),
          reason: body.reason,
          author: actor.name,
          role: actor.role,
        }),
      );
      await audit(tx, actor.name, 'finding-accepted', jobId, {
        finding: body.findingKey,
        severity: finding.severity,
        reason: body.reason,
      });
      return row;
    });
  }
}
