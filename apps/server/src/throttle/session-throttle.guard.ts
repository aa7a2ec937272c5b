import { Injectable, type ExecutionContext } from '@nestjs/common';
import { ThrottlerGuard } from '@nestjs/throttler';
import type { SignedInRequest } from '../accounts/auth.guard.ts';

/** How many requests a minute: a tablet reads and sends a few a second at most, and a page that opens some twenty. */
export const REQUESTS = { ttl: 60_000, limit: 1200 } as const;

/** By session, so that tablets behind one proxy do not use up each other’s; by address where nobody is signed in. */
@Injectable()
export class SessionThrottle extends ThrottlerGuard {
  protected override getTracker(req: Record<string, unknown>): Promise<string> {
    const { actor, ip } = req as unknown as SignedInRequest;
    return Promise.resolve(actor ? `session ${actor.sessionId}` : `address ${ip ?? ''}`);
  }

  /** One count over all routes. */
  protected override generateKey(_context: ExecutionContext, tracker: string): string {
    return tracker;
  }
}
