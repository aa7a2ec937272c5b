import {
  BadRequestException,
  Controller,
  Get,
  Header,
  Param,
  ParseUUIDPipe,
  Post,
  Req,
  StreamableFile,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { readBody } from '../common/read-body.ts';
import { MOST_PACKED } from './archive-format.ts';
import { ArchiveImports } from './archive-imports.ts';
import { ArchiveService } from './archive.service.ts';

@ApiTags('archive')
@Controller('v1')
export class ArchiveController {
  constructor(
    private readonly archive: ArchiveService,
    private readonly imports: ArchiveImports,
  ) {}

  @Allows('everyone')
  @Get('jobs/:id/archive')
  @Header('Content-Type', 'application/zip')
  @Header('Content-Disposition', 'attachment; filename="job.zip"')
  async write(@Param('id', ParseUUIDPipe) id: string) {
    return new StreamableFile(await this.archive.write(id));
  }

  /** Where the import of this session has got to; null: none runs. */
  @Allows('technicians')
  @Get('archives/progress')
  progress(@CurrentActor() { sessionId }: Actor) {
    return { progress: this.imports.progress(sessionId) };
  }

  @Allows('technicians')
  @Post('archives')
  @ApiConsumes('application/zip')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async read(@Req() req: Request, @CurrentActor() actor: Actor) {
    const body = req.is('application/zip') ? await readBody(req, MOST_PACKED) : Buffer.alloc(0);
    if (body.length === 0)
      throw new BadRequestException({
        code: 'NOT_AN_ARCHIVE',
        message: 'There is no archive in what was sent.',
        remedy: 'Pick a ZIP that Venula wrote under Handover.',
      });
    return this.archive.read(body, actor);
  }
}
