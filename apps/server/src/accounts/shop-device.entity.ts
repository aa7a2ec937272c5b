import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';

/** A tablet of the shop that a lead has registered: on it technicians switch by PIN. Its cookie holds a random token, the row its hash. */
@Entity('shop_device')
export class ShopDevice extends Signed {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_shop_device' })
  id!: string;

  @Column({ type: 'varchar', length: 60 })
  name!: string;

  @Column({ type: 'varchar', length: 64, name: 'token_hash' })
  tokenHash!: string;

  @Column({ type: 'timestamptz', name: 'seen_at', nullable: true })
  seenAt!: Date | null;

  @Column({ type: 'boolean', default: false })
  revoked!: boolean;
}
