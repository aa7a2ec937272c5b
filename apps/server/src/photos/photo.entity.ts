import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Recorded } from '../common/recorded.ts';
import { Job } from '../jobs/job.entity.ts';

/** A picture of a job, as the server made it anew from what came in: without where and by what it was taken. */
@Entity('photo')
export class Photo extends Recorded {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_photo' })
  id!: string;

  @Index('IDX_photo_job')
  @Column({ type: 'uuid', name: 'job_id' })
  jobId!: string;

  @Column({ type: 'varchar', length: 200, default: '' })
  caption!: string;

  /** What it is of: “line:feed”, “view:side”, a step of the job sheet; empty: the job as a whole. */
  @Column({ type: 'varchar', length: 120, default: '' })
  about!: string;

  /** px. */
  @Column({ type: 'integer' })
  width!: number;

  @Column({ type: 'integer' })
  height!: number;

  /** Of what came in: the same id with other bytes is another picture. */
  @Column({ type: 'char', length: 64, name: 'sha256', select: false })
  sha256!: string;

  /** JPEG. */
  @Column({ type: 'bytea', select: false })
  bytes!: Buffer;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_photo_job' })
  job?: Relation<Job>;
}
