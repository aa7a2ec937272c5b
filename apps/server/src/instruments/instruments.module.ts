import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { InstrumentGateway } from './gateway.ts';
import { InstrumentsController } from './instruments.controller.ts';
import { InstrumentsService } from './instruments.service.ts';

/** Instruments the server reads for the page, and the simulated bench that stands in for a car. */
@Module({
  imports: [JobsModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService, InstrumentGateway],
})
export class InstrumentsModule {}
