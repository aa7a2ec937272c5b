import { Body, Controller, Delete, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiBody, ApiTags } from '@nestjs/swagger';
import Joi from 'joi';
import { Allows } from '../../accounts/access.ts';
import { CurrentActor } from '../../accounts/auth.guard.ts';
import type { Actor } from '../../accounts/sessions.service.ts';
import { Describes, JoiPipe } from '../../common/joi.pipe.ts';
import { KEY_BYTES } from './signing.ts';
import { ShopKeysService, type NewKey } from './shop-keys.service.ts';

const newKey = Joi.object<NewKey>({
  publicKey: Joi.string()
    .trim()
    .base64()
    .max(60)
    .custom((value: string, helpers) =>
      Buffer.from(value, 'base64').length === KEY_BYTES
        ? value
        : helpers.message({ custom: '"publicKey" must be the 32 bytes of an Ed25519 key in base64' }),
    )
    .required(),
  shop: Joi.string().trim().min(2).max(80).required(),
  fingerprint: Joi.string().trim().max(60).required(),
});

/** Keys archives are signed with. */
@ApiTags('admin')
@Controller('v1/admin/keys')
export class ShopKeysController {
  constructor(private readonly keys: ShopKeysService) {}

  @Allows('leads')
  @Get()
  list() {
    return this.keys.list();
  }

  @Allows('leads', { byPassword: true })
  @Post()
  @Describes('NewShopKey', newKey)
  add(@Body(new JoiPipe(newKey)) body: NewKey, @CurrentActor() actor: Actor) {
    return this.keys.add(body, actor);
  }

  @Allows('leads', { byPassword: true })
  @Post('own')
  @ApiBody({ required: false, schema: { type: 'object' } })
  replace(@CurrentActor() actor: Actor) {
    return this.keys.replace(actor);
  }

  @Allows('leads', { byPassword: true })
  @Delete(':fingerprint')
  @HttpCode(204)
  async distrust(@Param('fingerprint') fingerprint: string, @CurrentActor() actor: Actor): Promise<void> {
    await this.keys.distrust(fingerprint, actor);
  }
}
