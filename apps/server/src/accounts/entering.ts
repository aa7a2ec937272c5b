import type { Request, Response } from 'express';
import { readCookie, SESSION, setCookie } from './cookies.ts';
import type { Actor, Caller, Opened } from './sessions.service.ts';

/** Where a request comes from. */
export const callerOf = <D extends string | null>(
  req: Request,
  deviceId: D,
): Caller & { readonly deviceId: D } => ({
  address: req.ip ?? '',
  agent: req.headers['user-agent'] ?? '',
  deviceId,
});

/** Hands the session to the browser. @returns who is in now */
export function keepSession(res: Response, { token, actor, expires }: Opened): Actor {
  setCookie(res, SESSION, token, expires);
  return actor;
}

/** The session that is open in the browser so far. */
export const openSession = (req: Request): string | undefined => readCookie(req, SESSION);
