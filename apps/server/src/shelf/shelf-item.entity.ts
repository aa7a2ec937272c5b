import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';

/** Something the shop has: parts by the piece, or one length of hose or wire. */
@Entity('shelf_item')
export class ShelfItem extends Signed {
  @PrimaryColumn({ type: 'uuid', primaryKeyConstraintName: 'PK_shelf_item' })
  id!: string;

  /** As the order list calls it. */
  @Column({ type: 'varchar', length: 200 })
  part!: string;

  @Column({ type: 'varchar', length: 4 })
  unit!: 'each' | 'm';

  /** Pieces, or m. */
  @Column({ type: 'double precision' })
  quantity!: number;

  /** Where it lies, how old it is. */
  @Column({ type: 'varchar', length: 200, default: '' })
  note!: string;
}
