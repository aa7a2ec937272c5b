/** A backup taken while others write, put back beside the original, and both compared as of one moment. */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';

/** Beside the server that is measured, not in its way. */
const done = promisify(execFile);

/** Rows and a sum over all of them, for every table. */
async function sums(client) {
  const { rows } = await client.query(
    `select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
  );
  const out = {};
  for (const { table_name: name } of rows) {
    const { rows: all } = await client.query(
      `select count(*)::int n, md5(coalesce(string_agg(h, '' order by h), '')) sum from (select md5(t::text) h from "${name}" t) s`,
    );
    out[name] = `${all[0].n} rows, ${all[0].sum}`;
  }
  return out;
}

/**
 * Holds a snapshot of the database, dumps exactly that, restores it under another name and compares table by table.
 * @param url of the database that is written to meanwhile
 * @returns rows in all, size of the file, and the tables that differ
 */
export async function backupAtOneMoment(url) {
  const folder = mkdtempSync(join(tmpdir(), 'venula-backup-'));
  const file = join(folder, 'shop.dump');
  const restored = url.replace(/\/[^/]*$/, '/venula_bench_restored');
  const admin = new pg.Client({ connectionString: url });
  const held = new pg.Client({ connectionString: url });
  await admin.connect();
  await held.connect();
  try {
    await held.query('begin isolation level repeatable read read only');
    const { rows } = await held.query('select pg_export_snapshot() id');
    await done('pg_dump', [
      '--format=custom',
      '--no-owner',
      `--snapshot=${rows[0].id}`,
      `--file=${file}`,
      url,
    ]);
    const before = await sums(held);
    await held.query('commit');
    await admin.query('drop database if exists venula_bench_restored with (force)');
    await admin.query('create database venula_bench_restored');
    await done('pg_restore', ['--no-owner', '--single-transaction', `--dbname=${restored}`, file]);
    const other = new pg.Client({ connectionString: restored });
    await other.connect();
    const after = await sums(other);
    await other.end();
    await admin.query('drop database venula_bench_restored');
    return {
      rows: Object.values(before).reduce((s, t) => s + Number.parseInt(t, 10), 0),
      bytes: statSync(file).size,
      tables: Object.keys(before).length,
      differ: Object.keys(before).filter((t) => before[t] !== after[t]),
    };
  } finally {
    await held.end();
    await admin.end();
    rmSync(folder, { recursive: true, force: true });
  }
}
