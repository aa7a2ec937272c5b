import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The shop itself, its devices, and doors that several servers keep together. */
export class ShopAndPeople1764800000000 implements MigrationInterface {
  name = 'ShopAndPeople1764800000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "shop" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "id" smallint NOT NULL,
      "demo" boolean NOT NULL DEFAULT false,
      "settings" jsonb NOT NULL,
      "logo" bytea,
      "logo_sum" character varying(64),
      "start_code" character varying(64),
      CONSTRAINT "PK_shop" PRIMARY KEY ("id"))`);
    await q.query(`CREATE TABLE "shop_device" (
      "author" character varying(80) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      "id" uuid NOT NULL,
      "name" character varying(60) NOT NULL,
      "token_hash" character varying(64) NOT NULL,
      "seen_at" TIMESTAMP WITH TIME ZONE,
      "revoked" boolean NOT NULL DEFAULT false,
      CONSTRAINT "PK_shop_device" PRIMARY KEY ("id"))`);
    await q.query(`ALTER TABLE "app_user" ADD "former_names" jsonb NOT NULL DEFAULT '[]'`);
    await q.query(`ALTER TABLE "app_user" ADD "password_for_once_until" TIMESTAMP WITH TIME ZONE`);
    await q.query(`ALTER TABLE "app_user" ADD "pin_hash" character varying(200)`);
    // Whoever is signed in signs in once more: the old rows say neither how nor from where.
    await q.query(`DELETE FROM "session"`);
    await q.query(`ALTER TABLE "session"
      ADD "id" uuid NOT NULL,
      ADD "via" character varying(8) NOT NULL,
      ADD "device_id" uuid,
      ADD "address" character varying(45) NOT NULL,
      ADD "agent" character varying(160) NOT NULL,
      ADD "seen_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      ADD CONSTRAINT "UQ_session_id" UNIQUE ("id"),
      ADD CONSTRAINT "FK_session_device" FOREIGN KEY ("device_id") REFERENCES "shop_device"("id") ON DELETE CASCADE`);
    await q.query(`CREATE INDEX "IDX_session_user" ON "session" ("user_id")`);
    await q.query(`DROP TABLE "login_failure"`);
    await q.query(`CREATE TABLE "door_try" (
      "id" SERIAL NOT NULL,
      "door" character varying(8) NOT NULL,
      "name" character varying(40) NOT NULL,
      "source" character varying(60) NOT NULL,
      "opened" boolean NOT NULL DEFAULT false,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_door_try" PRIMARY KEY ("id"))`);
    await q.query(`CREATE INDEX "IDX_door_try_name" ON "door_try" ("door", "name", "at")`);
    await q.query(`CREATE INDEX "IDX_door_try_source" ON "door_try" ("source", "at")`);
    // Counts of a minute: lost in a crash, they are lost.
    await q.query(`CREATE UNLOGGED TABLE "request_window" (
      "key" character varying(80) NOT NULL,
      "hits" integer NOT NULL,
      "ends_at" TIMESTAMP WITH TIME ZONE NOT NULL,
      CONSTRAINT "PK_request_window" PRIMARY KEY ("key"))`);
    await q.query(`ALTER TABLE "test_reading" ADD "author_id" uuid`);
    // A database that was in use before is a shop already: whoever loaded the demo has its people.
    await q.query(`INSERT INTO "shop" ("author", "id", "demo", "settings")
      SELECT 'Update', 1, EXISTS (SELECT 1 FROM "audit" WHERE actor = 'Demo loader'),
        jsonb_build_object('name', CASE WHEN EXISTS (SELECT 1 FROM "audit" WHERE actor = 'Demo loader')
          THEN 'Saltmarsh Speed & Fuel' ELSE 'Our shop' END)
      WHERE EXISTS (SELECT 1 FROM "app_user")`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`ALTER TABLE "test_reading" DROP COLUMN "author_id"`);
    await q.query(`DROP TABLE "request_window"`);
    await q.query(`DROP TABLE "door_try"`);
    await q.query(`CREATE TABLE "login_failure" (
      "id" SERIAL NOT NULL,
      "login" character varying(40) NOT NULL,
      "at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now(),
      CONSTRAINT "PK_login_failure" PRIMARY KEY ("id"))`);
    await q.query(`CREATE INDEX "IDX_login_failure_login_at" ON "login_failure" ("login", "at")`);
    await q.query(`DROP INDEX "IDX_session_user"`);
    for (const column of ['id', 'via', 'device_id', 'address', 'agent', 'seen_at'])
      await q.query(`ALTER TABLE "session" DROP COLUMN "${column}"`);
    for (const column of ['pin_hash', 'password_for_once_until', 'former_names'])
      await q.query(`ALTER TABLE "app_user" DROP COLUMN "${column}"`);
    await q.query(`DROP TABLE "shop_device"`);
    await q.query(`DROP TABLE "shop"`);
  }
}
