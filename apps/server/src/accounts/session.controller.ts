import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Post,
  Req,
  Res,
  UnauthorizedException,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { Allows } from './access.ts';
import { pinSignIn, signIn, type PinSignIn, type SignIn } from './account-schemas.ts';
import { CurrentActor } from './auth.guard.ts';
import { clearCookie, DEVICE, readCookie, SESSION } from './cookies.ts';
import { DevicesService } from './devices.service.ts';
import { callerOf, keepSession, openSession } from './entering.ts';
import { SessionsService, type Actor, type Opened } from './sessions.service.ts';
import { SignInService } from './sign-in.service.ts';

@ApiTags('session')
@Controller('v1/session')
export class SessionController {
  constructor(
    private readonly doors: SignInService,
    private readonly sessions: SessionsService,
    private readonly devices: DevicesService,
  ) {}

  @Allows('anyone')
  @Post()
  @HttpCode(200)
  @Describes('SignIn', signIn)
  async create(
    @Body(new JoiPipe(signIn)) { login, password }: SignIn,
    @Req() req: Request,
    @Res({ passthrough: true }) res: Response,
  ): Promise<Actor> {
    return this.enter(res, await this.doors.byPassword(login, password, await this.caller(req)));
  }

  /** On a registered device: another technician takes over. */
  @Allows('anyone')
  @Post('pin')
  @HttpCode(200)
  @Describes('PinSignIn', pinSignIn)
  async byPin(
    @Body(new JoiPipe(pinSignIn)) { personId, pin }: PinSignIn,
    @Req() req: Request,
    @Res({ passthrough: true }) res: Response,
  ): Promise<Actor> {
    const { deviceId, ...caller } = await this.caller(req);
    if (!deviceId)
      throw new UnauthorizedException({
        code: 'NO_SHOP_DEVICE',
        message: 'This is no registered device of the shop.',
        remedy: 'Sign in with name and password.',
      });
    return this.enter(res, await this.doors.byPin(personId, pin, { ...caller, deviceId }));
  }

  /** What the sign-in page may know: whether this is a device of the shop, and who has a PIN on it. */
  @Allows('anyone')
  @Get('device')
  async device(@Req() req: Request) {
    const device = await this.devices.byToken(readCookie(req, DEVICE));
    return device
      ? { name: device.name, people: await this.devices.peopleOn(device) }
      : { name: null, people: [] };
  }

  @Allows('everyone', { beforeOwnPassword: true })
  @Get()
  current(@CurrentActor() actor: Actor): Actor {
    return actor;
  }

  @Allows('everyone', { beforeOwnPassword: true })
  @Delete()
  @HttpCode(204)
  async remove(@Req() req: Request, @Res({ passthrough: true }) res: Response): Promise<void> {
    await this.sessions.end(openSession(req)!);
    clearCookie(res, SESSION);
  }

  private async caller(req: Request) {
    const device = await this.devices.byToken(readCookie(req, DEVICE));
    return callerOf(req, device?.id ?? null);
  }

  /** A new session takes the place of the one that was open here. */
  private async enter(res: Response, opened: Opened): Promise<Actor> {
    const before = openSession(res.req);
    if (before) await this.sessions.end(before);
    return keepSession(res, opened);
  }
}
