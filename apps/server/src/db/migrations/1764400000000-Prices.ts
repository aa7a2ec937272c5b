import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What parts cost the shop. */
export class Prices1764400000000 implements MigrationInterface {
  name = 'Prices1764400000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "shop_price" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "part" character varying(200) NOT NULL,
      "unit" character varying(4) NOT NULL,
      "cents" double precision NOT NULL,
      CONSTRAINT "PK_shop_price" PRIMARY KEY ("part", "unit"))`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE "shop_price"`);
  }
}
