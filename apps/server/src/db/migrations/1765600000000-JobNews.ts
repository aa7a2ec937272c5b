import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Parts of a job’s record that rows are added to, and how to tell whose job a row is of. */
const RECORDS = [
  ['acceptance', 'SELECT DISTINCT job_id FROM added'],
  ['test_run', 'SELECT DISTINCT job_id FROM added'],
  ['test_reading', 'SELECT DISTINCT run.job_id FROM added JOIN test_run run ON run.id = added.run_id'],
  ['photo', 'SELECT DISTINCT job_id FROM added'],
] as const;

/** Whatever changes a job says so on one channel, at its commit: open pages hear of it, whichever server they are on. */
export class JobNews1765600000000 implements MigrationInterface {
  name = 'JobNews1765600000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE FUNCTION tell_job() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM pg_notify('job_news', json_build_object('job', NEW.id, 'version', NEW.version)::text);
        RETURN NULL;
      END $$`);
    await q.query(`CREATE TRIGGER "told" AFTER UPDATE ON "job" FOR EACH ROW
      WHEN (NEW.version <> OLD.version OR NEW.archived <> OLD.archived) EXECUTE FUNCTION tell_job()`);
    for (const [table, jobs] of RECORDS) {
      await q.query(`CREATE FUNCTION tell_${table}() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          PERFORM pg_notify('job_news', json_build_object('job', changed.job_id, 'record', '${table}')::text)
          FROM (${jobs}) changed;
          RETURN NULL;
        END $$`);
      await q.query(`CREATE TRIGGER "told" AFTER INSERT ON "${table}" REFERENCING NEW TABLE AS added
        FOR EACH STATEMENT EXECUTE FUNCTION tell_${table}()`);
    }
  }

  async down(q: QueryRunner): Promise<void> {
    for (const [table] of RECORDS) {
      await q.query(`DROP TRIGGER "told" ON "${table}"`);
      await q.query(`DROP FUNCTION tell_${table}()`);
    }
    await q.query(`DROP TRIGGER "told" ON "job"`);
    await q.query(`DROP FUNCTION tell_job()`);
  }
}
