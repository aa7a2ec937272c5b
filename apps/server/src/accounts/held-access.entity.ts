import { Column, CreateDateColumn, Entity, PrimaryGeneratedColumn } from 'typeorm';
import type { Role } from './user.entity.ts';

/** Why a restore kept a person or a device out until a lead decides. */
export type WhyHeld = 'disabled' | 'demoted' | 'revoked' | 'unknown' | 'no-record';

/** A person or a device that a restored backup would have let in again. Gone once a lead has decided; the audit keeps what. */
@Entity('held_access')
export class HeldAccess {
  @PrimaryGeneratedColumn('uuid', { primaryKeyConstraintName: 'PK_held_access' })
  id!: string;

  @Column({ type: 'varchar', length: 8 })
  of!: 'person' | 'device';

  @Column({ type: 'uuid', name: 'subject_id' })
  subjectId!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  @Column({ type: 'varchar', length: 12 })
  why!: WhyHeld;

  /** Of a person: what they were in the backup. */
  @Column({ type: 'varchar', length: 12, nullable: true })
  role!: Role | null;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;
}
