import { spawn } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ServiceUnavailableException } from '@nestjs/common';
import { readConfig } from '../config.ts';

const DEBIAN = '/usr/lib/postgresql';

/** PostgreSQL’s own programs: on the path, or where Debian puts them, the newest first. */
function find(program: string): string {
  const versions = existsSync(DEBIAN) ? readdirSync(DEBIAN).sort((a, b) => Number(b) - Number(a)) : [];
  const folders = [...versions.map((v) => join(DEBIAN, v, 'bin')), ...(process.env['PATH'] ?? '').split(':')];
  const found = folders.map((f) => join(f, program)).find((f) => existsSync(f));
  if (!found)
    throw new ServiceUnavailableException({
      code: 'NO_PG_TOOLS',
      message: `The server has no ${program}.`,
      remedy: 'Install it there: sudo apt-get install -y postgresql-client',
    });
  return found;
}

/** Where the database is, as its programs read it: a password on the command line could be seen by others on the machine. */
function environment(): NodeJS.ProcessEnv {
  const url = new URL(readConfig().databaseUrl);
  const text = (value: string): string => decodeURIComponent(value);
  return {
    PATH: process.env['PATH'],
    LC_ALL: 'C.UTF-8',
    PGHOST: text(url.searchParams.get('host') ?? url.hostname),
    PGPORT: url.port || '5432',
    PGUSER: text(url.username),
    PGPASSWORD: text(url.password),
    PGDATABASE: text(url.pathname.slice(1)),
    ...(url.searchParams.has('sslmode') ? { PGSSLMODE: url.searchParams.get('sslmode')! } : {}),
    // What somebody holds for long is said so, not waited for without end.
    PGOPTIONS: '-c lock_timeout=20s',
  };
}

/** Runs one of PostgreSQL’s programs on the shop’s database. @throws ServiceUnavailableException with its last word */
export function runPg(program: 'pg_dump' | 'pg_restore', args: readonly string[]): Promise<void> {
  const path = find(program);
  return new Promise((done, fail) => {
    // What it writes only its owner may read.
    const child = spawn('/bin/sh', ['-c', 'umask 077; exec "$0" "$@"', path, ...args], {
      env: environment(),
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.setEncoding('utf8');
    child.stderr.on('data', (part: string) => (said = (said + part).slice(-2000)));
    child.once('error', fail);
    child.once('close', (code) => {
      if (code === 0) return done();
      const last = said.trim().split('\n').at(-1) ?? '';
      fail(
        new ServiceUnavailableException({
          code: 'PG_FAILED',
          message: `${program} stopped: ${last}`,
          remedy: 'Nothing was changed. Look at the server’s log and its disk, and try again.',
        }),
      );
    });
  });
}
