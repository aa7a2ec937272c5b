import { Column, Entity, PrimaryColumn } from 'typeorm';

/** How often somebody asked in the window that is open; not worth keeping through a crash. */
@Entity('request_window')
export class RequestWindow {
  @PrimaryColumn({ type: 'varchar', length: 80, primaryKeyConstraintName: 'PK_request_window' })
  key!: string;

  @Column({ type: 'integer' })
  hits!: number;

  @Column({ type: 'timestamptz', name: 'ends_at' })
  endsAt!: Date;
}
