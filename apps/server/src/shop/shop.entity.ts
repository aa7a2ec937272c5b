import { Column, Entity, Generated, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';
import type { ShopSettings } from './settings.ts';

/** The shop itself: one row. Without a name it has not been started yet. */
@Entity('shop')
export class ShopRow extends Signed {
  @PrimaryColumn({ type: 'smallint', primaryKeyConstraintName: 'PK_shop' })
  id!: number;

  /** Made up, with passwords that everybody knows. */
  @Column({ type: 'boolean', default: false })
  demo!: boolean;

  @Column({ type: 'jsonb' })
  settings!: ShopSettings;

  /** PNG, small enough for a letterhead. */
  @Column({ type: 'bytea', nullable: true, select: false })
  logo!: Buffer | null;

  @Column({ type: 'varchar', length: 64, name: 'logo_sum', nullable: true })
  logoSum!: string | null;

  /** Which count of versions this is: another after each restore. */
  @Column({ type: 'uuid' })
  @Generated('uuid')
  lineage!: string;

  /** When a backup was last put back; null: never. */
  @Column({ type: 'timestamptz', name: 'restored_at', nullable: true })
  restoredAt!: Date | null;

  /** Digest of the code that whoever starts the shop has to know: it is printed where the program was started. */
  @Column({ type: 'varchar', length: 64, name: 'start_code', nullable: true })
  startCode!: string | null;
}

export const THE_SHOP = 1;
