import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rows of a job’s record that an archive brings in. */
const RECORD = ['acceptance', 'test_run', 'test_reading', 'photo', 'revision', 'job_change', 'audit'];

const afterSignOff = (but: string): string =>
  `CREATE OR REPLACE FUNCTION refuse_after_sign_off() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      PERFORM 1 FROM test_run WHERE id = NEW.run_id FOR UPDATE;
      IF ${but}EXISTS (SELECT 1 FROM test_reading WHERE run_id = NEW.run_id AND kind = 'sign-off') THEN
        RAISE EXCEPTION 'run % is signed off: it takes no more readings', NEW.run_id USING ERRCODE = 'VE001';
      END IF;
      RETURN NEW;
    END $$`;

/**
 * What came in with a file is marked as that, for good: the job, and every row of its record. The shop gets a key to sign what it
 * exports, and keeps the keys of other shops. And record tables refuse to be emptied as they refuse to be changed.
 */
export class FromFiles1765100000000 implements MigrationInterface {
  name = 'FromFiles1765100000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "job" ADD "imported" jsonb`);
    for (const table of RECORD)
      await q.query(`ALTER TABLE "${table}" ADD "from_file" boolean NOT NULL DEFAULT false`);
    await q.query(`CREATE TABLE "shop_key" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "fingerprint" character varying(40) NOT NULL,
      "public_key" character varying(60) NOT NULL,
      "private_key" text,
      "shop" character varying(80) NOT NULL,
      "own" boolean NOT NULL,
      "retired_at" TIMESTAMP WITH TIME ZONE,
      CONSTRAINT "PK_shop_key" PRIMARY KEY ("fingerprint"))`);
    await this.markEarlierImports(q);
    // A test of a file is confirmed after it was signed there: the one row that comes in behind a sign-off.
    await q.query(afterSignOff(`NEW.kind <> 'confirm' AND `));
    await q.query(`CREATE FUNCTION refuse_emptying() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF current_setting('venula.emptying', true) IS DISTINCT FROM 'on' THEN
          RAISE EXCEPTION '% holds records: it is not emptied', TG_TABLE_NAME;
        END IF;
        RETURN NULL;
      END $$`);
    for (const table of RECORD)
      await q.query(
        `CREATE TRIGGER "not_emptied" BEFORE TRUNCATE ON "${table}" FOR EACH STATEMENT EXECUTE FUNCTION refuse_emptying()`,
      );
  }

  /** What was taken in before this was kept: the audit says which jobs, and whatever their record held by then came with them. */
  private async markEarlierImports(q: QueryRunner): Promise<void> {
    await q.query(`UPDATE "job" SET "imported" = jsonb_build_object('by', a.actor, 'at', to_json(a.at), 'signature', NULL)
      FROM "audit" a WHERE a.job_id = "job".id AND a.action = 'job-imported'`);
    for (const table of RECORD) {
      await q.query(`ALTER TABLE "${table}" DISABLE TRIGGER "append_only"`);
      const ofJob =
        table === 'test_reading'
          ? `(SELECT r.job_id FROM "test_run" r WHERE r.id = "test_reading".run_id)`
          : `"${table}".job_id`;
      await q.query(`UPDATE "${table}" SET "from_file" = true FROM "audit" a
        WHERE a.action = 'job-imported' AND a.job_id = ${ofJob} AND "${table}".at < a.at`);
      await q.query(`ALTER TABLE "${table}" ENABLE TRIGGER "append_only"`);
    }
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(afterSignOff(''));
    for (const table of RECORD) {
      await q.query(`DROP TRIGGER "not_emptied" ON "${table}"`);
      await q.query(`ALTER TABLE "${table}" DROP COLUMN "from_file"`);
    }
    await q.query(`DROP FUNCTION refuse_emptying()`);
    await q.query(`DROP TABLE "shop_key"`);
    await q.query(`ALTER TABLE "job" DROP COLUMN "imported"`);
  }
}
