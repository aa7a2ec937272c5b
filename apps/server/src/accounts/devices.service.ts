import { randomUUID } from 'node:crypto';
import { Injectable, NotFoundException } from '@nestjs/common';
import { DataSource, IsNull, Not } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { keepAccess } from './access-state.ts';
import { digest, newToken } from './secrets.ts';
import { Session } from './session.entity.ts';
import type { Actor } from './sessions.service.ts';
import { ShopDevice } from './shop-device.entity.ts';
import { User } from './user.entity.ts';

/** Tablets on which people switch by PIN. */
@Injectable()
export class DevicesService {
  constructor(private readonly db: DataSource) {}

  list(): Promise<Pick<ShopDevice, 'id' | 'name' | 'seenAt' | 'author' | 'at'>[]> {
    return this.db.getRepository(ShopDevice).find({
      select: { id: true, name: true, seenAt: true, author: true, at: true },
      where: { revoked: false },
      order: { name: 'ASC' },
    });
  }

  /** @returns the token that the device keeps */
  async register(name: string, actor: Actor): Promise<{ readonly id: string; readonly token: string }> {
    const id = randomUUID();
    const token = newToken();
    await this.db.transaction(async (tx) => {
      await tx.insert(ShopDevice, { id, name, tokenHash: digest(token), author: actor.name });
      await audit(tx, actor.name, 'device-registered', null, { id, name });
    });
    await keepAccess(this.db);
    return { id, token };
  }

  /** A device that was lost: nobody is signed in on it any more, and nobody can by PIN. */
  async revoke(id: string, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      const device = await tx.findOneBy(ShopDevice, { id, revoked: false });
      if (!device)
        throw new NotFoundException({ code: 'NO_SUCH_DEVICE', message: 'There is no such device.' });
      await tx.update(ShopDevice, { id }, { revoked: true });
      await tx.delete(Session, { deviceId: id });
      await audit(tx, actor.name, 'device-revoked', null, { id, name: device.name });
    });
    await keepAccess(this.db);
  }

  async byToken(token: string | undefined): Promise<ShopDevice | null> {
    if (!token) return null;
    return this.db.getRepository(ShopDevice).findOneBy({ tokenHash: digest(token), revoked: false });
  }

  /** Who can come in by PIN here: names only, to whoever holds the device. */
  async peopleOn(device: ShopDevice): Promise<{ readonly id: string; readonly name: string }[]> {
    await this.db.getRepository(ShopDevice).update({ id: device.id }, { seenAt: new Date() });
    return this.db.getRepository(User).find({
      select: { id: true, name: true },
      where: { active: true, pinHash: Not(IsNull()), passwordForOnceUntil: IsNull() },
      order: { name: 'ASC' },
    });
  }
}
