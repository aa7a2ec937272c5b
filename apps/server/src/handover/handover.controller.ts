import { Controller, Get, Param, ParseUUIDPipe, Query, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Allows } from '../accounts/access.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { HandoverService } from './handover.service.ts';
import { pdfQuery, type PdfQuery } from './handover-schemas.ts';

@ApiTags('handover')
@Controller('v1/jobs/:id/record.pdf')
export class HandoverController {
  constructor(private readonly handover: HandoverService) {}

  @Allows('everyone')
  @Get()
  async pdf(
    @Param('id', ParseUUIDPipe) id: string,
    @Query(new JoiPipe(pdfQuery)) { units, photos }: PdfQuery,
  ) {
    const { name, bytes } = await this.handover.pdf(id, units, photos);
    return new StreamableFile(bytes, { type: 'application/pdf', disposition: `inline; filename="${name}"` });
  }
}
