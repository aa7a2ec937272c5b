import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/accounts.service.ts';
import { CurrentActor, Needs } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import {
  archiveBody,
  changeBody,
  listQuery,
  newJob,
  type ChangeBody,
  type ListQuery,
  type NewJob,
} from './job-schemas.ts';
import { JobsService } from './jobs.service.ts';

@ApiTags('jobs')
@Controller('v1/jobs')
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  @Get()
  list(@Query(new JoiPipe(listQuery)) query: ListQuery) {
    return this.jobs.list(query);
  }

  @Post()
  @Describes('NewJob', newJob)
  create(@Body(new JoiPipe(newJob)) body: NewJob, @CurrentActor() actor: Actor) {
    return this.jobs.create(body, actor);
  }

  @Get(':id')
  get(@Param('id', ParseUUIDPipe) id: string) {
    return this.jobs.find(id);
  }

  @Post(':id/changes')
  @HttpCode(200)
  @Describes('NewChange', changeBody)
  change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(changeBody)) body: ChangeBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.jobs.change(id, body, actor);
  }

  @Needs('lead')
  @Post(':id/archive')
  @HttpCode(204)
  @Describes('Archive', archiveBody)
  async archive(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(archiveBody)) body: { archived: boolean },
    @CurrentActor() actor: Actor,
  ) {
    await this.jobs.setArchived(id, body.archived, actor);
  }

  @Get(':id/audit')
  audit(@Param('id', ParseUUIDPipe) id: string) {
    return this.jobs.audit(id);
  }
}
