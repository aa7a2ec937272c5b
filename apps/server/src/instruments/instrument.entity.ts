import type { Dimension } from '@venula/core/quantities';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';

/** What an instrument of the shop reads, SI. */
export interface InstrumentReads {
  readonly dimension: Dimension;
  /** What it is asked on the line: `MEAS:PRES?`. */
  readonly query: string;
  readonly low: number;
  readonly high: number;
  /** Smallest step it shows. */
  readonly resolution: number;
}

/** An instrument the server talks to over TCP, one line a question. */
@Entity('instrument')
export class Instrument extends Signed {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_instrument' })
  id!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  /** For a simulated one nothing counts but the bench: it is on this machine. */
  @Column({ type: 'varchar', length: 120 })
  host!: string;

  /** For a simulated one counted from the bench’s own. */
  @Column({ type: 'integer' })
  port!: number;

  @Column({ type: 'jsonb' })
  reads!: readonly InstrumentReads[];

  /** Day it was last calibrated; null: nobody said. */
  @Column({ type: 'date', name: 'calibrated_on', nullable: true })
  calibratedOn!: string | null;

  /** Stands in for a real one: what the car does has to be told to it. */
  @Column({ type: 'boolean', default: false })
  simulated!: boolean;
}
