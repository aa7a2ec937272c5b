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
import { ArchiveService } from './archive.service.ts';

/** A job with all its photos. */
const MOST_BYTES = 200_000_000;

@ApiTags('archive')
@Controller('v1')
export class ArchiveController {
  constructor(private readonly archive: ArchiveService) {}

  @Allows('everyone')
  @Get('jobs/:id/archive')
  @Header('Content-Type', 'application/zip')
  @Header('Content-Disposition', 'attachment; filename="job.zip"')
  async write(@Param('id', ParseUUIDPipe) id: string) {
    return new StreamableFile(await this.archive.write(id));
  }

  @Allows('technicians')
  @Post('archives')
  @ApiConsumes('application/zip')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async read(@Req() req: Request, @CurrentActor() actor: Actor) {
    const body = req.is('application/zip') ? await readBody(req, MOST_BYTES) : Buffer.alloc(0);
    if (body.length === 0)
      throw new BadRequestException({
        code: 'NOT_AN_ARCHIVE',
        message: 'There is no archive in what was sent.',
        remedy: 'Pick a ZIP that Venula wrote under Handover.',
      });
    return this.archive.read(body, actor);
  }
}
