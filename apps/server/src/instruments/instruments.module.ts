import { Module } from '@nestjs/common';
import { AccountsModule } from '../accounts/accounts.module.ts';
import { JobsModule } from '../jobs/jobs.module.ts';
import { Exchange } from './exchange.ts';
import { InstrumentGateway } from './gateway.ts';
import { InstrumentsController } from './instruments.controller.ts';
import { SharedLines } from './shared-lines.ts';
import { InstrumentsService } from './instruments.service.ts';

/** Instruments the server reads for the page, and the simulated bench that stands in for a car. */
@Module({
  imports: [AccountsModule, JobsModule],
  controllers: [InstrumentsController],
  providers: [InstrumentsService, InstrumentGateway, SharedLines, Exchange],
})
export class InstrumentsModule {}
