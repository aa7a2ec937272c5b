import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import Joi from 'joi';
import { Describes, JoiPipe } from '../common/joi.pipe.ts';
import { AccountsService, type Actor } from './accounts.service.ts';
import { CurrentActor, Needs, Public, SESSION_COOKIE, sessionToken } from './auth.guard.ts';

interface SignIn {
  login: string;
  password: string;
}

const signIn = Joi.object<SignIn>({
  // Lower case before it is measured: some letters become two.
  login: Joi.string().trim().lowercase().max(40).required(),
  password: Joi.string().max(200).required(),
});

@ApiTags('session')
@Controller('v1/session')
export class SessionController {
  constructor(private readonly accounts: AccountsService) {}

  @Public()
  @Post()
  @HttpCode(200)
  @Describes('SignIn', signIn)
  async create(
    @Body(new JoiPipe(signIn)) body: SignIn,
    @Res({ passthrough: true }) res: Response,
  ): Promise<Actor> {
    const { token, actor, expires } = await this.accounts.signIn(body.login, body.password);
    res.cookie(SESSION_COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/', expires });
    return actor;
  }

  @Get()
  current(@CurrentActor() actor: Actor): Actor {
    return actor;
  }

  @Needs('technician', 'lead', 'viewer')
  @Delete()
  @HttpCode(204)
  async remove(@Req() req: Request, @Res({ passthrough: true }) res: Response): Promise<void> {
    await this.accounts.signOut(sessionToken(req)!);
    res.clearCookie(SESSION_COOKIE, { path: '/' });
  }
}
