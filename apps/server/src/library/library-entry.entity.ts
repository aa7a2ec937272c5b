import type { LibraryData } from '@venula/core/edit';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';

/** Something the shop uses again: a part with all its figures, or a set of injectors. Jobs hold copies of their own. */
@Entity('library_entry')
export class LibraryRow extends Signed {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_library_entry' })
  id!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  @Column({ type: 'jsonb' })
  data!: LibraryData;

  /** Goes up with every change: a job knows which one it copied. */
  @Column({ type: 'integer', default: 1 })
  revision!: number;

  /** Not offered any more; jobs that used it still know it. */
  @Column({ type: 'boolean', default: false })
  retired!: boolean;
}
