import { Module } from '@nestjs/common';
import { SearchController } from './search.controller.ts';
import { SearchService } from './search.service.ts';
import { SearchTurns } from './search-turns.ts';

/** What is looked for across all jobs. */
@Module({ controllers: [SearchController], providers: [SearchService, SearchTurns] })
export class SearchModule {}
