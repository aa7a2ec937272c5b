import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { Allows } from './access.ts';
import { ownPassword, ownPin, type OwnPassword, type OwnPin } from './account-schemas.ts';
import { CurrentActor } from './auth.guard.ts';
import { PeopleService } from './people.service.ts';
import { SessionsService, type Actor } from './sessions.service.ts';

/** What everybody may do with their own account. */
@ApiTags('me')
@Controller('v1/me')
export class MeController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionsService,
  ) {}

  @Allows('everyone', { beforeOwnPassword: true })
  @Put('password')
  @HttpCode(204)
  @Describes('OwnPassword', ownPassword)
  async password(
    @Body(new JoiPipe(ownPassword)) { old, password }: OwnPassword,
    @CurrentActor() actor: Actor,
  ): Promise<void> {
    await this.people.changePassword(actor, old, password);
  }

  @Allows('everyone')
  @Put('pin')
  @HttpCode(204)
  @Describes('OwnPin', ownPin)
  async pin(
    @Body(new JoiPipe(ownPin)) { password, pin }: OwnPin,
    @CurrentActor() actor: Actor,
  ): Promise<void> {
    await this.people.setPin(actor, password, pin);
  }

  @Allows('everyone')
  @Get('sessions')
  async list(@CurrentActor() actor: Actor) {
    return (await this.sessions.list(actor.id)).map((s) => ({ ...s, current: s.id === actor.sessionId }));
  }

  @Allows('everyone')
  @Delete('sessions/:id')
  @HttpCode(204)
  async end(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor): Promise<void> {
    await this.sessions.endById(id, actor, actor.id);
  }
}
