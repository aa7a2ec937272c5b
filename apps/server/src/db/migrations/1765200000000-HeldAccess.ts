import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People and devices that a restored backup would let in again, until a lead has decided. */
export class HeldAccess1765200000000 implements MigrationInterface {
  name = 'HeldAccess1765200000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "held_access" (
      "id" uuid NOT NULL DEFAULT gen_random_uuid(),
      "of" character varying(8) NOT NULL,
      "subject_id" uuid NOT NULL,
      "name" character varying(80) NOT NULL,
      "why" character varying(12) NOT NULL,
      "role" character varying(12),
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_held_access" PRIMARY KEY ("id"))`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE "held_access"`);
  }
}
