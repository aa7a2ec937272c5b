import { ConflictException, ForbiddenException, Injectable, NotFoundException } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { oneAtATime } from '../db/locks.ts';
import { keepAccess } from './access-state.ts';
import { DoorThrottle } from './door-throttle.ts';
import { PasswordJudge } from './password-judge.ts';
import { refuseWeakPin } from './password-rule.ts';
import { hashSecret, isSecret, newToken, readableSecret } from './secrets.ts';
import { SessionsService, type Actor } from './sessions.service.ts';
import { User, type Role } from './user.entity.ts';

/** A person as leads see them. */
export interface Listed {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
  readonly hasPin: boolean;
  /** False: still the password a lead gave them. */
  readonly ownPassword: boolean;
}

export interface NewPerson {
  readonly login: string;
  readonly name: string;
  readonly role: Role;
}
export interface PersonChange {
  readonly name?: string;
  readonly role?: Role;
  readonly active?: boolean;
}

/** How long a password that a lead gave opens the door, ms: until it is used, a weekend at most. */
const FOR_ONCE_MS = 72 * 3_600_000;

const listed = (u: User): Listed => ({
  id: u.id,
  login: u.login,
  name: u.name,
  role: u.role,
  active: u.active,
  hasPin: u.pinHash !== null,
  ownPassword: u.passwordForOnceUntil === null,
});

@Injectable()
export class PeopleService {
  constructor(
    private readonly db: DataSource,
    private readonly sessions: SessionsService,
    private readonly throttle: DoorThrottle,
    private readonly passwords: PasswordJudge,
  ) {}

  /** A change of who may come in: written down beside the database as well, for a restore to look at. */
  private async changing<T>(work: (tx: EntityManager) => Promise<T>): Promise<T> {
    const done = await this.db.transaction(work);
    await keepAccess(this.db);
    return done;
  }

  async list(): Promise<Listed[]> {
    return (await this.db.getRepository(User).find({ order: { active: 'DESC', name: 'ASC' } })).map(listed);
  }

  /** @returns the person and the password they come in with once */
  async add(body: NewPerson, actor: Actor): Promise<Listed & { readonly password: string }> {
    const { password, forOnce } = await this.passwordForOnce();
    return this.changing(async (tx) => {
      await this.refuseTaken(tx, body);
      const user = await tx.save(
        tx.create(User, { ...body, ...forOnce, active: true, formerNames: [], pinHash: null }),
      );
      await audit(tx, actor.name, 'person-added', null, { ...body });
      return { ...listed(user), password };
    });
  }

  /**
   * Somebody who signed in another shop: their names stay theirs, and they come in once a lead enables them and gives them a
   * password.
   */
  async remember(body: NewPerson & { readonly formerNames: readonly string[] }, actor: Actor): Promise<void> {
    // Nobody knows it, and it is over already.
    const nobodys = { passwordHash: await hashSecret(newToken()), passwordForOnceUntil: new Date(0) };
    await this.db.transaction(async (tx) => {
      await this.refuseTaken(tx, body);
      for (const name of body.formerNames) await refuseTakenName(tx, name);
      await tx.insert(User, { ...body, ...nobodys, formerNames: [...body.formerNames], active: false });
      await audit(tx, actor.name, 'person-added', null, { ...body, from: 'another shop' });
    });
  }

  async change(id: string, body: PersonChange, actor: Actor): Promise<Listed> {
    return this.changing(async (tx) => {
      // Two leads must not demote each other at once.
      await oneAtATime(tx, 'people');
      const user = await this.find(tx, id);
      const name = body.name ?? user.name;
      if (name !== user.name) await refuseTakenName(tx, name, id);
      const after = { ...user, ...body, name };
      if (user.active && user.role === 'lead' && !(after.active && after.role === 'lead'))
        await refuseLastLead(tx, id);
      const formerNames =
        name === user.name ? user.formerNames : [...new Set([...user.formerNames, user.name])];
      await tx.update(User, { id }, { name, formerNames, role: after.role, active: after.active });
      // Out at once, not when the session runs out; another role is read with every request.
      if (!after.active) await this.sessions.endAll(tx, id);
      await audit(tx, actor.name, 'person-changed', null, {
        id,
        was: { name: user.name, role: user.role, active: user.active },
        ...body,
      });
      return listed({ ...after, formerNames });
    });
  }

  /** Somebody forgot their password: they get one for once, are signed out everywhere, and choose their own when they are in. */
  async reset(id: string, actor: Pick<Actor, 'name'>): Promise<{ readonly password: string }> {
    const { password, forOnce } = await this.passwordForOnce();
    await this.db.transaction(async (tx) => {
      const user = await this.find(tx, id);
      await tx.update(User, { id }, { ...forOnce, pinHash: null });
      await this.sessions.endAll(tx, id);
      await audit(tx, actor.name, 'password-reset', null, { id, name: user.name });
    });
    await this.throttle.forgivePin(id);
    return { password };
  }

  /** Their own, with the old one to show that it is them. Every other session of theirs ends, and so does their PIN. */
  async changePassword(actor: Actor, old: string, password: string): Promise<void> {
    const user = await this.proven(actor, old);
    await this.passwords.refuseWeak(password, [user.login, user.name]);
    if (password === old)
      throw new ConflictException({
        code: 'SAME_PASSWORD',
        message: 'That is the password you have.',
        remedy: 'Choose another one.',
      });
    const passwordHash = await hashSecret(password);
    await this.db.transaction(async (tx) => {
      await tx.update(User, { id: user.id }, { passwordHash, passwordForOnceUntil: null, pinHash: null });
      await this.sessions.endAll(tx, user.id, actor.sessionId);
      await audit(tx, user.name, 'password-changed', null);
    });
  }

  /** A PIN for the shop’s tablets; null takes it away. */
  async setPin(actor: Actor, password: string, pin: string | null): Promise<void> {
    const user = await this.proven(actor, password);
    if (pin !== null) refuseWeakPin(pin);
    const pinHash = pin === null ? null : await hashSecret(pin);
    await this.db.transaction(async (tx) => {
      await tx.update(User, { id: user.id }, { pinHash });
      await audit(tx, user.name, pin === null ? 'pin-removed' : 'pin-set', null);
    });
    await this.throttle.forgivePin(user.id);
  }

  /** They have shown that it is them; somebody at a tablet left open does not get to try for long. */
  private async proven(actor: Actor, password: string): Promise<User> {
    const from = `session ${actor.sessionId}`;
    const user = await this.throttle.attempt('password', actor.login, from, async () => {
      const own = await this.find(this.db.manager, actor.id);
      return (await isSecret(own.passwordHash, password)) ? own : null;
    });
    if (!user) throw wrongOld();
    return user;
  }

  private async refuseTaken(tx: EntityManager, { login, name }: NewPerson): Promise<void> {
    await oneAtATime(tx, 'people');
    if (await tx.existsBy(User, { login })) throw taken('login', `Somebody signs in as “${login}” already.`);
    await refuseTakenName(tx, name);
  }

  private async passwordForOnce() {
    const password = readableSecret();
    return {
      password,
      forOnce: {
        passwordHash: await hashSecret(password),
        passwordForOnceUntil: new Date(Date.now() + FOR_ONCE_MS),
      },
    };
  }

  private async find(tx: EntityManager, id: string): Promise<User> {
    const user = await tx.findOneBy(User, { id });
    if (!user) throw new NotFoundException({ code: 'NO_SUCH_PERSON', message: 'There is no such person.' });
    return user;
  }
}

const wrongOld = () =>
  new ForbiddenException({
    code: 'WRONG_PASSWORD',
    message: 'That is not your password.',
    remedy: 'Type the one you sign in with.',
    details: [{ path: 'old', message: 'is not your password' }],
  });

const taken = (path: string, message: string) =>
  new ConflictException({
    code: 'NAME_TAKEN',
    message,
    remedy: 'Add an initial, or a second name.',
    details: [{ path, message }],
  });

/** Records are signed by name: two of one name, or one who signed under it before, could not be told apart. */
async function refuseTakenName(tx: EntityManager, name: string, but?: string): Promise<void> {
  const [found] = await tx.query<{ name: string }[]>(
    `SELECT name FROM app_user WHERE id IS DISTINCT FROM $2
       AND (lower(name) = lower($1) OR former_names @> to_jsonb($1::text)) LIMIT 1`,
    [name, but ?? null],
  );
  if (found) throw taken('name', `${found.name} signs, or has signed, as “${name}”.`);
}

async function refuseLastLead(tx: EntityManager, but: string): Promise<void> {
  const others = await tx
    .createQueryBuilder(User, 'u')
    .where("u.role = 'lead' AND u.active AND u.id <> :but AND u.password_for_once_until IS NULL", { but })
    .getCount();
  if (others === 0)
    throw new ConflictException({
      code: 'LAST_LEAD',
      message: 'This is the only lead who can sign in: nobody could manage the shop.',
      remedy: 'Make somebody else a lead first.',
    });
}
