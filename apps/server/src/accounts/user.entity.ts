import { Column, CreateDateColumn, Entity, PrimaryGeneratedColumn, Unique } from 'typeorm';

export const ROLES = ['technician', 'lead', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

/** Somebody of the shop. Never deleted: what was signed stays signed by who did it. */
@Entity('app_user')
@Unique('UQ_app_user_login', ['login'])
export class User {
  @PrimaryGeneratedColumn('uuid', { primaryKeyConstraintName: 'PK_app_user' })
  id!: string;

  @Column({ type: 'varchar', length: 40 })
  login!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  /** Names they signed with before: nobody else gets them. */
  @Column({ type: 'jsonb', name: 'former_names', default: [] })
  formerNames!: string[];

  @Column({ type: 'varchar', length: 12 })
  role!: Role;

  @Column({ type: 'varchar', name: 'password_hash', length: 200 })
  passwordHash!: string;

  /** A lead gave them a password for once: until when it opens the door. Null: the password is their own. */
  @Column({ type: 'timestamptz', name: 'password_for_once_until', nullable: true })
  passwordForOnceUntil!: Date | null;

  /** Null: no PIN. */
  @Column({ type: 'varchar', name: 'pin_hash', length: 200, nullable: true })
  pinHash!: string | null;

  @Column({ type: 'boolean', default: true })
  active!: boolean;

  @CreateDateColumn({ type: 'timestamptz', name: 'created_at' })
  createdAt!: Date;
}
