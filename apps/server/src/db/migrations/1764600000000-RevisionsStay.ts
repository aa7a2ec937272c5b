import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A frozen plan and a photo of a record stay as they are: the database itself refuses to change or delete them. */
export class RevisionsStay1764600000000 implements MigrationInterface {
  name = 'RevisionsStay1764600000000';

  async up(q: QueryRunner): Promise<void> {
    for (const table of ['revision', 'photo'])
      await q.query(
        `CREATE TRIGGER "append_only" BEFORE UPDATE OR DELETE ON "${table}" FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
      );
  }

  async down(q: QueryRunner): Promise<void> {
    for (const table of ['photo', 'revision']) await q.query(`DROP TRIGGER "append_only" ON "${table}"`);
  }
}
