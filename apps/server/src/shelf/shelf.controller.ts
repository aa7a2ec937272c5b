import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { reservationBody, shelfBody, type ReservationBody, type ShelfBody } from './shelf-schemas.ts';
import { ShelfService } from './shelf.service.ts';

@ApiTags('shelf')
@Controller('v1/shelf')
export class ShelfController {
  constructor(private readonly shelf: ShelfService) {}

  @Allows('everyone')
  @Get()
  list() {
    return this.shelf.list();
  }

  @Allows('technicians')
  @Put(':id')
  @Describes('PutOnShelf', shelfBody)
  put(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(shelfBody)) body: ShelfBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.shelf.put(id, body, actor);
  }

  @Allows('technicians')
  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor) {
    return this.shelf.remove(id, actor);
  }

  @Allows('technicians')
  @Put(':id/jobs/:jobId')
  @Describes('PutAside', reservationBody)
  reserve(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('jobId', ParseUUIDPipe) jobId: string,
    @Body(new JoiPipe(reservationBody)) { quantity }: ReservationBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.shelf.reserve(id, jobId, quantity, actor);
  }
}
