import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { HandoverController } from './handover.controller.ts';
import { HandoverService } from './handover.service.ts';
import { PaperQueue } from './paper-queue.ts';

/** The record on paper. */
@Module({
  imports: [JobsModule, ShopModule],
  controllers: [HandoverController],
  providers: [HandoverService, PaperQueue],
})
export class HandoverModule {}
