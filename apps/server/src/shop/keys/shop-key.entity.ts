import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../../common/signed.ts';

/** A key that signs archives: this shop’s own, of which it holds both halves, or the public half of another shop’s. */
@Entity('shop_key')
export class ShopKey extends Signed {
  /** What two people compare: eight groups of four. */
  @PrimaryColumn({ type: 'varchar', length: 40, primaryKeyConstraintName: 'PK_shop_key' })
  fingerprint!: string;

  /** Ed25519, 32 bytes in base64. */
  @Column({ type: 'varchar', length: 60, name: 'public_key' })
  publicKey!: string;

  /** PKCS #8, PEM. Only of the own key that is in use: a key that was replaced signs nothing more. */
  @Column({ type: 'text', name: 'private_key', nullable: true, select: false })
  privateKey!: string | null;

  /** Whose it is: as a lead of this shop called it, not as a file calls itself. */
  @Column({ type: 'varchar', length: 80 })
  shop!: string;

  @Column({ type: 'boolean' })
  own!: boolean;

  /** Replaced (own) or no longer trusted (another’s) from then on. */
  @Column({ type: 'timestamptz', name: 'retired_at', nullable: true })
  retiredAt!: Date | null;
}
