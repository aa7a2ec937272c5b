import { Module } from '@nestjs/common';
import { JudgingModule } from '../judging/judging.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { AcceptancesController } from './acceptances.controller.ts';
import { AcceptancesService } from './acceptances.service.ts';
import { JobListService } from './job-list.service.ts';
import { JobsController } from './jobs.controller.ts';
import { JobsService } from './jobs.service.ts';
import { RevisionsController } from './revisions.controller.ts';
import { RevisionsService } from './revisions.service.ts';

/** Jobs, what was frozen of them, and what was accepted in them. */
@Module({
  imports: [JudgingModule, ShopModule],
  controllers: [JobsController, RevisionsController, AcceptancesController],
  providers: [JobsService, JobListService, RevisionsService, AcceptancesService],
  exports: [JobsService],
})
export class JobsModule {}
