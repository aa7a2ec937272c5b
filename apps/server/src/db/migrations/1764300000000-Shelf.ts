import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the shop has, and what of it is put aside for which job. */
export class Shelf1764300000000 implements MigrationInterface {
  name = 'Shelf1764300000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "shelf_item" (
      "id" uuid NOT NULL,
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "part" character varying(200) NOT NULL,
      "unit" character varying(4) NOT NULL,
      "quantity" double precision NOT NULL,
      "note" character varying(200) NOT NULL DEFAULT '',
      CONSTRAINT "PK_shelf_item" PRIMARY KEY ("id"))`);
    await q.query(`CREATE TABLE "shelf_reservation" (
      "item_id" uuid NOT NULL,
      "job_id" uuid NOT NULL,
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "quantity" double precision NOT NULL,
      CONSTRAINT "PK_shelf_reservation" PRIMARY KEY ("item_id", "job_id"),
      CONSTRAINT "FK_shelf_reservation_item" FOREIGN KEY ("item_id") REFERENCES "shelf_item"("id"),
      CONSTRAINT "FK_shelf_reservation_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE INDEX "IDX_shelf_reservation_job" ON "shelf_reservation" ("job_id")`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE "shelf_reservation"`);
    await q.query(`DROP TABLE "shelf_item"`);
  }
}
