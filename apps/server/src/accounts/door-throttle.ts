import { HttpException, Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { oneAtATime } from '../db/locks.ts';
import { DoorTry } from './door-try.entity.ts';

/**
 * Wrong tries a door takes. A name that signed in from an address in the last 30 days is judged by its own wrong tries there, so that
 * nobody else at that address, a whole shop behind one, can lock it out. Names that did not share one limit an address, so that one
 * stranger cannot try everybody; and each has a limit over all such addresses, so that many strangers cannot try one.
 */
const PASSWORD = { minutes: 10, sameSource: 8, perSource: 40, strangers: 30 } as const;
const START = { minutes: 10, perSource: 10 } as const;
const PIN = { minutes: 10, perSource: 20, mostMisses: 5 } as const;
const KNOWN_DAYS = 30;
const MINUTES = { password: PASSWORD.minutes, pin: PIN.minutes, start: START.minutes } as const;

interface Counts {
  readonly same: number;
  readonly source: number;
  readonly strangers: number;
  readonly known: boolean;
  readonly misses: number;
}

const minutes = (n: number, what: string) =>
  new HttpException(
    {
      code: 'TOO_MANY_TRIES',
      message: what,
      remedy: `Wait ${n} minutes, or ask a lead.`,
      retryAfterS: n * 60,
    },
    429,
  );

/** Counts tries in the database, so that several servers count together. */
@Injectable()
export class DoorThrottle {
  constructor(private readonly db: DataSource) {}

  /**
   * Looks at what was tried, where it may be looked at: a wrong one counts from then on.
   * @param look whoever it opens for; null: it was wrong
   * @throws 403, 429 where there were too many wrong ones; what `look` throws: then the try counts for nothing
   */
  async attempt<T>(
    door: DoorTry['door'],
    name: string,
    source: string,
    look: () => Promise<T | null>,
  ): Promise<T | null> {
    const id = await this.knock(door, name, source);
    try {
      const opened = await look();
      if (opened !== null) await this.db.getRepository(DoorTry).update({ id }, { opened: true });
      return opened;
    } catch (cause) {
      await this.db.getRepository(DoorTry).delete({ id });
      throw cause;
    }
  }

  /**
   * Counts what was tried before, and writes this try down where it may be looked at: one after the other, so that of many at once
   * exactly as many as the limit get past. A try that is refused is not written down and counts for nobody.
   * @returns what to name when the door opens
   */
  private knock(door: DoorTry['door'], name: string, source: string): Promise<number> {
    return this.db.transaction(async (tx) => {
      await oneAtATime(tx, 'doors');
      const refusal = why(door, await count(tx, door, name, source));
      if (refusal) throw refusal;
      const made = await tx.insert(DoorTry, { door, name, source });
      return (made.identifiers[0] as { id: number }).id;
    });
  }

  /** Forgets the wrong PINs of somebody: they gave their password, or have a new one. */
  async forgivePin(userId: string, source?: string): Promise<void> {
    await this.db.getRepository(DoorTry).delete({ door: 'pin', name: userId, ...(source ? { source } : {}) });
  }

  /** What is old enough to count no more. */
  async purge(): Promise<void> {
    await this.db.query(
      `DELETE FROM door_try WHERE at < now() - make_interval(days => $1)
        OR (door <> 'pin' AND NOT opened AND at < now() - interval '1 day')`,
      [KNOWN_DAYS],
    );
  }
}

/** What was tried before this one. */
async function count(
  tx: EntityManager,
  door: DoorTry['door'],
  name: string,
  source: string,
): Promise<Counts> {
  const [row] = await tx.query<
    [Record<'same' | 'source' | 'strangers' | 'misses', string> & { known: boolean }]
  >(
    `WITH last AS (
         SELECT coalesce(max(at), '-infinity') AS at FROM door_try
         WHERE door = $1 AND name = $2 AND source = $3 AND opened),
       recent AS (
         SELECT name, source, at FROM door_try
         WHERE door = $1 AND NOT opened AND at > now() - make_interval(mins => $4) AND (name = $2 OR source = $3))
       SELECT
         (SELECT count(*) FROM recent, last WHERE name = $2 AND source = $3 AND recent.at > last.at) AS same,
         (SELECT count(*) FROM recent WHERE source = $3 AND NOT EXISTS (
            SELECT 1 FROM door_try k WHERE k.door = 'password' AND k.door = $1 AND k.name = recent.name AND k.source = $3
              AND k.opened AND k.at > now() - make_interval(days => $5))) AS source,
         (SELECT count(*) FROM recent WHERE name = $2 AND NOT EXISTS (
            SELECT 1 FROM door_try k WHERE k.door = $1 AND k.name = $2 AND k.source = recent.source AND k.opened)) AS strangers,
         (SELECT at > now() - make_interval(days => $5) FROM last) AS known,
         (SELECT count(*) FROM door_try, last WHERE door = $1 AND name = $2 AND source = $3 AND NOT opened
            AND door_try.at > last.at) AS misses`,
    [door, name, source, MINUTES[door], KNOWN_DAYS],
  );
  return {
    same: Number(row.same),
    source: Number(row.source),
    strangers: Number(row.strangers),
    known: row.known,
    misses: Number(row.misses),
  };
}

/** Why one more try is not looked at. */
function why(
  door: DoorTry['door'],
  { same, source, strangers, known, misses }: Counts,
): HttpException | null {
  if (door === 'pin') {
    if (misses >= PIN.mostMisses)
      return new HttpException(
        {
          code: 'PIN_LOCKED',
          message: `${PIN.mostMisses} wrong PINs: this one is locked here.`,
          remedy: 'Sign in with the password; that unlocks it.',
        },
        403,
      );
    return source >= PIN.perSource ? minutes(PIN.minutes, 'Too many wrong PINs on this tablet.') : null;
  }
  if (door === 'start')
    return source >= START.perSource ? minutes(START.minutes, 'Too many wrong codes from here.') : null;
  if (same >= PASSWORD.sameSource)
    return minutes(PASSWORD.minutes, 'Too many wrong passwords for this name.');
  if (known) return null;
  if (source >= PASSWORD.perSource) return minutes(PASSWORD.minutes, 'Too many wrong passwords from here.');
  if (strangers >= PASSWORD.strangers)
    return minutes(PASSWORD.minutes, 'Too many wrong passwords for this name.');
  return null;
}
