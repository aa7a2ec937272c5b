import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, request } from '@playwright/test';

/** A server on an empty database of its own, as `VENULA_DEMO=0 npm start` leaves it. */
export interface OwnServer {
  readonly url: string;
  /** Printed where it was started. */
  readonly code: string;
  stop(): Promise<void>;
}

const gone = (p: ChildProcess) =>
  new Promise((done) => (p.exitCode === null && p.signalCode === null ? p.once('exit', done) : done(null)));

export async function emptyShop(database: string, port: number): Promise<OwnServer> {
  const base = process.env['VENULA_DATABASE_URL']!;
  const url = `http://127.0.0.1:${port}`;
  execFileSync('scripts/pg.sh', [
    'psql',
    '-q',
    '-d',
    'postgres',
    ...['-c', `drop database if exists ${database} with (force)`, '-c', `create database ${database}`],
  ]);
  const env = {
    ...process.env,
    VENULA_DATABASE_URL: base.replace(/\/[^/]*$/, `/${database}`),
    VENULA_DEMO: '0',
    VENULA_PORT: String(port),
    VENULA_BACKUP_DIR: mkdtempSync(join(tmpdir(), 'venula-backups-')),
  };
  execFileSync('node', ['apps/server/dist/commands/migrate.js'], { env });
  const said = execFileSync('node', ['apps/server/dist/commands/seed.js'], { env, encoding: 'utf8' });
  const code = /start code ([A-Z2-9]+)/.exec(said)?.[1];
  if (!code) throw new Error(`no start code in: ${said}`);
  const server = spawn('node', ['apps/server/dist/main.js'], { env, stdio: 'ignore' });
  const probe = await request.newContext();
  await expect
    .poll(async () => (await probe.get(`${url}/api/ready`).catch(() => null))?.status(), { timeout: 20_000 })
    .toBe(200);
  await probe.dispose();
  return {
    url,
    code,
    async stop() {
      server.kill('SIGTERM');
      await gone(server);
    },
  };
}
