import { Body, Controller, Delete, Get, Header, Patch, Put, Req, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { Allows } from '../accounts/access.ts';
import { CurrentActor } from '../accounts/auth.guard.ts';
import type { Actor } from '../accounts/sessions.service.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { readBody } from '../common/read-body.ts';
import { settingsChange, type SettingsChange } from './settings.ts';
import { ShopService } from './shop.service.ts';

const LOGO_TYPES = ['image/png', 'image/jpeg', 'image/webp'] as const;
const MOST_BYTES = 4_000_000;

@ApiTags('shop')
@Controller('v1/shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Allows('everyone')
  @Get()
  get() {
    return this.shop.face();
  }

  @Allows('leads', { byPassword: true })
  @Patch()
  @Describes('SettingsChange', settingsChange)
  change(@Body(new JoiPipe(settingsChange)) body: SettingsChange, @CurrentActor() actor: Actor) {
    return this.shop.change(body, actor);
  }

  @Allows('everyone')
  @Get('logo')
  @Header('Content-Type', 'image/png')
  async logo() {
    return new StreamableFile(await this.shop.logoOrFail());
  }

  @Allows('leads', { byPassword: true })
  @Put('logo')
  @ApiConsumes(...LOGO_TYPES)
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async setLogo(@Req() req: Request, @CurrentActor() actor: Actor) {
    const body = req.is([...LOGO_TYPES]) ? await readBody(req, MOST_BYTES) : Buffer.alloc(0);
    return this.shop.setLogo(body, actor);
  }

  @Allows('leads', { byPassword: true })
  @Delete('logo')
  removeLogo(@CurrentActor() actor: Actor) {
    return this.shop.setLogo(null, actor);
  }
}
