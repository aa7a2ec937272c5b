import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { JudgingModule } from '../judging/judging.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { TestRunsController } from './test-runs.controller.ts';
import { TestRunsService } from './test-runs.service.ts';

/** What was tested: runs and their readings, which nobody changes afterwards. */
@Module({
  imports: [JobsModule, JudgingModule, ShopModule],
  controllers: [TestRunsController],
  providers: [TestRunsService],
})
export class RecordsModule {}
