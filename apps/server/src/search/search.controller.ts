import { Controller, Get, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import type { Actor } from '../accounts/sessions.service.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { partQuery, type PartQuery } from './search-schemas.ts';
import { SearchService } from './search.service.ts';

@ApiTags('search')
@Controller('v1/search')
export class SearchController {
  constructor(private readonly search: SearchService) {}

  @Allows('everyone')
  @Get('parts')
  parts(
    @Query(new JoiPipe(partQuery)) query: PartQuery,
    @CurrentActor() actor: Actor,
    @Res({ passthrough: true }) res: Response,
  ) {
    const gone = new AbortController();
    res.once('close', () => gone.abort());
    return this.search.parts(query, actor.sessionId, gone.signal);
  }
}
