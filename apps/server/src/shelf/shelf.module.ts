import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ShelfController } from './shelf.controller.ts';
import { ShelfService } from './shelf.service.ts';

/** What the shop has, and which job it is put aside for. */
@Module({ imports: [JobsModule], controllers: [ShelfController], providers: [ShelfService] })
export class ShelfModule {}
