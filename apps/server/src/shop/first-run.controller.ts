import { Body, Controller, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import Joi from 'joi';
import { firstLead } from '../accounts/account-schemas.ts';
import { Allows } from '../accounts/access.ts';
import { clearCookie, DEVICE } from '../accounts/cookies.ts';
import { callerOf, keepSession } from '../accounts/entering.ts';
import { SignInService } from '../accounts/sign-in.service.ts';
import type { Actor } from '../accounts/sessions.service.ts';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { FirstRunService, type FirstStart, type OwnShop } from './first-run.service.ts';
import { shopName, units } from './settings.ts';
import { ShopService } from './shop.service.ts';

const own = { shop: shopName, units: units.default('us'), ...firstLead };
const ownShop = Joi.object<OwnShop>(own);
const firstStart = Joi.object<FirstStart>({ ...own, code: Joi.string().max(40).required() });

/** Before anybody can sign in. */
@ApiTags('first run')
@Controller('v1/first-run')
export class FirstRunController {
  constructor(
    private readonly first: FirstRunService,
    private readonly shop: ShopService,
    private readonly doors: SignInService,
  ) {}

  /** What the sign-in page may know of the shop. */
  @Allows('anyone')
  @Get()
  async state() {
    const { state, name, units: system } = await this.shop.face();
    return { state, name, units: system };
  }

  @Allows('anyone')
  @Post()
  @Describes('FirstStart', firstStart)
  async start(
    @Body(new JoiPipe(firstStart)) body: FirstStart,
    @Req() req: Request,
    @Res({ passthrough: true }) res: Response,
  ): Promise<Actor> {
    await this.first.start(body, callerOf(req, null).address);
    return this.enter(body, req, res);
  }

  /** From the made-up shop to an own one: all of the demo is gone after it. */
  @Allows('leads', { byPassword: true })
  @Post('own')
  @HttpCode(201)
  @Describes('OwnShop', ownShop)
  async clearDemo(
    @Body(new JoiPipe(ownShop)) body: OwnShop,
    @Req() req: Request,
    @Res({ passthrough: true }) res: Response,
  ): Promise<Actor> {
    await this.first.clearDemo(body);
    clearCookie(res, DEVICE);
    return this.enter(body, req, res);
  }

  private async enter({ login, password }: OwnShop, req: Request, res: Response): Promise<Actor> {
    return keepSession(res, await this.doors.byPassword(login, password, callerOf(req, null)));
  }
}
