import {
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Patch,
  Put,
  Query,
  Sse,
} from '@nestjs/common';
import type { MessageEvent } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { map, type Observable } from 'rxjs';
import type { Actor } from '../accounts/accounts.service.ts';
import { CurrentActor, Needs } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import {
  benchFault,
  benchSetting,
  calibration,
  type BenchFault,
  type BenchSetting,
  type Calibration,
} from './instrument-schemas.ts';
import { InstrumentsService } from './instruments.service.ts';

@ApiTags('instruments')
@Controller('v1/instruments')
export class InstrumentsController {
  constructor(private readonly instruments: InstrumentsService) {}

  @Get()
  list() {
    return this.instruments.list();
  }

  /** What can be wrong with the simulated car: for the lead who sets the exercise, so that nobody else reads it off. */
  @Get('bench')
  @Needs('lead')
  bench() {
    return this.instruments.bench();
  }

  @Put('bench')
  @HttpCode(204)
  @Describes('SetBench', benchSetting)
  set(@Body(new JoiPipe(benchSetting)) body: BenchSetting) {
    return this.instruments.set(body);
  }

  @Put('bench/fault')
  @HttpCode(204)
  @Needs('lead')
  @Describes('BreakBench', benchFault)
  breakIt(@Body(new JoiPipe(benchFault)) { fault }: BenchFault, @CurrentActor() actor: Actor) {
    return this.instruments.breakIt(fault, actor);
  }

  @Patch(':id')
  @Needs('lead')
  @Describes('Calibrate', calibration)
  calibrate(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(calibration)) body: Calibration,
    @CurrentActor() actor: Actor,
  ) {
    return this.instruments.calibrate(id, body.calibratedOn, actor);
  }

  /** Readings as they come. No proxy and no compression may hold them back. */
  @Sse(':id/live')
  @Header('Cache-Control', 'no-store, no-transform')
  @Header('X-Accel-Buffering', 'no')
  async live(
    @Param('id', ParseUUIDPipe) id: string,
    @Query('reads') dimension: string,
  ): Promise<Observable<MessageEvent>> {
    const stream = await this.instruments.live(id, String(dimension));
    return stream.pipe(map((data): MessageEvent => ({ data })));
  }
}
