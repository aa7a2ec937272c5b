import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which lines a reading shows to have held fuel: no gas goes on those. Null where it is not known, for readings of before. */
export class WetLines1765000000000 implements MigrationInterface {
  name = 'WetLines1765000000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "test_reading" ADD "lines" jsonb`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "test_reading" DROP COLUMN "lines"`);
  }
}
