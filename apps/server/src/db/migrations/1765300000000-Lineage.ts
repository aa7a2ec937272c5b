import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Versions count on from where a backup was made: which of two counts a version is of, its lineage says. */
export class Lineage1765300000000 implements MigrationInterface {
  name = 'Lineage1765300000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "shop" ADD "lineage" uuid NOT NULL DEFAULT gen_random_uuid()`);
    await q.query(`ALTER TABLE "shop" ADD "restored_at" TIMESTAMP WITH TIME ZONE`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "shop" DROP COLUMN "restored_at"`);
    await q.query(`ALTER TABLE "shop" DROP COLUMN "lineage"`);
  }
}
