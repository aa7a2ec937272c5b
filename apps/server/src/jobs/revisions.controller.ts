import { Body, Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { revisionBody, type RevisionBody } from './job-schemas.ts';
import { RevisionsService } from './revisions.service.ts';

@ApiTags('revisions')
@Controller('v1/jobs/:id/revisions')
export class RevisionsController {
  constructor(private readonly revisions: RevisionsService) {}

  @Allows('everyone')
  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.revisions.list(id);
  }

  @Allows('everyone')
  @Get(':revisionId')
  get(@Param('id', ParseUUIDPipe) id: string, @Param('revisionId', ParseUUIDPipe) revisionId: string) {
    return this.revisions.find(id, revisionId);
  }

  @Allows('technicians')
  @Post()
  @Describes('NewRevision', revisionBody)
  freeze(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(revisionBody)) { name }: RevisionBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.revisions.freeze(id, name, actor);
  }
}
