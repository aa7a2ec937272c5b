import { Module } from '@nestjs/common';
import { JobsModule } from '../jobs/jobs.module.ts';
import { ArchiveController } from './archive.controller.ts';
import { ArchiveService } from './archive.service.ts';

/** A whole job out of the shop as one open file, and in again. */
@Module({
  imports: [JobsModule],
  controllers: [ArchiveController],
  providers: [ArchiveService],
  exports: [ArchiveService],
})
export class ArchiveModule {}
