import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { openSession } from './entering.ts';
import type { SessionsService } from './sessions.service.ts';

/** What is no route of the application but stands beside it: for leads. */
export const forLeads =
  (sessions: SessionsService): RequestHandler =>
  (req: Request, res: Response, next: NextFunction): void => {
    const token = openSession(req);
    void (token ? sessions.actorFor(token) : Promise.resolve(null))
      .then((actor) => {
        if (actor?.role === 'lead' && actor.ownPassword) return next();
        res.status(404).json({
          error: {
            status: 404,
            code: 'NOT_FOUND',
            message: 'There is nothing here.',
            remedy: 'Leads find the description of the API here once they are signed in.',
            details: [],
            path: req.originalUrl,
          },
        });
      })
      .catch(next);
  };
