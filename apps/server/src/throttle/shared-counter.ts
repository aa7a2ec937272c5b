import { Injectable } from '@nestjs/common';
import type { ThrottlerStorage } from '@nestjs/throttler';
import { DataSource } from 'typeorm';

type Counted = Awaited<ReturnType<ThrottlerStorage['increment']>>;

/** How often windows that have closed are cleared away, ms. */
const CLEAR_MS = 10 * 60_000;

/** Counts requests in the database: several servers count together. */
@Injectable()
export class SharedCounter implements ThrottlerStorage {
  private clearedAt = 0;

  constructor(private readonly db: DataSource) {}

  async increment(key: string, ttl: number, limit: number): Promise<Counted> {
    const [row] = await this.db.query<[{ hits: number; left: string }]>(
      `INSERT INTO request_window AS w (key, hits, ends_at) VALUES ($1, 1, now() + make_interval(secs => $2))
       ON CONFLICT (key) DO UPDATE SET
         hits = CASE WHEN w.ends_at <= now() THEN 1 ELSE w.hits + 1 END,
         ends_at = CASE WHEN w.ends_at <= now() THEN now() + make_interval(secs => $2) ELSE w.ends_at END
       RETURNING hits, extract(epoch FROM ends_at - now()) AS left`,
      [key.slice(0, 80), ttl / 1000],
    );
    this.clear();
    const timeToExpire = Math.ceil(Number(row.left));
    const isBlocked = row.hits > limit;
    return { totalHits: row.hits, timeToExpire, isBlocked, timeToBlockExpire: isBlocked ? timeToExpire : 0 };
  }

  private clear(): void {
    if (Date.now() - this.clearedAt < CLEAR_MS) return;
    this.clearedAt = Date.now();
    // Not waited for: whoever asked has nothing to do with it.
    this.db.query('DELETE FROM request_window WHERE ends_at < now()').catch(() => undefined);
  }
}
