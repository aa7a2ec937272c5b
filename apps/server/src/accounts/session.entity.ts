import {
  Column,
  CreateDateColumn,
  Entity,
  JoinColumn,
  ManyToOne,
  PrimaryColumn,
  type Relation,
} from 'typeorm';
import { User } from './user.entity.ts';

/** The cookie holds a random token; the row holds only its hash, so a copied database signs nobody in. */
@Entity('session')
export class Session {
  @PrimaryColumn({ type: 'varchar', length: 64, name: 'token_hash', primaryKeyConstraintName: 'PK_session' })
  tokenHash!: string;

  @Column({ type: 'uuid', name: 'user_id' })
  userId!: string;

  @ManyToOne(() => User, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'user_id', foreignKeyConstraintName: 'FK_session_user' })
  user!: Relation<User>;

  @CreateDateColumn({ type: 'timestamptz', name: 'created_at' })
  createdAt!: Date;

  @Column({ type: 'timestamptz', name: 'expires_at' })
  expiresAt!: Date;
}
