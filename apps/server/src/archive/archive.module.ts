import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ShopModule } from '../shop/shop.module.ts';
import { ArchiveController } from './archive.controller.ts';
import { ArchiveImports } from './archive-imports.ts';
import { ArchiveService } from './archive.service.ts';

/** A whole job out of the shop as one open file, and in again. */
@Module({
  imports: [JobsModule, ShopModule],
  controllers: [ArchiveController],
  providers: [ArchiveService, ArchiveImports],
  exports: [ArchiveService],
})
export class ArchiveModule {}
