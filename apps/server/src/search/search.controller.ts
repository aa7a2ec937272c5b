import { Controller, Get, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allows } from '../accounts/access.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { partQuery, type PartQuery } from './search-schemas.ts';
import { SearchService } from './search.service.ts';

@ApiTags('search')
@Controller('v1/search')
export class SearchController {
  constructor(private readonly search: SearchService) {}

  @Allows('everyone')
  @Get('parts')
  parts(@Query(new JoiPipe(partQuery)) query: PartQuery) {
    return this.search.parts(query);
  }
}
