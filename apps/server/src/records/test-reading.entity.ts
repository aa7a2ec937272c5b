import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Recorded } from '../common/recorded.ts';
import { TestRun } from './test-run.entity.ts';

export const READING_KINDS = [
  'dry-row',
  'joint',
  'pressure',
  'draw-off',
  'log',
  'measured',
  'step',
  'removed',
  'found',
  'second-look',
  'sign-off',
  'confirm',
] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

/** One reading, never changed: a correction is a new row that names the old. Its id comes from the device. */
@Entity('test_reading')
@Index('IDX_test_reading_sign_off', ['runId'], { where: `kind = 'sign-off'` })
export class TestReading extends Recorded {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_test_reading' })
  id!: string;

  @Index('IDX_test_reading_run')
  @Column({ type: 'uuid', name: 'run_id' })
  runId!: string;

  @ManyToOne(() => TestRun)
  @JoinColumn({ name: 'run_id', foreignKeyConstraintName: 'FK_test_reading_run' })
  run?: Relation<TestRun>;

  @Column({ type: 'varchar', length: 20 })
  kind!: ReadingKind;

  @Column({ type: 'jsonb' })
  payload!: Record<string, unknown>;

  @Column({ type: 'uuid', nullable: true })
  corrects!: string | null;

  @ManyToOne(() => TestReading)
  @JoinColumn({ name: 'corrects', foreignKeyConstraintName: 'FK_test_reading_corrects' })
  corrected?: Relation<TestReading>;

  /** Who took it, whatever they are called by now; null: it came in with an archive. */
  @Column({ type: 'uuid', name: 'author_id', nullable: true })
  authorId!: string | null;

  /** Lines of the plan that had fuel in them then; null: a dry test, or stored before this was kept. */
  @Column({ type: 'jsonb', nullable: true })
  lines!: readonly string[] | null;

  /** What it is judged by: the device’s clock, put right by how far it was off when the reading was sent. */
  @Column({ type: 'timestamptz', name: 'taken_at' })
  takenAt!: Date;

  /** By the device’s own clock; null: stored before both were kept. */
  @Column({ type: 'timestamptz', name: 'device_at', nullable: true })
  deviceAt!: Date | null;
}
