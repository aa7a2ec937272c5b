import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Instruments the server reads. */
export class Instruments1764700000000 implements MigrationInterface {
  name = 'Instruments1764700000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "instrument" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "id" uuid NOT NULL,
      "name" character varying(80) NOT NULL,
      "host" character varying(120) NOT NULL,
      "port" integer NOT NULL,
      "reads" jsonb NOT NULL,
      "calibrated_on" date,
      "simulated" boolean NOT NULL DEFAULT false,
      CONSTRAINT "PK_instrument" PRIMARY KEY ("id"))`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE "instrument"`);
  }
}
