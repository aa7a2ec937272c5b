import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, test } from '@jest/globals';

/** The shop as a service: started by its script, on a cluster of its own, and whatever can happen to it. */
const ROOT = fileURLToPath(new URL('../../..', import.meta.url));
const data = mkdtempSync(join(tmpdir(), 'venula-service-'));

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

interface Ran {
  readonly code: number;
  readonly out: string;
}

const environment = (port: number, more: NodeJS.ProcessEnv = {}): NodeJS.ProcessEnv => {
  const { VENULA_DATABASE_URL: _, VENULA_BACKUP_DIR: _b, ...rest } = process.env;
  return {
    ...rest,
    VENULA_DATA: data,
    PG_DATA_ROOT: data,
    VENULA_AS_BUILT: '1',
    VENULA_DEMO: '0',
    VENULA_PORT: String(port),
    PG_PORT: '54500',
    ...more,
  };
};

const run = (
  script: string,
  port = 1,
  more: NodeJS.ProcessEnv = {},
  args: readonly string[] = [],
): Promise<Ran> =>
  new Promise((done) => {
    execFile(
      join(ROOT, 'scripts', script),
      args,
      { cwd: ROOT, env: environment(port, more) },
      (error, out, err) => done({ code: error ? Number(error.code ?? 1) : 0, out: out + err }),
    );
  });

/** Starts it, as `npm start` does, until it says where it is. */
async function start(port: number): Promise<{ readonly script: ChildProcess; readonly said: () => string }> {
  const script = spawn(join(ROOT, 'scripts/start.sh'), { cwd: ROOT, env: environment(port), detached: true });
  let text = '';
  script.stdout.on('data', (part: Buffer) => (text += part.toString()));
  script.stderr.on('data', (part: Buffer) => (text += part.toString()));
  for (let tries = 0; tries < 600 && !text.includes('Venula is at'); tries++) {
    if (script.exitCode !== null) throw new Error(text);
    await new Promise((go) => setTimeout(go, 100));
  }
  expect(text).toContain(`Venula is at http://127.0.0.1:${port}`);
  return { script, said: () => text };
}
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
const ended = (p: ChildProcess) =>
  new Promise((done) => (p.exitCode === null && p.signalCode === null ? p.once('exit', done) : done(null)));
const answers = async (port: number): Promise<boolean> =>
  (await fetch(`http://127.0.0.1:${port}/api/ready`).catch(() => null))?.status === 200;

afterAll(async () => {
  await run('stop.sh');
  await run('pg.sh', 1, {}, ['destroy']);
  rmSync(data, { recursive: true, force: true });
});

describe('npm start and npm stop', () => {
  test('a cluster whose making was cut off is made anew; a second start is told where the first is; stop ends all of it', async () => {
    // As a killed initdb leaves it.
    mkdirSync(join(data, 'pg', 'data.new'), { recursive: true });
    writeFileSync(join(data, 'pg', 'data.new', 'PG_VERSION'), '15\n');
    const port = await freePort();
    const { script, said } = await start(port);
    expect(said()).toMatch(/start code [A-Z2-9]{10}/);
    expect(said()).not.toContain('saltmarsh-');
    const second = await run('start.sh', port);
    expect(second.code).toBe(1);
    expect(second.out).toContain(`http://127.0.0.1:${port}`);
    expect(second.out).toContain('npm stop');
    expect(await answers(port)).toBe(true);
    const stopped = await run('stop.sh');
    expect(stopped.code).toBe(0);
    await ended(script);
    expect(await answers(port)).toBe(false);
    expect((await run('pg.sh', 1, {}, ['status'])).code).toBe(3);
  });

  test('a start script that was killed leaves nothing in the way of the next', async () => {
    const port = await freePort();
    const first = await start(port);
    first.script.kill('SIGKILL');
    await ended(first.script);
    expect(await answers(port)).toBe(true);
    const next = await start(port);
    expect(next.said()).toContain('stopping the server that was still running');
    expect(await answers(port)).toBe(true);
    next.script.kill('SIGTERM');
    await ended(next.script);
    expect(await answers(port)).toBe(false);
    // The cluster too: the killed one had started it.
    expect((await run('pg.sh', 1, {}, ['status'])).code).toBe(3);
  });

  test('a database that dies is started again on its port; whatever else runs from the folder shares it, and the last to end stops it', async () => {
    const port = await freePort();
    const { script, said } = await start(port);
    const postmaster = Number(/process (\d+)/.exec((await run('pg.sh', 1, {}, ['status'])).out)![1]);
    process.kill(postmaster, 'SIGKILL');
    for (let tries = 0; tries < 600 && !said().includes('starting it again'); tries++) await pause(100);
    for (let tries = 0; tries < 600 && !(await answers(port)); tries++) await pause(100);
    expect(await answers(port)).toBe(true);

    const file = join(data, 'beside.dump');
    expect((await run('command.sh', 1, {}, ['backup', file])).code).toBe(0);
    expect(await answers(port)).toBe(true);

    // As a bench does: it shares the database for as long as it runs.
    const bench = spawn(
      'bash',
      ['-c', '. scripts/lib.sh; ensure_database; trap release_database EXIT; echo shares; read -r _'],
      { cwd: ROOT, env: environment(1) },
    );
    await new Promise((ready) =>
      bench.stdout.on('data', (part: Buffer) => part.includes('shares') && ready(null)),
    );
    script.kill('SIGTERM');
    await ended(script);
    expect((await run('pg.sh', 1, {}, ['status'])).code).toBe(0);
    bench.stdin.end('\n');
    await ended(bench);
    expect((await run('pg.sh', 1, {}, ['status'])).code).toBe(3);
  });

  test('two at once on nothing: one serves, the other says so', async () => {
    const port = await freePort();
    const both = await Promise.allSettled([start(port), start(port)]);
    const up = both.flatMap((b) => (b.status === 'fulfilled' ? [b.value] : []));
    const down = both.flatMap((b) => (b.status === 'rejected' ? [String(b.reason)] : []));
    expect([up.length, down.length]).toEqual([1, 1]);
    expect(down[0]).toContain('running from this folder already');
    expect(await answers(port)).toBe(true);
    await run('stop.sh');
    await ended(up[0]!.script);
  });

  test('a database that is away, a wrong password, a port that is taken, a wrong setting: a line each, and no trace of the program', async () => {
    const away = await run('start.sh', await freePort(), {
      VENULA_DATABASE_URL: 'postgres://x:y@127.0.0.1:1/z',
    });
    expect(away.code).not.toBe(0);
    expect(away.out).toContain('The database does not answer at 127.0.0.1:1 (ECONNREFUSED)');
    const base = new URL(process.env['VENULA_TEST_BASE_URL']!);
    base.password = 'wrong';
    const locked = await run('start.sh', await freePort(), { VENULA_DATABASE_URL: base.href });
    expect(locked.out).toContain('does not let this user in');
    const taken = createServer();
    await new Promise<void>((up) => taken.listen(0, '127.0.0.1', up));
    const { port } = taken.address() as { port: number };
    const refused = await run('start.sh', port, { VENULA_DATABASE_URL: process.env['VENULA_TEST_BASE_URL'] });
    expect(refused.code).not.toBe(0);
    expect(refused.out).toContain(`Port ${port} is taken by another program`);
    const setting = await run('start.sh', await freePort(), {
      VENULA_DATABASE_URL: process.env['VENULA_TEST_BASE_URL'],
      VENULA_ADDRESSES: 'http://shop.lan/',
    });
    expect(setting.out).toContain('VENULA_ADDRESSES');
    for (const { out } of [away, locked, refused, setting])
      expect(out).not.toMatch(/^\s+at .*\.(?:js|ts):\d+/m);
    await new Promise((done) => taken.close(done));
  });

  test('backup, restore and a new password from the console; a lead in nobody’s memory comes in again', async () => {
    const call = (name: string, ...args: string[]) => run('command.sh', 1, {}, [name, ...args]);
    const file = join(data, 'shop.dump');
    const saved = await call('backup', file);
    expect([saved.code, saved.out]).toEqual([0, expect.stringContaining(`saved to ${file}`)]);
    expect((await call('restore')).code).toBe(2);
    expect((await call('restore', join(data, 'none.dump'))).out).toContain('There is no file');
    writeFileSync(join(data, 'bad.dump'), 'not a dump');
    const bad = await call('restore', join(data, 'bad.dump'));
    expect(bad.code).toBe(1);
    expect((await call('restore', file)).out).toContain('restored from');
    expect((await call('reset-password', 'nobody')).out).toContain('Nobody signs in as “nobody”.');
  });
});
