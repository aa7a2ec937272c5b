import { Module } from '@nestjs/common';
import { SearchController } from './search.controller.ts';
import { SearchService } from './search.service.ts';

/** What is looked for across all jobs. */
@Module({ controllers: [SearchController], providers: [SearchService] })
export class SearchModule {}
