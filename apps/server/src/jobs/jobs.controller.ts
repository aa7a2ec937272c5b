import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
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
import { JudgementsService } from '../judging/judgements.service.ts';
import { JobListService } from './job-list.service.ts';
import { JobsService } from './jobs.service.ts';

@ApiTags('jobs')
@Controller('v1/jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly lists: JobListService,
    private readonly judgements: JudgementsService,
  ) {}

  @Allows('everyone')
  @Get()
  list(@Query(new JoiPipe(listQuery)) query: ListQuery) {
    return this.lists.list(query);
  }

  @Allows('technicians')
  @Post()
  @Describes('NewJob', newJob)
  async create(@Body(new JoiPipe(newJob)) body: NewJob, @CurrentActor() actor: Actor) {
    return this.jobs.opened((await this.jobs.create(body, actor)).id);
  }

  @Allows('everyone')
  @Get(':id')
  get(@Param('id', ParseUUIDPipe) id: string) {
    return this.jobs.opened(id);
  }

  @Allows('technicians')
  @Post(':id/changes')
  @HttpCode(200)
  @Describes('NewChange', changeBody)
  async change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(changeBody)) body: ChangeBody,
    @CurrentActor() actor: Actor,
  ) {
    const result = await this.jobs.change(id, body, actor);
    this.judgements.soon(id);
    return result;
  }

  @Allows('leads')
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

  @Allows('everyone')
  @Get(':id/same-car')
  sameCar(@Param('id', ParseUUIDPipe) id: string) {
    return this.lists.sameCar(id);
  }

  @Allows('everyone')
  @Get(':id/audit')
  audit(@Param('id', ParseUUIDPipe) id: string) {
    return this.jobs.audit(id);
  }
}
