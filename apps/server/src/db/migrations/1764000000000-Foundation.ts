import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rows that are records: the database itself refuses to change or delete them. */
const APPEND_ONLY = ['job_change', 'acceptance', 'test_run', 'test_reading', 'audit'];

export class Foundation1764000000000 implements MigrationInterface {
  name = 'Foundation1764000000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "app_user" (
      "id" uuid NOT NULL DEFAULT gen_random_uuid(),
      "login" character varying(40) NOT NULL,
      "name" character varying(80) NOT NULL,
      "role" character varying(12) NOT NULL,
      "password_hash" character varying(200) NOT NULL,
      "active" boolean NOT NULL DEFAULT true,
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_app_user" PRIMARY KEY ("id"),
      CONSTRAINT "UQ_app_user_login" UNIQUE ("login"))`);
    await q.query(`CREATE TABLE "session" (
      "token_hash" character varying(64) NOT NULL,
      "user_id" uuid NOT NULL,
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      CONSTRAINT "PK_session" PRIMARY KEY ("token_hash"),
      CONSTRAINT "FK_session_user" FOREIGN KEY ("user_id") REFERENCES "app_user"("id") ON DELETE CASCADE)`);
    await q.query(`CREATE TABLE "login_failure" (
      "id" SERIAL NOT NULL,
      "login" character varying(40) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_login_failure" PRIMARY KEY ("id"))`);
    await q.query(`CREATE INDEX "IDX_login_failure_login_at" ON "login_failure" ("login", "at")`);
    await q.query(`CREATE TABLE "job" (
      "id" uuid NOT NULL DEFAULT gen_random_uuid(),
      "number" SERIAL NOT NULL,
      "title" character varying(120) NOT NULL,
      "customer" character varying(120) NOT NULL DEFAULT '',
      "vehicle" character varying(200) NOT NULL DEFAULT '',
      "document" jsonb NOT NULL,
      "version" integer NOT NULL DEFAULT 1,
      "archived" boolean NOT NULL DEFAULT false,
      "summary" jsonb,
      "summary_version" integer NOT NULL DEFAULT 0,
      "created_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "updated_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "updated_by" character varying(80) NOT NULL,
      CONSTRAINT "PK_job" PRIMARY KEY ("id"),
      CONSTRAINT "UQ_job_number" UNIQUE ("number"))`);
    await q.query(`CREATE INDEX "IDX_job_archived_updated" ON "job" ("archived", "updated_at")`);
    await q.query(`CREATE TABLE "job_change" (
      "id" uuid NOT NULL,
      "job_id" uuid NOT NULL,
      "base_version" integer NOT NULL,
      "version" integer NOT NULL,
      "patch" jsonb NOT NULL,
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_job_change" PRIMARY KEY ("id"),
      CONSTRAINT "UQ_job_change_version" UNIQUE ("job_id", "version"),
      CONSTRAINT "FK_job_change_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE TABLE "revision" (
      "id" uuid NOT NULL DEFAULT gen_random_uuid(),
      "job_id" uuid NOT NULL,
      "name" character varying(60) NOT NULL,
      "document" jsonb NOT NULL,
      "version" integer NOT NULL,
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_revision" PRIMARY KEY ("id"),
      CONSTRAINT "UQ_revision_name" UNIQUE ("job_id", "name"),
      CONSTRAINT "FK_revision_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE TABLE "acceptance" (
      "id" uuid NOT NULL,
      "job_id" uuid NOT NULL,
      "finding_key" character varying(140) NOT NULL,
      "fingerprint" character varying(80) NOT NULL,
      "severity" character varying(8) NOT NULL,
      "title" character varying(400) NOT NULL,
      "reason" character varying(500) NOT NULL,
      "author" character varying(80) NOT NULL,
      "role" character varying(12) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_acceptance" PRIMARY KEY ("id"),
      CONSTRAINT "FK_acceptance_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE INDEX "IDX_acceptance_job" ON "acceptance" ("job_id")`);
    await q.query(`CREATE TABLE "test_run" (
      "id" uuid NOT NULL,
      "job_id" uuid NOT NULL,
      "kind" character varying(20) NOT NULL,
      "setup" jsonb NOT NULL,
      "job_version" integer NOT NULL,
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_test_run" PRIMARY KEY ("id"),
      CONSTRAINT "FK_test_run_job" FOREIGN KEY ("job_id") REFERENCES "job"("id"))`);
    await q.query(`CREATE INDEX "IDX_test_run_job" ON "test_run" ("job_id")`);
    await q.query(`CREATE TABLE "test_reading" (
      "id" uuid NOT NULL,
      "run_id" uuid NOT NULL,
      "kind" character varying(20) NOT NULL,
      "payload" jsonb NOT NULL,
      "corrects" uuid,
      "author" character varying(80) NOT NULL,
      "taken_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_test_reading" PRIMARY KEY ("id"),
      CONSTRAINT "FK_test_reading_run" FOREIGN KEY ("run_id") REFERENCES "test_run"("id"),
      CONSTRAINT "FK_test_reading_corrects" FOREIGN KEY ("corrects") REFERENCES "test_reading"("id"))`);
    await q.query(`CREATE INDEX "IDX_test_reading_run" ON "test_reading" ("run_id")`);
    await q.query(`CREATE TABLE "audit" (
      "id" SERIAL NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "actor" character varying(80) NOT NULL,
      "action" character varying(40) NOT NULL,
      "job_id" uuid,
      "detail" jsonb NOT NULL DEFAULT '{}',
      CONSTRAINT "PK_audit" PRIMARY KEY ("id"))`);
    await q.query(`CREATE INDEX "IDX_audit_job" ON "audit" ("job_id")`);
    await q.query(`CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION 'rows of % are records: add a correcting row instead', TG_TABLE_NAME; END $$`);
    for (const table of APPEND_ONLY) {
      await q.query(
        `CREATE TRIGGER "append_only" BEFORE UPDATE OR DELETE ON "${table}" FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
      );
    }
  }

  async down(q: QueryRunner): Promise<void> {
    for (const table of [
      'audit',
      'test_reading',
      'test_run',
      'acceptance',
      'revision',
      'job_change',
      'job',
      'login_failure',
      'session',
      'app_user',
    ]) {
      await q.query(`DROP TABLE "${table}"`);
    }
    await q.query('DROP FUNCTION refuse_change()');
  }
}
