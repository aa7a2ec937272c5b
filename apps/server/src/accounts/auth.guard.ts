import {
  ForbiddenException,
  Injectable,
  SetMetadata,
  UnauthorizedException,
  createParamDecorator,
  type CanActivate,
  type ExecutionContext,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';
import { AccountsService, type Actor } from './accounts.service.ts';
import { ROLES, type Role } from './user.entity.ts';

export const SESSION_COOKIE = 'venula_session';
const PUBLIC = 'venula:public';
const NEEDS = 'venula:needs';

export const Public = () => SetMetadata(PUBLIC, true);
/** Which roles may call. Without it: anyone signed in may read, viewers may not change anything. */
export const Needs = (...roles: Role[]) => SetMetadata(NEEDS, roles);

export interface SignedInRequest extends Request {
  actor?: Actor;
}

export const CurrentActor = createParamDecorator((_: unknown, context: ExecutionContext): Actor => {
  return context.switchToHttp().getRequest<SignedInRequest>().actor!;
});

export const sessionToken = (req: Request): string | undefined =>
  (req.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(`${SESSION_COOKIE}=`))
    ?.slice(SESSION_COOKIE.length + 1);

@Injectable()
export class AuthGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly accounts: AccountsService,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const at = [context.getHandler(), context.getClass()];
    if (this.reflector.getAllAndOverride<boolean>(PUBLIC, at)) return true;
    const req = context.switchToHttp().getRequest<SignedInRequest>();
    const token = sessionToken(req);
    const actor = token ? await this.accounts.actorFor(token) : null;
    if (!actor) throw new UnauthorizedException({ code: 'NOT_SIGNED_IN', message: 'You are not signed in.' });
    req.actor = actor;
    const needs = this.reflector.getAllAndOverride<Role[] | undefined>(NEEDS, at);
    // A role nobody knows, by whatever way it got into the table, may do nothing at all.
    const known = ROLES.includes(actor.role);
    const allowed =
      known && (needs ? needs.includes(actor.role) : req.method === 'GET' || actor.role !== 'viewer');
    if (!allowed)
      throw new ForbiddenException({ code: 'NOT_ALLOWED', message: 'Your role does not allow this.' });
    return true;
  }
}
