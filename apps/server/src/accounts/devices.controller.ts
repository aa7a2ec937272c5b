import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { Allows } from './access.ts';
import { newDevice, type NewDevice } from './account-schemas.ts';
import { CurrentActor } from './auth.guard.ts';
import { DEVICE, setCookie } from './cookies.ts';
import { DevicesService } from './devices.service.ts';
import type { Actor } from './sessions.service.ts';

/** A registered device stays one for two years, or until a lead says that it is none. */
const LASTS_MS = 2 * 365 * 86_400_000;

@ApiTags('devices')
@Controller('v1/devices')
export class DevicesController {
  constructor(private readonly devices: DevicesService) {}

  @Allows('leads')
  @Get()
  list() {
    return this.devices.list();
  }

  /** Registers the device that asks. */
  @Allows('leads', { byPassword: true })
  @Post()
  @Describes('NewDevice', newDevice)
  async register(
    @Body(new JoiPipe(newDevice)) { name }: NewDevice,
    @CurrentActor() actor: Actor,
    @Res({ passthrough: true }) res: Response,
  ) {
    const { id, token } = await this.devices.register(name, actor);
    setCookie(res, DEVICE, token, new Date(Date.now() + LASTS_MS));
    return { id, name };
  }

  @Allows('leads', { byPassword: true })
  @Delete(':id')
  @HttpCode(204)
  revoke(@Param('id', ParseUUIDPipe) id: string, @CurrentActor() actor: Actor): Promise<void> {
    return this.devices.revoke(id, actor);
  }
}
