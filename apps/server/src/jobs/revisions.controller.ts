import {
  Body,
  ConflictException,
  Controller,
  Get,
  NotFoundException,
  Param,
  ParseUUIDPipe,
  Post,
} from '@nestjs/common';
import { ApiBody, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import type { Actor } from '../accounts/accounts.service.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { audit } from '../audit/audit.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { revisionBody, type RevisionBody } from './job-schemas.ts';
import { JobsService } from './jobs.service.ts';
import { Revision } from './revision.entity.ts';

@ApiTags('revisions')
@Controller('v1/jobs/:id/revisions')
export class RevisionsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly db: DataSource,
  ) {}

  @Get()
  async list(@Param('id', ParseUUIDPipe) id: string) {
    await this.jobs.find(id);
    return this.db.getRepository(Revision).find({
      where: { jobId: id },
      order: { at: 'DESC' },
      select: { id: true, name: true, version: true, author: true, at: true },
    });
  }

  @Get(':revisionId')
  async get(@Param('id', ParseUUIDPipe) id: string, @Param('revisionId', ParseUUIDPipe) revisionId: string) {
    const revision = await this.db.getRepository(Revision).findOneBy({ id: revisionId, jobId: id });
    if (!revision)
      throw new NotFoundException({ code: 'NO_SUCH_REVISION', message: 'There is no such revision.' });
    return revision;
  }

  @Post()
  @ApiBody({ schema: { type: 'object', required: ['name'], properties: { name: { type: 'string' } } } })
  async freeze(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(revisionBody)) { name }: RevisionBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.db.transaction(async (tx) => {
      const job = await this.jobs.find(id, tx);
      if (await tx.existsBy(Revision, { jobId: id, name })) {
        throw new ConflictException({
          code: 'NAME_TAKEN',
          message: `There already is a revision "${name}".`,
          remedy: 'Choose another name.',
        });
      }
      const { document, version } = job;
      const saved = await tx.save(
        tx.create(Revision, { jobId: id, name, document, version, author: actor.name }),
      );
      await audit(tx, actor.name, 'revision-frozen', id, { name, version });
      return { id: saved.id, name, version, author: actor.name, at: saved.at };
    });
  }
}
