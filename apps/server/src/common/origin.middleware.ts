import type { NextFunction, Request, Response } from 'express';

/** Values of Sec-Fetch-Site (W3C Fetch Metadata) that are not this site’s own pages, nor an address typed by hand. */
const FOREIGN = new Set(['cross-site', 'same-site']);
const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A changing request from a browser must come from this site: the second lock beside the SameSite cookie. */
export function sameOrigin(req: Request, res: Response, next: NextFunction): void {
  const { origin, host } = req.headers;
  if (SAFE.has(req.method)) return next();
  // A browser that leaves the origin out still says where a request comes from; a program says neither.
  const foreign =
    origin === undefined ? FOREIGN.has(String(req.headers['sec-fetch-site'])) : hostOf(origin) !== host;
  if (!foreign) return next();
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
