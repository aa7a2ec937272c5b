import { Column, CreateDateColumn } from 'typeorm';

/** What somebody did and when, as the record keeps it for good. */
export abstract class Signed {
  /** The name they went by that day. */
  @Column({ type: 'varchar', length: 80 })
  author!: string;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;
}
