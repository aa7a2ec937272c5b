import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { JudgingModule } from '../judging/judging.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { HandoverController } from './handover.controller.ts';
import { HandoverService } from './handover.service.ts';

/** The record on paper. */
@Module({
  imports: [JobsModule, JudgingModule, ShopModule],
  controllers: [HandoverController],
  providers: [HandoverService],
})
export class HandoverModule {}
