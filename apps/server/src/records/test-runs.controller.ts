import { Body, Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { TestRunsService } from './test-runs.service.ts';
import { newReading, newRun, type NewReading, type NewRun } from './record-schemas.ts';

@ApiTags('tests')
@Controller('v1/jobs/:id/runs')
export class TestRunsController {
  constructor(private readonly runs: TestRunsService) {}

  @Allows('everyone')
  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.runs.list(id);
  }

  @Allows('technicians')
  @Post()
  @Describes('NewRun', newRun)
  start(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(newRun)) body: NewRun,
    @CurrentActor() actor: Actor,
  ) {
    return this.runs.start(id, body, actor);
  }

  /** One reading with all that it holds. */
  @Allows('everyone')
  @Get(':runId/readings/:readingId')
  reading(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('runId', ParseUUIDPipe) runId: string,
    @Param('readingId', ParseUUIDPipe) readingId: string,
  ) {
    return this.runs.reading(id, runId, readingId);
  }

  @Allows('technicians')
  @Post(':runId/readings')
  @Describes('NewReading', newReading)
  add(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('runId', ParseUUIDPipe) runId: string,
    @Body(new JoiPipe(newReading)) body: NewReading,
    @CurrentActor() actor: Actor,
  ) {
    return this.runs.add(id, runId, body, actor);
  }
}
