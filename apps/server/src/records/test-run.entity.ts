import type { RunKind } from '@venula/core/prove';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Recorded } from '../common/recorded.ts';
import { Job } from '../jobs/job.entity.ts';

/** One go at a test. What it found is in its readings. */
@Entity('test_run')
export class TestRun extends Recorded {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_test_run' })
  id!: string;

  @Index('IDX_test_run_job')
  @Column({ type: 'uuid', name: 'job_id' })
  jobId!: string;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_test_run_job' })
  job?: Relation<Job>;

  @Column({ type: 'varchar', length: 20 })
  kind!: RunKind;

  @Column({ type: 'jsonb' })
  setup!: Record<string, unknown>;

  /** Version of the plan it was run against. */
  @Column({ type: 'integer', name: 'job_version' })
  jobVersion!: number;
}
