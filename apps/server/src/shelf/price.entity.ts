import { Column, Entity, PrimaryColumn } from 'typeorm';
import { Signed } from '../common/signed.ts';

/** What a part costs the shop, by the words of the order list: a piece, or a meter of it. */
@Entity('shop_price')
export class ShopPrice extends Signed {
  @PrimaryColumn({ type: 'varchar', length: 200, primaryKeyConstraintName: 'PK_shop_price' })
  part!: string;

  @PrimaryColumn({ type: 'varchar', length: 4, primaryKeyConstraintName: 'PK_shop_price' })
  unit!: 'each' | 'm';

  @Column({ type: 'double precision' })
  cents!: number;
}
