import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Signed } from '../common/signed.ts';
import { Job } from '../jobs/job.entity.ts';
import { ShelfItem } from './shelf-item.entity.ts';

/** So much of something on the shelf is put aside for a job. */
@Entity('shelf_reservation')
export class Reservation extends Signed {
  @PrimaryColumn({ type: 'uuid', name: 'item_id', primaryKeyConstraintName: 'PK_shelf_reservation' })
  itemId!: string;

  @Index('IDX_shelf_reservation_job')
  @PrimaryColumn({ type: 'uuid', name: 'job_id', primaryKeyConstraintName: 'PK_shelf_reservation' })
  jobId!: string;

  @Column({ type: 'double precision' })
  quantity!: number;

  @ManyToOne(() => ShelfItem)
  @JoinColumn({ name: 'item_id', foreignKeyConstraintName: 'FK_shelf_reservation_item' })
  item?: Relation<ShelfItem>;

  @ManyToOne(() => Job)
  @JoinColumn({ name: 'job_id', foreignKeyConstraintName: 'FK_shelf_reservation_job' })
  job?: Relation<Job>;
}
