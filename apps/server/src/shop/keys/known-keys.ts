import type { EntityManager } from 'typeorm';
import { fingerprintOf } from './signing.ts';
import { ShopKey } from './shop-key.entity.ts';

/** What the shop knows of a key a file was signed with. */
export interface KnownKey {
  readonly fingerprint: string;
  /** Whose it is; null: the shop does not know it. */
  readonly shop: string | null;
  readonly own: boolean;
}

/** Own keys are known for good, replaced ones too; another shop’s as long as a lead trusts it. */
export async function keyKnown(tx: EntityManager, publicKey: string): Promise<KnownKey> {
  const fingerprint = fingerprintOf(publicKey);
  const row = await tx.findOneBy(ShopKey, { fingerprint });
  const trusted = row && (row.own || row.retiredAt === null);
  return { fingerprint, shop: trusted ? row.shop : null, own: row?.own ?? false };
}
