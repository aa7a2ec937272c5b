import { Module } from '@nestjs/common';
import { LibraryController } from './library.controller.ts';
import { LibraryService } from './library.service.ts';

/** The shop’s own parts, pumps and injectors, used again in other jobs. */
@Module({ controllers: [LibraryController], providers: [LibraryService], exports: [LibraryService] })
export class LibraryModule {}
