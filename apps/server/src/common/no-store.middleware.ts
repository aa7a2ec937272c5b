import type { NextFunction, Request, Response } from 'express';

/** What the API says holds for the moment it says it: no cache on the way keeps it, no back button shows it again. */
export function noStore(req: Request, res: Response, next: NextFunction): void {
  if (req.path.startsWith('/api/')) res.setHeader('Cache-Control', 'no-store');
  next();
}
