import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import type { DataSource } from 'typeorm';
import { createDataSource } from '../src/db/data-source.ts';
import { FromFiles1765100000000 } from '../src/db/migrations/1765100000000-FromFiles.ts';
import { emptied } from './support.ts';

let db: DataSource;
beforeAll(async () => {
  db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  await emptied(db);
});
afterAll(() => db.destroy());

const applied = async () =>
  (await db.query<{ name: string }[]>('SELECT name FROM migrations')).map((m) => m.name);

test('jobs imported before that was kept are marked by the audit, with what their record held by then; and back again', async () => {
  const all = await applied();
  while ((await applied()).includes(new FromFiles1765100000000().name)) await db.undoLastMigration();

  const [own, imported] = [randomUUID(), randomUUID()];
  const before = '2026-01-05T10:00:00Z';
  const taken = '2026-02-01T10:00:00Z';
  const after = '2026-02-02T10:00:00Z';
  const document = JSON.stringify(fullReturnJob('x'));
  for (const id of [own, imported])
    await db.query(`INSERT INTO job (id, title, document, updated_by) VALUES ($1, 'x', $2, 'T')`, [
      id,
      document,
    ]);
  const note = (job: string, action: string, at: string) =>
    db.query(`INSERT INTO audit (job_id, actor, action, at) VALUES ($1, 'Tess', $2, $3)`, [job, action, at]);
  await note(imported, 'test-signed-off', before);
  await note(imported, 'job-imported', taken);
  await note(imported, 'plan-changed', after);
  await note(own, 'job-created', before);
  for (const [job, at] of [
    [own, before],
    [imported, before],
    [imported, after],
  ] as const) {
    const run = randomUUID();
    await db.query(
      `INSERT INTO test_run (id, job_id, kind, setup, job_version, author, at) VALUES ($1, $2, 'prime', '{}', 1, 'T', $3)`,
      [run, job, at],
    );
    await db.query(
      `INSERT INTO test_reading (id, run_id, kind, payload, author, taken_at, at) VALUES ($1, $2, 'sign-off', '{}', 'T', $3, $3)`,
      [randomUUID(), run, at],
    );
  }

  await db.runMigrations();
  expect(await applied()).toEqual(all);
  const [mine, theirs] = [own, imported].map((id) =>
    db.query<{ imported: object | null }[]>('SELECT imported FROM job WHERE id = $1', [id]),
  );
  expect((await mine)![0]!.imported).toBeNull();
  expect((await theirs)![0]!.imported).toMatchObject({
    by: 'Tess',
    at: expect.stringMatching(/^2026-02-01T/),
  });
  const marked = async (sql: string) =>
    (await db.query<{ from_file: boolean }[]>(sql)).map((r) => r.from_file);
  const order = 'ORDER BY (r.job_id = $$' + own + '$$) DESC, r.at';
  expect(await marked(`SELECT from_file FROM test_run r ${order}`)).toEqual([false, true, false]);
  expect(
    await marked(`SELECT d.from_file FROM test_reading d JOIN test_run r ON r.id = d.run_id ${order}`),
  ).toEqual([false, true, false]);
  expect(await marked(`SELECT from_file FROM audit ORDER BY id`)).toEqual([true, false, false, false]);
  // Records are still records.
  await expect(db.query('UPDATE test_run SET from_file = true')).rejects.toThrow(/records/);
});
