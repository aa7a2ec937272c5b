import type { Severity } from '@venula/core/outcome';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Recorded } from '../common/recorded.ts';
import type { Role } from '../accounts/user.entity.ts';
import { Job } from './job.entity.ts';

/** A finding accepted with a reason. It stands for the numbers of that day: the fingerprint. */
@Entity('acceptance')
export class Acceptance extends Recorded {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_acceptance' })
  id!: string;

  @Index('IDX_acceptance_job')
  @Column({ type: 'uuid', name: 'job_id' })
  jobId!: string;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_acceptance_job' })
  job?: Relation<Job>;

  @Column({ type: 'varchar', length: 140, name: 'finding_key' })
  findingKey!: string;

  @Column({ type: 'varchar', length: 80 })
  fingerprint!: string;

  @Column({ type: 'varchar', length: 8 })
  severity!: Severity;

  @Column({ type: 'varchar', length: 400 })
  title!: string;

  @Column({ type: 'varchar', length: 500 })
  reason!: string;

  @Column({ type: 'varchar', length: 12 })
  role!: Role;
}
