import type { PatchOperation } from '@venula/core/outcome';
import {
  Column,
  CreateDateColumn,
  Entity,
  JoinColumn,
  ManyToOne,
  PrimaryColumn,
  Unique,
  type Relation,
} from 'typeorm';
import { Job } from './job.entity.ts';

/** One acknowledged change. Its id comes from the device that made it, so that sending it twice does it once. */
@Entity('job_change')
@Unique('UQ_job_change_version', ['jobId', 'version'])
export class JobChange {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_job_change' })
  id!: string;

  @Column({ type: 'uuid', name: 'job_id' })
  jobId!: string;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_job_change_job' })
  job?: Relation<Job>;

  /** The page that made it: what one page sends in a row never conflicts with itself. */
  @Column({ type: 'uuid', name: 'client_id', nullable: true })
  clientId!: string | null;

  @Column({ type: 'integer', name: 'base_version' })
  baseVersion!: number;

  @Column({ type: 'integer' })
  version!: number;

  @Column({ type: 'jsonb' })
  patch!: PatchOperation[];

  @Column({ type: 'varchar', length: 80 })
  author!: string;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;

  /** It came in with an archive: name and date are what the file says. */
  @Column({ type: 'boolean', name: 'from_file', default: false })
  fromFile!: boolean;
}
