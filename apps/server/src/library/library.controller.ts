import { Body, Controller, Get, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { entryBody, type EntryBody } from './library-schemas.ts';
import { LibraryService } from './library.service.ts';

@ApiTags('library')
@Controller('v1/library')
export class LibraryController {
  constructor(private readonly library: LibraryService) {}

  @Allows('everyone')
  @Get()
  list() {
    return this.library.list();
  }

  @Allows('technicians')
  @Put(':id')
  @Describes('PutInLibrary', entryBody)
  put(
    @Param('id', ParseUUIDPipe) id: string,
    @Body(new JoiPipe(entryBody)) body: EntryBody,
    @CurrentActor() actor: Actor,
  ) {
    return this.library.put(id, body, actor);
  }
}
