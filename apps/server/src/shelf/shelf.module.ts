import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { PricesController } from './prices.controller.ts';
import { PricesService } from './prices.service.ts';
import { ShelfController } from './shelf.controller.ts';
import { ShelfService } from './shelf.service.ts';

/** What the shop has, which job it is put aside for, and what parts cost. */
@Module({
  imports: [JobsModule],
  controllers: [ShelfController, PricesController],
  providers: [ShelfService, PricesService],
  exports: [ShelfService, PricesService],
})
export class ShelfModule {}
