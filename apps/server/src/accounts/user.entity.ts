import { Column, CreateDateColumn, Entity, PrimaryGeneratedColumn, Unique } from 'typeorm';

export const ROLES = ['technician', 'lead', 'viewer'] as const;
export type Role = (typeof ROLES)[number];

@Entity('app_user')
@Unique('UQ_app_user_login', ['login'])
export class User {
  @PrimaryGeneratedColumn('uuid', { primaryKeyConstraintName: 'PK_app_user' })
  id!: string;

  @Column({ type: 'varchar', length: 40 })
  login!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  @Column({ type: 'varchar', length: 12 })
  role!: Role;

  @Column({ type: 'varchar', name: 'password_hash', length: 200 })
  passwordHash!: string;

  @Column({ type: 'boolean', default: true })
  active!: boolean;

  @CreateDateColumn({ type: 'timestamptz', name: 'created_at' })
  createdAt!: Date;
}
