import { createHash, randomBytes } from 'node:crypto';
import { HttpException, Injectable, UnauthorizedException } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { DataSource, MoreThan } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { LoginFailure } from './login-failure.entity.ts';
import { Session } from './session.entity.ts';
import { User, type Role } from './user.entity.ts';

export interface Actor {
  readonly id: string;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
}

const SESSION_DAYS = 14;
const FAILURES = { most: 8, withinMinutes: 10 };

const digest = (token: string): string => createHash('sha256').update(token).digest('hex');
const actorOf = ({ id, login, name, role }: User): Actor => ({ id, login, name, role });

@Injectable()
export class AccountsService {
  /** A real hash to verify against when the login is unknown, so that both answers take as long. */
  private readonly decoy = hash(randomBytes(12).toString('hex'));

  constructor(private readonly db: DataSource) {}

  async signIn(login: string, password: string): Promise<{ token: string; actor: Actor; expires: Date }> {
    await this.refuseWhenThrottled(login);
    const user = await this.db.getRepository(User).findOneBy({ login, active: true });
    const right = await verify(user?.passwordHash ?? (await this.decoy), password);
    if (!user || !right) {
      await this.db.getRepository(LoginFailure).insert({ login });
      throw new UnauthorizedException({
        code: 'BAD_SIGN_IN',
        message: 'Name or password is not right.',
        remedy: 'Check both and try again.',
      });
    }
    const token = randomBytes(32).toString('base64url');
    const expires = new Date(Date.now() + SESSION_DAYS * 86_400_000);
    await this.db.transaction(async (tx) => {
      await tx.insert(Session, { tokenHash: digest(token), userId: user.id, expiresAt: expires });
      await audit(tx, user.name, 'sign-in', null);
    });
    return { token, actor: actorOf(user), expires };
  }

  async actorFor(token: string): Promise<Actor | null> {
    const session = await this.db.getRepository(Session).findOne({
      where: { tokenHash: digest(token), expiresAt: MoreThan(new Date()) },
      relations: { user: true },
    });
    return session?.user.active ? actorOf(session.user) : null;
  }

  async signOut(token: string): Promise<void> {
    await this.db.getRepository(Session).delete({ tokenHash: digest(token) });
  }

  private async refuseWhenThrottled(login: string): Promise<void> {
    const since = new Date(Date.now() - FAILURES.withinMinutes * 60_000);
    const failed = await this.db.getRepository(LoginFailure).countBy({ login, at: MoreThan(since) });
    if (failed >= FAILURES.most) {
      throw new HttpException(
        {
          code: 'TOO_MANY_TRIES',
          message: `Too many wrong passwords for this name.`,
          remedy: `Wait ${FAILURES.withinMinutes} minutes.`,
          retryAfterS: FAILURES.withinMinutes * 60,
        },
        429,
      );
    }
  }
}

export const hashPassword = (password: string): Promise<string> => hash(password);
