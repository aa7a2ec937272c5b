import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Pictures of a job, and what the shop uses again. */
export class PhotosAndLibrary1764500000000 implements MigrationInterface {
  name = 'PhotosAndLibrary1764500000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "photo" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "id" uuid NOT NULL,
      "job_id" uuid NOT NULL,
      "caption" character varying(200) NOT NULL DEFAULT '',
      "about" character varying(120) NOT NULL DEFAULT '',
      "width" integer NOT NULL,
      "height" integer NOT NULL,
      "sha256" character(64) NOT NULL,
      "bytes" bytea NOT NULL,
      CONSTRAINT "PK_photo" PRIMARY KEY ("id"),
      CONSTRAINT "FK_photo_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE INDEX "IDX_photo_job" ON "photo" ("job_id")`);
    // JPEG is packed already.
    await q.query(`ALTER TABLE "photo" ALTER COLUMN "bytes" SET STORAGE EXTERNAL`);
    await q.query(`CREATE TABLE "library_entry" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "id" uuid NOT NULL,
      "name" character varying(80) NOT NULL,
      "data" jsonb NOT NULL,
      "revision" integer NOT NULL DEFAULT 1,
      "retired" boolean NOT NULL DEFAULT false,
      CONSTRAINT "PK_library_entry" PRIMARY KEY ("id"))`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TABLE "library_entry"`);
    await q.query(`DROP TABLE "photo"`);
  }
}
