import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What a run came to is asked for whole lists of jobs: found without going through every reading. */
export class SignOffs1764900000000 implements MigrationInterface {
  name = 'SignOffs1764900000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(
      `CREATE INDEX "IDX_test_reading_sign_off" ON "test_reading" ("run_id") WHERE kind = 'sign-off'`,
    );
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP INDEX "IDX_test_reading_sign_off"`);
  }
}
