import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import Joi from 'joi';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { Allows } from './access.ts';
import { CurrentActor } from './auth.guard.ts';
import { HeldAccessService } from './held-access.service.ts';
import type { Actor } from './sessions.service.ts';

interface Decision {
  readonly give: boolean;
}
const decision = Joi.object<Decision>({ give: Joi.boolean().required() });

/** People and devices that a restored backup would have let in again. */
@ApiTags('people')
@Controller('v1/held-access')
export class HeldAccessController {
  constructor(private readonly held: HeldAccessService) {}

  @Allows('leads')
  @Get()
  list() {
    return this.held.list();
  }

  @Allows('leads', { byPassword: true })
  @Post(':id')
  @HttpCode(204)
  @Describes('AccessDecision', decision)
  async decide(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(decision)) { give }: Decision,
    @CurrentActor() actor: Actor,
  ): Promise<void> {
    await this.held.decide(id, give, actor);
  }
}
