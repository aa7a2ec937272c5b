import type { JobDocument } from '@venula/core/document';
import { storedDocument } from './stored-document.ts';
import {
  Column,
  CreateDateColumn,
  Entity,
  Generated,
  Index,
  PrimaryGeneratedColumn,
  Unique,
  UpdateDateColumn,
} from 'typeorm';

/** What the list of jobs shows without solving anything: worked out once per version. */
export type JobSummary =
  | {
      readonly stops: number;
      readonly fixes: number;
      readonly notes: number;
      /** Least supply margin along the pull, or null. */
      readonly margin: number | null;
    }
  /** Why this plan cannot be judged. */
  | { readonly unjudged: string };

/** Where a job came from that was not begun here. */
export interface Imported {
  readonly by: string;
  /** ISO 8601. */
  readonly at: string;
  /** The key that signed the file, base64; null: it was not signed. Whose key it is is looked up when the job is opened. */
  readonly signature: { readonly publicKey: string } | null;
}

@Entity('job')
@Unique('UQ_job_number', ['number'])
@Index('IDX_job_archived_updated', ['archived', 'updatedAt'])
export class Job {
  @PrimaryGeneratedColumn('uuid', { primaryKeyConstraintName: 'PK_job' })
  id!: string;

  @Column({ type: 'integer' })
  @Generated('increment')
  number!: number;

  @Column({ type: 'varchar', length: 120 })
  title!: string;

  @Column({ type: 'varchar', length: 120, default: '' })
  customer!: string;

  @Column({ type: 'varchar', length: 200, default: '' })
  vehicle!: string;

  @Column({ type: 'jsonb', transformer: storedDocument })
  document!: JobDocument;

  @Column({ type: 'integer', default: 1 })
  version!: number;

  @Column({ type: 'boolean', default: false })
  archived!: boolean;

  /** Null: it was begun in this shop. */
  @Column({ type: 'jsonb', nullable: true })
  imported!: Imported | null;

  @Column({ type: 'jsonb', nullable: true })
  summary!: JobSummary | null;

  @Column({ type: 'integer', name: 'summary_version', default: 0 })
  summaryVersion!: number;

  /** The core that judged it. */
  @Column({ type: 'varchar', length: 16, name: 'summary_core', default: '' })
  summaryCore!: string;

  @CreateDateColumn({ type: 'timestamptz', name: 'created_at' })
  createdAt!: Date;

  @UpdateDateColumn({ type: 'timestamptz', name: 'updated_at' })
  updatedAt!: Date;

  @Column({ type: 'varchar', length: 80, name: 'updated_by' })
  updatedBy!: string;
}
