import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Judgements by core version, changes by page, and a run that takes nothing more once it is signed. */
export class Mends1764200000000 implements MigrationInterface {
  name = 'Mends1764200000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "job" ADD "summary_core" character varying(16) NOT NULL DEFAULT ''`);
    await q.query(`ALTER TABLE "job_change" ADD "client_id" uuid`);
    // Rows of one run come in one at a time: a sign-off and a leak sent together see each other.
    await q.query(`CREATE FUNCTION refuse_after_sign_off() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM 1 FROM test_run WHERE id = NEW.run_id FOR UPDATE;
        IF EXISTS (SELECT 1 FROM test_reading WHERE run_id = NEW.run_id AND kind = 'sign-off') THEN
          RAISE EXCEPTION 'run % is signed off: it takes no more readings', NEW.run_id USING ERRCODE = 'VE001';
        END IF;
        RETURN NEW;
      END $$`);
    await q.query(
      `CREATE TRIGGER "signed_off" BEFORE INSERT ON "test_reading" FOR EACH ROW EXECUTE FUNCTION refuse_after_sign_off()`,
    );
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TRIGGER "signed_off" ON "test_reading"`);
    await q.query(`DROP FUNCTION refuse_after_sign_off()`);
    await q.query(`ALTER TABLE "job_change" DROP COLUMN "client_id"`);
    await q.query(`ALTER TABLE "job" DROP COLUMN "summary_core"`);
  }
}
