import type { MigrationInterface, QueryRunner } from 'typeorm';

/** An object where one belongs; a stored plan that is broken there has no parts. */
const objectAt = (path: string): string =>
  `CASE WHEN jsonb_typeof(document #> '${path}') = 'object' THEN document #> '${path}' ELSE '{}'::jsonb END`;

/**
 * The parts of every job in rows of their own, so that a search across jobs reads an index instead of every plan. What parts are
 * called repeats from job to job: each label is kept once, so that words are looked for in thousands of labels, not in every part.
 * A trigger keeps both tables: no code writes them, and no entity describes them. A change of a plan touches only the rows of the
 * parts it changes.
 */
export class JobParts1765500000000 implements MigrationInterface {
  name = 'JobParts1765500000000';

  async up(q: QueryRunner): Promise<void> {
    await q.query(`CREATE TABLE "part_label" (
      "id" integer GENERATED ALWAYS AS IDENTITY,
      "label" text NOT NULL,
      CONSTRAINT "PK_part_label" PRIMARY KEY ("id"),
      CONSTRAINT "UQ_part_label" UNIQUE ("label"))`);
    await q.query(`CREATE TABLE "job_part" (
      "job_id" uuid NOT NULL,
      "part_id" text NOT NULL,
      "name" text,
      "kind" text,
      "hose" text,
      "dash" text,
      "role" text,
      "label_id" integer NOT NULL,
      CONSTRAINT "PK_job_part" PRIMARY KEY ("job_id", "part_id"),
      CONSTRAINT "FK_job_part_label" FOREIGN KEY ("label_id") REFERENCES "part_label"("id"),
      CONSTRAINT "FK_job_part_job" FOREIGN KEY ("job_id") REFERENCES "job"("id") ON DELETE CASCADE)`);
    await q.query(`CREATE FUNCTION parts_of(document jsonb) RETURNS TABLE (
        part_id text, name text, kind text, hose text, dash text, role text, label text)
      LANGUAGE sql IMMUTABLE AS $$
        SELECT e.key, left(e.value ->> 'name', 200), left(e.value ->> 'kind', 40),
          left(e.value ->> 'hose', 40), left(e.value ->> 'dash', 40),
          (SELECT left(p.value ->> 'role', 40) FROM jsonb_each(${objectAt('{plumbing,paths}')}) p
            WHERE p.value -> 'order' @> to_jsonb(e.key) LIMIT 1),
          left(concat_ws(' ', e.value ->> 'name', e.value ->> 'catalogueId', e.value #>> '{fromLibrary,name}'), 600)
        FROM jsonb_each(${objectAt('{plumbing,elements}')}) e
        WHERE length(e.key) <= 200
      $$`);
    await q.query(`CREATE FUNCTION keep_job_parts() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        DELETE FROM job_part kept WHERE kept.job_id = NEW.id
          AND NOT EXISTS (SELECT 1 FROM parts_of(NEW.document) part WHERE part.part_id = kept.part_id);
        -- In order: two transactions that add the same labels wait for each other in one direction only.
        INSERT INTO part_label (label)
          SELECT DISTINCT part.label FROM parts_of(NEW.document) part ORDER BY part.label ON CONFLICT DO NOTHING;
        INSERT INTO job_part AS kept (job_id, part_id, name, kind, hose, dash, role, label_id)
          SELECT NEW.id, part.part_id, part.name, part.kind, part.hose, part.dash, part.role, known.id
          FROM parts_of(NEW.document) part JOIN part_label known ON known.label = part.label
          ON CONFLICT (job_id, part_id) DO UPDATE SET name = EXCLUDED.name, kind = EXCLUDED.kind,
            hose = EXCLUDED.hose, dash = EXCLUDED.dash, role = EXCLUDED.role, label_id = EXCLUDED.label_id
          WHERE (kept.name, kept.kind, kept.hose, kept.dash, kept.role, kept.label_id) IS DISTINCT FROM
            (EXCLUDED.name, EXCLUDED.kind, EXCLUDED.hose, EXCLUDED.dash, EXCLUDED.role, EXCLUDED.label_id);
        RETURN NULL;
      END $$`);
    await q.query(`CREATE TRIGGER "parts_kept" AFTER INSERT OR UPDATE OF document ON "job"
      FOR EACH ROW EXECUTE FUNCTION keep_job_parts()`);
    // Those that are there already, by the same trigger.
    await q.query(`UPDATE "job" SET "document" = "document"`);
    await q.query(`CREATE INDEX "IDX_job_part_label" ON "job_part" ("label_id")`);
    await q.query(`CREATE INDEX "IDX_job_part_kind" ON "job_part" ("kind", "dash", "role")`);
    await q.query(`ANALYZE "job_part"`);
    await q.query(`ANALYZE "part_label"`);
  }

  async down(q: QueryRunner): Promise<void> {
    await q.query(`DROP TRIGGER "parts_kept" ON "job"`);
    await q.query(`DROP FUNCTION keep_job_parts()`);
    await q.query(`DROP FUNCTION parts_of(jsonb)`);
    await q.query(`DROP TABLE "job_part"`);
    await q.query(`DROP TABLE "part_label"`);
  }
}
