import { createReadStream } from 'node:fs';
import {
  BadRequestException,
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Query,
  Req,
  Res,
  StreamableFile,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import { clearCookie, SESSION } from '../accounts/cookies.ts';
import type { Actor } from '../accounts/sessions.service.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { readToFile } from '../common/read-to-file.ts';
import { AdminService } from './admin.service.ts';
import { auditQuery, importQuery, restoreBody, type ImportQuery, type Restore } from './admin-schemas.ts';
import { AuditService, type AuditQuery } from './audit.service.ts';
import { findBackup } from './backup-folder.ts';
import { BackupService } from './backup.service.ts';
import { WholeShopService } from './whole-shop.service.ts';

/** A shop of some hundred jobs with photos; more comes over as a backup. */
const MOST_BYTES = 1_000_000_000;

const noArchive = (): BadRequestException =>
  new BadRequestException({
    code: 'NOT_AN_ARCHIVE',
    message: 'There is no archive in what was sent.',
    remedy: 'Pick a ZIP that Venula wrote under Shop, Backup.',
  });

@ApiTags('admin')
@Controller('v1/admin')
export class AdminController {
  constructor(
    private readonly admin: AdminService,
    private readonly backups: BackupService,
    private readonly audits: AuditService,
    private readonly whole: WholeShopService,
  ) {}

  @Allows('leads')
  @Get()
  state() {
    return this.admin.state();
  }

  @Allows('leads')
  @Get('audit')
  audit(@Query(new JoiPipe(auditQuery)) query: AuditQuery) {
    return this.audits.list(query);
  }

  @Allows('leads')
  @Get('audit/actions')
  actions() {
    return this.audits.actions();
  }

  @Allows('leads', { byPassword: true })
  @Post('backups')
  @ApiBody({ required: false, schema: { type: 'object' } })
  backup(@CurrentActor() actor: Actor) {
    return this.backups.make(actor);
  }

  @Allows('leads', { byPassword: true })
  @Get('backups/:file')
  @Header('Content-Type', 'application/octet-stream')
  async download(@Param('file') file: string, @Res({ passthrough: true }) res: Response) {
    const { path, note } = await findBackup(file);
    res.setHeader('Content-Disposition', `attachment; filename="${note.file}"`);
    return new StreamableFile(createReadStream(path));
  }

  @Allows('leads', { byPassword: true })
  @Post('backups/:file/restore')
  @HttpCode(204)
  @Describes('Restore', restoreBody)
  async restore(
    @Param('file') file: string,
    @Body(new JoiPipe(restoreBody)) { shop }: Restore,
    @CurrentActor() actor: Actor,
    @Res({ passthrough: true }) res: Response,
  ): Promise<void> {
    await this.backups.restore(file, shop, actor);
    clearCookie(res, SESSION);
  }

  /** Every job with its record, parts, shelf and prices in open formats. */
  @Allows('leads', { byPassword: true })
  @Get('export')
  @Header('Content-Type', 'application/zip')
  @Header('Content-Disposition', 'attachment; filename="shop.zip"')
  export(@CurrentActor() actor: Actor) {
    return new StreamableFile(this.whole.write(actor));
  }

  @Allows('leads', { byPassword: true })
  @Post('import')
  @ApiConsumes('application/zip')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async import(
    @Query(new JoiPipe(importQuery)) { settings }: ImportQuery,
    @Req() req: Request,
    @CurrentActor() actor: Actor,
  ) {
    if (!req.is('application/zip')) throw noArchive();
    return readToFile(req, MOST_BYTES, (path, bytes) => {
      if (bytes === 0) throw noArchive();
      return this.whole.read(path, settings, actor);
    });
  }
}
