import { isIP } from 'node:net';
import type { NextFunction, Request, RequestHandler, Response } from 'express';

/**
 * Only names this shop goes by: a stranger’s page whose name is pointed at this address meanwhile (DNS rebinding) would else be
 * “the same site”. Bare addresses cannot be pointed anywhere.
 */
export function knownHosts(names: readonly string[]): RequestHandler {
  const known = new Set(['localhost', ...names.map((n) => n.toLowerCase())]);
  return (req: Request, res: Response, next: NextFunction): void => {
    const host = hostName(req.headers.host);
    if (host !== undefined && (known.has(host) || isIP(host) !== 0)) return next();
    res.status(421).json({
      error: {
        status: 421,
        code: 'UNKNOWN_HOST',
        message: 'This shop does not go by that name.',
        remedy: 'Open it at its own address, or add the name to VENULA_ADDRESSES.',
        details: [],
        path: req.originalUrl,
      },
    });
  };
}

/** Without its port and the brackets of an IPv6 address. */
function hostName(header: string | undefined): string | undefined {
  const parts = /^(?:\[([0-9a-f:.]+)\]|([^:@/\s]+))(?::\d{1,5})?$/i.exec(header ?? '');
  return (parts?.[1] ?? parts?.[2])?.toLowerCase();
}
