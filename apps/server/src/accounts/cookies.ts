import type { CookieOptions, Request, Response } from 'express';

/** Over TLS a name that no other host and no plain connection can set. */
const nameOf = (req: Request, name: string): string => (req.secure ? `__Host-${name}` : name);
const options = (req: Request): CookieOptions => ({
  httpOnly: true,
  sameSite: 'strict',
  path: '/',
  secure: req.secure,
});

export function readCookie(req: Request, name: string): string | undefined {
  const start = `${nameOf(req, name)}=`;
  return (req.headers.cookie ?? '')
    .split(';')
    .map((c) => c.trim())
    .find((c) => c.startsWith(start))
    ?.slice(start.length);
}

export function setCookie(res: Response, name: string, value: string, expires: Date): void {
  res.cookie(nameOf(res.req, name), value, { ...options(res.req), expires });
}

export function clearCookie(res: Response, name: string): void {
  res.clearCookie(nameOf(res.req, name), options(res.req));
}

/** Who is signed in. */
export const SESSION = 'venula_session';
/** Which registered device this is. */
export const DEVICE = 'venula_device';
