import {
  Column,
  CreateDateColumn,
  Entity,
  Index,
  JoinColumn,
  ManyToOne,
  PrimaryColumn,
  Unique,
  type Relation,
} from 'typeorm';
import { ShopDevice } from './shop-device.entity.ts';
import { User } from './user.entity.ts';

/** The cookie holds a random token; the row holds only its hash, so a copied database signs nobody in. */
@Entity('session')
@Unique('UQ_session_id', ['id'])
export class Session {
  @PrimaryColumn({ type: 'varchar', length: 64, name: 'token_hash', primaryKeyConstraintName: 'PK_session' })
  tokenHash!: string;

  /** What it goes by in lists: opens nothing. */
  @Column({ type: 'uuid' })
  id!: string;

  @Index('IDX_session_user')
  @Column({ type: 'uuid', name: 'user_id' })
  userId!: string;

  @ManyToOne(() => User, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'user_id', foreignKeyConstraintName: 'FK_session_user' })
  user!: Relation<User>;

  @Column({ type: 'varchar', length: 8 })
  via!: 'password' | 'pin';

  @Column({ type: 'uuid', name: 'device_id', nullable: true })
  deviceId!: string | null;

  @ManyToOne(() => ShopDevice, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'device_id', foreignKeyConstraintName: 'FK_session_device' })
  device?: Relation<ShopDevice> | null;

  @Column({ type: 'varchar', length: 45 })
  address!: string;

  /** What the browser says it is. */
  @Column({ type: 'varchar', length: 160 })
  agent!: string;

  @CreateDateColumn({ type: 'timestamptz', name: 'created_at' })
  createdAt!: Date;

  @Column({ type: 'timestamptz', name: 'seen_at' })
  seenAt!: Date;

  @Column({ type: 'timestamptz', name: 'expires_at' })
  expiresAt!: Date;
}
