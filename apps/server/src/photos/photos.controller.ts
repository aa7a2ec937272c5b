import {
  BadRequestException,
  Controller,
  Get,
  Header,
  Param,
  ParseUUIDPipe,
  Put,
  Query,
  Req,
  StreamableFile,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import type { Actor } from '../accounts/sessions.service.ts';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { readBody } from '../common/read-body.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { photoQuery, type PhotoOf } from './photo-schemas.ts';
import { PhotosService } from './photos.service.ts';

const TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
/** A photo from a phone; the device makes it smaller before it sends it. */
const MOST_BYTES = 12_000_000;

@ApiTags('photos')
@Controller('v1/jobs/:jobId/photos')
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  @Allows('everyone')
  @Get()
  list(@Param('jobId', ParseUUIDPipe) jobId: string) {
    return this.photos.list(jobId);
  }

  /** Always a JPEG the server made itself; shown, never run. */
  @Allows('everyone')
  @Get(':id')
  @Header('Content-Type', 'image/jpeg')
  @Header('Content-Disposition', 'inline; filename="photo.jpg"')
  async get(@Param('jobId', ParseUUIDPipe) jobId: string, @Param('id', ParseUUIDPipe) id: string) {
    return new StreamableFile(await this.photos.bytes(jobId, id));
  }

  @Allows('technicians')
  @Put(':id')
  @ApiConsumes(...TYPES)
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async add(
    @Param('jobId', ParseUUIDPipe) jobId: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Query(new JoiPipe(photoQuery)) of: PhotoOf,
    @Req() req: Request,
    @CurrentActor() actor: Actor,
  ) {
    const body = req.is([...TYPES]) ? await readBody(req, MOST_BYTES) : Buffer.alloc(0);
    if (body.length === 0)
      throw new BadRequestException({
        code: 'NOT_A_PICTURE',
        message: 'There is no picture in what was sent.',
        remedy: 'Send a JPEG, PNG or WebP photo.',
      });
    return this.photos.add(jobId, id, of, body, actor);
  }
}
