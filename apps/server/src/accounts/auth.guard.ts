import {
  ForbiddenException,
  Injectable,
  UnauthorizedException,
  createParamDecorator,
  type CanActivate,
  type ExecutionContext,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { ACCESS, WHO, type Access } from './access.ts';
import { openSession } from './entering.ts';
import { SessionsService, type Actor } from './sessions.service.ts';

export interface SignedInRequest extends Request {
  actor?: Actor;
}

export const CurrentActor = createParamDecorator((_: unknown, context: ExecutionContext): Actor => {
  return context.switchToHttp().getRequest<SignedInRequest>().actor!;
});

@Injectable()
export class AuthGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly sessions: SessionsService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const rule = this.reflector.get<Access | undefined>(ACCESS, context.getHandler());
    if (!rule) throw new ForbiddenException({ code: 'NO_RULE', message: 'No rule opens this.' });
    if (rule.who === 'anyone') return true;
    const req = context.switchToHttp().getRequest<SignedInRequest>();
    const token = openSession(req);
    const actor = token ? await this.sessions.actorFor(token) : null;
    if (!actor) throw new UnauthorizedException({ code: 'NOT_SIGNED_IN', message: 'You are not signed in.' });
    refuseForAnother(req, actor);
    req.actor = actor;
    refuse(actor, rule);
    return true;
  }
}

/**
 * A page that was opened by one and sends while another is signed in on the same device (another tab, a PIN) would sign as the other.
 * @throws UnauthorizedException where the page says it is somebody else’s
 */
function refuseForAnother(req: Request, actor: Actor): void {
  const said = req.headers['x-person'];
  if (said !== undefined && said !== actor.id && req.method !== 'GET')
    throw new UnauthorizedException({
      code: 'SOMEBODY_ELSE',
      message: `${actor.name} has signed in on this device meanwhile.`,
      remedy: 'What you entered is kept. Sign in again to send it.',
    });
}

/** @throws ForbiddenException with what is missing: the role, an own password, or the password instead of a PIN */
function refuse(actor: Actor, rule: Access): void {
  // A role nobody knows, by whatever way it got into the table, is in none of the lists.
  const roles: readonly string[] = WHO[rule.who] ?? [];
  if (!roles.includes(actor.role))
    throw new ForbiddenException({ code: 'NOT_ALLOWED', message: 'Your role does not allow this.' });
  if (!actor.ownPassword && !rule.beforeOwnPassword)
    throw new ForbiddenException({
      code: 'CHOOSE_PASSWORD',
      message: 'You came in with a password for once.',
      remedy: 'Choose your own first.',
    });
  if (rule.byPassword && actor.via !== 'password')
    throw new ForbiddenException({
      code: 'PASSWORD_NEEDED',
      message: 'A PIN is not enough for this.',
      remedy: 'Sign in with your password.',
    });
}
