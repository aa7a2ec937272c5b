import type { NextFunction, Request, Response } from 'express';

const YEAR_S = 31_536_000;

/** Over TLS the browser is told to stay there; over a plain connection on a shop’s own network it would lock itself out. */
export function strictOverTls(req: Request, res: Response, next: NextFunction): void {
  if (req.secure) res.setHeader('Strict-Transport-Security', `max-age=${YEAR_S}`);
  next();
}
