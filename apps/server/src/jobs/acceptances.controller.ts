import { Body, Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { AcceptancesService } from './acceptances.service.ts';
import { acceptBody, type AcceptBody } from './job-schemas.ts';

@ApiTags('acceptances')
@Controller('v1/jobs/:id/acceptances')
export class AcceptancesController {
  constructor(private readonly acceptances: AcceptancesService) {}

  @Allows('everyone')
  @Get()
  list(@Param('id', ParseUUIDPipe) id: string) {
    return this.acceptances.list(id);
  }

  @Allows('technicians')
  @Post()
  @Describes('NewAcceptance', acceptBody)
  accept(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(acceptBody)) body: AcceptBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.acceptances.accept(id, body, actor);
  }
}
