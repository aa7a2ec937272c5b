import { Injectable, NotFoundException } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { audit } from '../audit/audit.ts';
import { keepAccess } from './access-state.ts';
import { HeldAccess } from './held-access.entity.ts';
import type { Actor } from './sessions.service.ts';
import { ShopDevice } from './shop-device.entity.ts';
import { User } from './user.entity.ts';

/** What a restore kept out, for a lead to decide. */
@Injectable()
export class HeldAccessService {
  constructor(private readonly db: DataSource) {}

  list(): Promise<HeldAccess[]> {
    return this.db.getRepository(HeldAccess).find({ order: { of: 'DESC', name: 'ASC' } });
  }

  /** @param give whether they get back what the backup gave them */
  async decide(id: string, give: boolean, actor: Actor): Promise<void> {
    await this.db.transaction(async (tx) => {
      const held = await tx.findOneBy(HeldAccess, { id });
      if (!held)
        throw new NotFoundException({
          code: 'NOT_HELD',
          message: 'Somebody has decided that already.',
          remedy: 'Load the list again.',
        });
      if (give && held.of === 'device')
        await tx.update(ShopDevice, { id: held.subjectId }, { revoked: false });
      if (give && held.of === 'person')
        await tx.update(
          User,
          { id: held.subjectId },
          { active: true, ...(held.role ? { role: held.role } : {}) },
        );
      await tx.delete(HeldAccess, { id });
      const { of, name, why, role } = held;
      await audit(tx, actor.name, give ? 'access-given' : 'access-left-off', null, { of, name, why, role });
    });
    await keepAccess(this.db);
  }
}
