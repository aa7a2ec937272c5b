import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { ShopRow, THE_SHOP } from './shop.entity.ts';

/** Which count of versions this is. A backup that is put back counts on from its own: another lineage. */
export interface Lineage {
  /** Empty: there is no shop yet. */
  readonly id: string;
  readonly restored: boolean;
}

export async function lineageOf(tx: EntityManager): Promise<Lineage> {
  const shop = await tx.findOne(ShopRow, {
    where: { id: THE_SHOP },
    select: { id: true, lineage: true, restoredAt: true },
  });
  return { id: shop?.lineage ?? '', restored: !!shop?.restoredAt };
}

/** After a restore: what a device made before it must not pass for a change of what was put back. */
export async function beginLineage(tx: EntityManager): Promise<void> {
  await tx.update(ShopRow, { id: THE_SHOP }, { lineage: randomUUID(), restoredAt: new Date() });
}
