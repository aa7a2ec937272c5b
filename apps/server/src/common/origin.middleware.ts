import type { NextFunction, Request, Response } from 'express';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A changing request from a browser must come from this site: the second lock beside the SameSite cookie. */
export function sameOrigin(req: Request, res: Response, next: NextFunction): void {
  const origin = req.headers.origin;
  if (SAFE.has(req.method) || origin === undefined || hostOf(origin) === req.headers.host) return next();
  res.status(403).json({
    error: {
      status: 403,
      code: 'FOREIGN_ORIGIN',
      message: 'This request came from another site.',
      remedy: 'Open Venula at its own address.',
      details: [],
      path: req.originalUrl,
    },
  });
}

const hostOf = (origin: string): string | undefined => {
  try {
    return new URL(origin).host;
  } catch {
    return undefined;
  }
};
