import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/sessions.service.ts';
import { audit } from '../audit/audit.ts';
import { JobsService } from './jobs.service.ts';
import { Revision } from './revision.entity.ts';

@Injectable()
export class RevisionsService {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: JobsService,
  ) {}

  async list(jobId: string) {
    await this.jobs.find(jobId);
    return this.db.getRepository(Revision).find({
      where: { jobId },
      order: { at: 'DESC' },
      select: { id: true, name: true, version: true, author: true, at: true },
    });
  }

  async find(jobId: string, id: string): Promise<Revision> {
    const revision = await this.db.getRepository(Revision).findOneBy({ id, jobId });
    if (!revision)
      throw new NotFoundException({ code: 'NO_SUCH_REVISION', message: 'There is no such revision.' });
    return revision;
  }

  /** Freezes the document as it is now under a name; a name is given once a job. */
  freeze(jobId: string, name: string, actor: Actor) {
    return this.db.transaction(async (tx) => {
      const { document, version } = await this.jobs.findOpen(jobId, tx);
      if (await tx.existsBy(Revision, { jobId, name })) {
        throw new ConflictException({
          code: 'NAME_TAKEN',
          message: `There already is a revision "${name}".`,
          remedy: 'Choose another name.',
        });
      }
      const saved = await tx.save(
        tx.create(Revision, { jobId, name, document, version, author: actor.name }),
      );
      await audit(tx, actor.name, 'revision-frozen', jobId, { name, version });
      return { id: saved.id, name, version, author: actor.name, at: saved.at };
    });
  }
}
