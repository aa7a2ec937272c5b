import { Column, CreateDateColumn, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';

@Entity('login_failure')
@Index('IDX_login_failure_login_at', ['login', 'at'])
export class LoginFailure {
  @PrimaryGeneratedColumn({ primaryKeyConstraintName: 'PK_login_failure' })
  id!: number;

  @Column({ type: 'varchar', length: 40 })
  login!: string;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;
}
