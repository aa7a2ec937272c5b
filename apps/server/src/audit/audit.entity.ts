import { Column, CreateDateColumn, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';

/** Who did what, when. Written in the same transaction as the deed; never changed. */
@Entity('audit')
export class AuditRow {
  @PrimaryGeneratedColumn({ primaryKeyConstraintName: 'PK_audit' })
  id!: number;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;

  @Column({ type: 'varchar', length: 80 })
  actor!: string;

  @Column({ type: 'varchar', length: 40 })
  action!: string;

  @Index('IDX_audit_job')
  @Column({ type: 'uuid', name: 'job_id', nullable: true })
  jobId!: string | null;

  @Column({ type: 'jsonb', default: {} })
  detail!: Record<string, unknown>;

  /** It came in with an archive: name and date are what the file says. */
  @Column({ type: 'boolean', name: 'from_file', default: false })
  fromFile!: boolean;
}
