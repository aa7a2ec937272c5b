import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
  Put,
  Query,
  Sse,
} from '@nestjs/common';
import type { MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { map, takeUntil, type Observable } from 'rxjs';
import { SessionsService, type Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import {
  benchFault,
  benchSetting,
  calibration,
  type BenchFault,
  type BenchSetting,
  newInstrument,
  type Calibration,
  type NewInstrument,
} from './instrument-schemas.ts';
import { InstrumentsService } from './instruments.service.ts';

/** How soon an open stream hears that its session has ended, ms. */
const CHECK_MS = 2_000;

@ApiTags('instruments')
@Controller('v1/instruments')
export class InstrumentsController {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly sessions: SessionsService,
  ) {}

  @Allows('everyone')
  @Get()
  list() {
    return this.instruments.list();
  }

  /** What can be wrong with the simulated car: for the lead who sets the exercise, so that nobody else reads it off. */
  @Allows('leads')
  @Get('bench')
  bench() {
    return this.instruments.bench();
  }

  @Allows('technicians')
  @Put('bench')
  @HttpCode(204)
  @Describes('SetBench', benchSetting)
  set(@Body(new JoiPipe(benchSetting)) body: BenchSetting) {
    return this.instruments.set(body);
  }

  @Allows('leads')
  @Put('bench/fault')
  @HttpCode(204)
  @Describes('BreakBench', benchFault)
  breakIt(@Body(new JoiPipe(benchFault)) { fault }: BenchFault, @CurrentActor() actor: Actor) {
    return this.instruments.breakIt(fault, actor);
  }

  @Allows('leads', { byPassword: true })
  @Post()
  @Describes('NewInstrument', newInstrument)
  add(@Body(new JoiPipe(newInstrument)) body: NewInstrument, @CurrentActor() actor: Actor) {
    return this.instruments.add(body, actor);
  }

  @Allows('leads', { byPassword: true })
  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor): Promise<void> {
    return this.instruments.remove(id, actor);
  }

  @Allows('leads')
  @Patch(':id')
  @Describes('Calibrate', calibration)
  calibrate(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(calibration)) body: Calibration,
    @CurrentActor() actor: Actor,
  ) {
    return this.instruments.calibrate(id, body.calibratedOn, actor);
  }

  /** Readings as they come. No proxy and no compression may hold them back. */
  @Allows('everyone')
  @Sse(':id/live')
  @Header('Cache-Control', 'no-store, no-transform')
  @Header('X-Accel-Buffering', 'no')
  async live(
    @Param('id', ParseUUIDPipe) id: string,
    @Query('reads') dimension: string,
    @CurrentActor() actor: Actor,
  ): Promise<Observable<MessageEvent>> {
    const stream = await this.instruments.live(id, String(dimension));
    return stream.pipe(
      takeUntil(this.sessions.ended(actor.sessionId, CHECK_MS)),
      map((data): MessageEvent => ({ data })),
    );
  }
}
