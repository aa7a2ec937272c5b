import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { exhaustMap, filter, interval, type Observable } from 'rxjs';
import { DataSource, MoreThan, Not, type EntityManager } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { digest, newToken } from './secrets.ts';
import { Session } from './session.entity.ts';
import type { Role, User } from './user.entity.ts';

/** Who calls, and how they came in. */
export interface Actor {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
  readonly sessionId: string;
  readonly via: Session['via'];
  /** False: a lead gave them a password for once, and they have to choose their own first. */
  readonly ownPassword: boolean;
}

/** Where somebody signs in from. */
export interface Caller {
  readonly address: string;
  readonly agent: string;
  /** The registered device, if it is one. */
  readonly deviceId: string | null;
}

export interface Opened {
  readonly token: string;
  readonly actor: Actor;
  readonly expires: Date;
}

const HOUR_MS = 3_600_000;
/** However it is used, and unused: a PIN is for one working day, a password for a fortnight with no three days of rest. */
const LASTS_MS = { pin: 12 * HOUR_MS, password: 14 * 24 * HOUR_MS } as const;
const IDLE_MS = 3 * 24 * HOUR_MS;
/** How exactly it is known when somebody was last seen, ms: not every request writes. */
const SEEN_MS = 60_000;

type ActorRow = Actor & { readonly seenAt: Date };

/** Asked before every request: written out, since to build it each time takes longer than to answer it. */
const ACTOR = `
  SELECT u.id, u.login, u.name, u.role, s.id AS "sessionId", s.via, s.seen_at AS "seenAt",
    u.password_for_once_until IS NULL AS "ownPassword"
  FROM session s JOIN app_user u ON u.id = s.user_id
  WHERE s.token_hash = $1 AND s.expires_at > now() AND s.seen_at > $2 AND u.active`;

@Injectable()
export class SessionsService {
  constructor(private readonly db: DataSource) {}

  async open(tx: EntityManager, user: User, via: Session['via'], caller: Caller): Promise<Opened> {
    // Nobody comes back to what has run out.
    await tx.query('DELETE FROM session WHERE expires_at < now() OR seen_at < $1', [
      new Date(Date.now() - IDLE_MS),
    ]);
    const token = newToken();
    const expires = new Date(Date.now() + LASTS_MS[via]);
    const id = randomUUID();
    await tx.insert(Session, {
      id,
      tokenHash: digest(token),
      userId: user.id,
      via,
      deviceId: caller.deviceId,
      address: caller.address.slice(0, 45),
      agent: caller.agent.slice(0, 160),
      seenAt: new Date(),
      expiresAt: expires,
    });
    return { token, actor: actorOf(user, { id, via }), expires };
  }

  async actorFor(token: string): Promise<Actor | null> {
    const [row] = await this.db.query<ActorRow[]>(ACTOR, [digest(token), new Date(Date.now() - IDLE_MS)]);
    if (!row) return null;
    const { seenAt, ...actor } = row;
    if (seenAt.getTime() < Date.now() - SEEN_MS)
      await this.db.getRepository(Session).update({ id: actor.sessionId }, { seenAt: new Date() });
    return actor;
  }

  async isOpen(id: string): Promise<boolean> {
    return this.db
      .getRepository(Session)
      .existsBy({ id, user: { active: true }, expiresAt: MoreThan(new Date()) });
  }

  /** Emits once a session is over, by sign-out, a disabled person or a revoked device: ends a stream that is open in it. */
  ended(id: string, checkMs: number): Observable<unknown> {
    return interval(checkMs).pipe(
      // A database that does not answer ends no session.
      exhaustMap(() => this.isOpen(id).catch(() => true)),
      filter((open) => !open),
    );
  }

  async end(token: string): Promise<void> {
    await this.db.getRepository(Session).delete({ tokenHash: digest(token) });
  }

  /** Ends every session of somebody, but for the one they are in. */
  async endAll(tx: EntityManager, userId: string, but?: string): Promise<void> {
    await tx.delete(Session, { userId, ...(but ? { id: Not(but) } : {}) });
  }

  /** Open sessions, the newest first: of one person, or of everybody. */
  async list(userId?: string) {
    const rows = await this.db.getRepository(Session).find({
      where: { expiresAt: MoreThan(new Date()), ...(userId ? { userId } : {}) },
      relations: { user: true, device: true },
      order: { seenAt: 'DESC' },
      take: 500,
    });
    return rows.map(({ id, via, address, agent, createdAt, seenAt, expiresAt, user, device }) => ({
      id,
      person: { id: user.id, name: user.name },
      device: device?.name ?? null,
      via,
      address,
      agent,
      createdAt,
      seenAt,
      expiresAt,
    }));
  }

  /** Ends a session by what it goes by in lists; of one person only, where that is asked. */
  async endById(id: string, actor: Actor, userId?: string): Promise<void> {
    await this.db.transaction(async (tx) => {
      const where = { id, ...(userId ? { userId } : {}) };
      const session = await tx.findOne(Session, { where, relations: { user: true, device: true } });
      const done = await tx.delete(Session, where);
      if (!session || !done.affected)
        throw new NotFoundException({ code: 'NO_SUCH_SESSION', message: 'That session has ended already.' });
      const { user, device, address } = session;
      await audit(tx, actor.name, 'session-ended', null, { of: user.name, on: device?.name ?? address });
    });
  }
}

const actorOf = (user: User, session: Pick<Session, 'id' | 'via'>): Actor => ({
  id: user.id,
  login: user.login,
  name: user.name,
  role: user.role,
  sessionId: session.id,
  via: session.via,
  ownPassword: user.passwordForOnceUntil === null,
});
