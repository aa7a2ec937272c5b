import type { NextFunction, Request, Response } from 'express';
import { BUSY, RETRY_AFTER_S } from './busy.ts';

/**
 * A stream ends when its page is closed; files take as long as the shop’s wireless does, and a whole job or its PDF is
 * worth a moment’s wait. So is a sign-in: where a whole shop signs in at once each waits its turn, for as long as a page waits.
 */
const UNHURRIED =
  /^\/api\/v1\/(?:session|news|archives|admin\/(?:export|import|backups(?:\/[^/]+(?:\/restore)?)?)|instruments\/[^/]+\/live|jobs\/[^/]+\/(?:archive|record\.pdf|photos\/[^/]+))$/;

/**
 * No request is left hanging longer, whatever it waits for: database, pool or a lock. It is answered 503 then. The work may
 * still be done after that: whoever asks again with the same id gets the answer to the first.
 */
export const deadline =
  (answerMs: number) =>
  (req: Request, res: Response, next: NextFunction): void => {
    if (!req.path.startsWith('/api/') || UNHURRIED.test(req.path)) return next();
    const timer = setTimeout(() => {
      if (res.headersSent) return;
      res.setHeader('Retry-After', String(RETRY_AFTER_S));
      res.status(503).json({ error: { status: 503, ...BUSY, details: [], path: req.originalUrl } });
    }, answerMs);
    res.once('close', () => clearTimeout(timer));
    next();
  };
