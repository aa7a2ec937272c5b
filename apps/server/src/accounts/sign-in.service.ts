import { Injectable, UnauthorizedException } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { DoorThrottle } from './door-throttle.ts';
import { isSecret } from './secrets.ts';
import { SessionsService, type Caller, type Opened } from './sessions.service.ts';
import { User } from './user.entity.ts';

/** The same whatever was wrong. */
const wrong = (what: string) =>
  new UnauthorizedException({
    code: 'BAD_SIGN_IN',
    message: what,
    remedy: 'Check and try again. A lead can give you a new password.',
  });

const sourceOf = ({ deviceId, address }: Caller): string => (deviceId ? `device ${deviceId}` : address);

/** Two ways in: name and password anywhere, a PIN on a registered device. */
@Injectable()
export class SignInService {
  constructor(
    private readonly db: DataSource,
    private readonly throttle: DoorThrottle,
    private readonly sessions: SessionsService,
  ) {}

  async byPassword(login: string, password: string, caller: Caller): Promise<Opened> {
    const source = sourceOf(caller);
    const user = await this.throttle.attempt('password', login, source, async () => {
      const named = await this.db.getRepository(User).findOneBy({ login, active: true });
      const right = await isSecret(named?.passwordHash, password);
      const over = named?.passwordForOnceUntil && named.passwordForOnceUntil.getTime() < Date.now();
      return right && !over ? named : null;
    });
    if (!user) throw wrong('Name or password is not right.');
    await this.throttle.forgivePin(user.id, source);
    await this.throttle.purge();
    return this.enter(user, 'password', caller);
  }

  async byPin(userId: string, pin: string, caller: Caller & { readonly deviceId: string }): Promise<Opened> {
    const user = await this.throttle.attempt('pin', userId, sourceOf(caller), async () => {
      const named = await this.db.getRepository(User).findOneBy({ id: userId, active: true });
      return (await isSecret(named?.pinHash, pin)) ? named : null;
    });
    if (!user) throw wrong('That is not the PIN.');
    return this.enter(user, 'pin', caller);
  }

  private enter(user: User, via: 'password' | 'pin', caller: Caller): Promise<Opened> {
    return this.db.transaction(async (tx) => {
      await audit(tx, user.name, 'sign-in', null, { via, from: caller.address });
      return this.sessions.open(tx, user, via, caller);
    });
  }
}
