import { Column, CreateDateColumn, Entity, Index, PrimaryGeneratedColumn } from 'typeorm';

/** One try at a door, a password, a PIN or the code of the first start, that is looked at. Written down before it is, so that many at once count too. */
@Entity('door_try')
@Index('IDX_door_try_name', ['door', 'name', 'at'])
@Index('IDX_door_try_source', ['source', 'at'])
export class DoorTry {
  @PrimaryGeneratedColumn({ primaryKeyConstraintName: 'PK_door_try' })
  id!: number;

  @Column({ type: 'varchar', length: 8 })
  door!: 'password' | 'pin' | 'start';

  /** Whose door: the sign-in name that was typed, or the person by id; of the first start the code. */
  @Column({ type: 'varchar', length: 40 })
  name!: string;

  /** Where it came from: a registered device, else the address. */
  @Column({ type: 'varchar', length: 60 })
  source!: string;

  @Column({ type: 'boolean', default: false })
  opened!: boolean;

  @CreateDateColumn({ type: 'timestamptz' })
  at!: Date;
}
