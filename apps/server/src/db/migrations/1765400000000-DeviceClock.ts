import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When a reading was taken by the device's own clock, beside the time it is judged by. Null: before both were kept. */
export class DeviceClock1765400000000 implements MigrationInterface {
  name = 'DeviceClock1765400000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "test_reading" ADD "device_at" TIMESTAMP WITH TIME ZONE`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "test_reading" DROP COLUMN "device_at"`);
  }
}
