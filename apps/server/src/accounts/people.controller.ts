import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Patch, Post } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { Allows } from './access.ts';
import { newPerson, personChange } from './account-schemas.ts';
import { CurrentActor } from './auth.guard.ts';
import { PeopleService, type NewPerson, type PersonChange } from './people.service.ts';
import { SessionsService, type Actor } from './sessions.service.ts';

/** The people of the shop, for its leads. */
@ApiTags('people')
@Controller('v1')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionsService,
  ) {}

  @Allows('leads')
  @Get('people')
  list() {
    return this.people.list();
  }

  @Allows('leads', { byPassword: true })
  @Post('people')
  @Describes('NewPerson', newPerson)
  add(@Body(new JoiPipe(newPerson)) body: NewPerson, @CurrentActor() actor: Actor) {
    return this.people.add(body, actor);
  }

  @Allows('leads', { byPassword: true })
  @Patch('people/:id')
  @Describes('PersonChange', personChange)
  change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(personChange)) body: PersonChange,
    @CurrentActor() actor: Actor,
  ) {
    return this.people.change(id, body, actor);
  }

  @Allows('leads', { byPassword: true })
  @Delete('people/:id/password')
  reset(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor) {
    return this.people.reset(id, actor);
  }

  @Allows('leads')
  @Get('sessions')
  async sessionsOfAll(@CurrentActor() actor: Actor) {
    return (await this.sessions.list()).map((s) => ({ ...s, current: s.id === actor.sessionId }));
  }

  @Allows('leads', { byPassword: true })
  @Delete('sessions/:id')
  @HttpCode(204)
  async end(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor): Promise<void> {
    await this.sessions.endById(id, actor);
  }
}
