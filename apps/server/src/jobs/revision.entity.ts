import type { JobDocument } from '@venula/core/document';
import { storedDocument } from './stored-document.ts';
import {
  Column,
  Entity,
  JoinColumn,
  ManyToOne,
  PrimaryGeneratedColumn,
  Unique,
  type Relation,
} from 'typeorm';
import { Recorded } from '../common/recorded.ts';
import { Job } from './job.entity.ts';

/** The document frozen under a name: "plan A", "as built". */
@Entity('revision')
@Unique('UQ_revision_name', ['jobId', 'name'])
export class Revision extends Recorded {
  @PrimaryGeneratedColumn('uuid', { primaryKeyConstraintName: 'PK_revision' })
  id!: string;

  @Column({ type: 'uuid', name: 'job_id' })
  jobId!: string;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_revision_job' })
  job?: Relation<Job>;

  @Column({ type: 'varchar', length: 60 })
  name!: string;

  @Column({ type: 'jsonb', transformer: storedDocument })
  document!: JobDocument;

  @Column({ type: 'integer' })
  version!: number;
}
