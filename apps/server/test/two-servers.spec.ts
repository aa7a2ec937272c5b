import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, type Server, type Socket } from 'node:net';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { eventsOf, newJob, openShop, PASSWORD, type Shop } from './support.ts';

/** Two processes, as they stand behind a proxy, on one database. */
const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));

class Served {
  private process: ChildProcess | null = null;
  constructor(readonly port: number) {}
  get url(): string {
    return `http://127.0.0.1:${this.port}/api/v1`;
  }
  async start(): Promise<void> {
    this.process = spawn(process.execPath, [MAIN], {
      env: { ...process.env, VENULA_PORT: String(this.port), VENULA_LOG_LEVEL: 'silent' },
      stdio: 'ignore',
    });
    for (let tries = 0; tries < 1200; tries++) {
      const up = await fetch(`http://127.0.0.1:${this.port}/api/ready`).catch(() => null);
      if (up?.status === 200) return;
      await pause(100);
    }
    throw new Error('the server did not come up');
  }
  async stop(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const running = this.process;
    this.process = null;
    if (!running || running.exitCode !== null) return;
    const gone = new Promise((done) => running.once('exit', done));
    running.kill(signal);
    await gone;
  }
}

const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });

let shop: Shop;
let servers: [Served, Served];
let cookie = '';

const call = (server: Served, method: string, path: string, body?: object) =>
  fetch(`${server.url}${path}`, {
    method,
    headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(5_000),
  });

async function signIn(server: Served, login: string): Promise<string> {
  // On a device of its own: signing in takes the place of who was in before.
  const res = await fetch(`${server.url}/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login, password: PASSWORD }),
  });
  expect(res.status).toBe(200);
  return res.headers.getSetCookie()[0]!.split(';')[0]!;
}

beforeAll(async () => {
  shop = await openShop();
  servers = [new Served(await freePort()), new Served(await freePort())];
  await Promise.all(servers.map((s) => s.start()));
  cookie = await signIn(servers[0], 'technician');
});
afterAll(async () => {
  await Promise.all(servers.map((s) => s.stop('SIGTERM')));
  await shop.close();
});

describe('two servers on one database', () => {
  test('who is signed in at one is at the other, and out of both at once', async () => {
    const own = await signIn(servers[0], 'viewer');
    const me = (server: Served) => fetch(`${server.url}/session`, { headers: { cookie: own } });
    expect((await me(servers[1])).status).toBe(200);
    await fetch(`${servers[1].url}/session`, { method: 'DELETE', headers: { cookie: own } });
    expect((await me(servers[0])).status).toBe(401);
  });

  test('wrong passwords and requests are counted over both', async () => {
    const tries = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        call(servers[i % 2 === 0 ? 0 : 1], 'POST', '/session', { login: 'lead', password: 'x' }),
      ),
    );
    expect(tries.filter((t) => t.status === 401)).toHaveLength(8);
    expect(tries.filter((t) => t.status === 429)).toHaveLength(52);
    await shop.db.query('delete from door_try');
    const own = await signIn(servers[0], 'viewer');
    for (let i = 0; i < 10; i++) await fetch(`${servers[i % 2]!.url}/jobs`, { headers: { cookie: own } });
    const [row] = await shop.db.query(
      `select hits from request_window where key = (select 'session ' || s.id from session s
        join app_user u on u.id = s.user_id where u.login = 'viewer' order by s.created_at desc limit 1)`,
    );
    expect(row.hits).toBe(10);
  });

  test('an instrument has one connection, whoever looks; when the server that reads it dies, the other goes on', async () => {
    const line = await fakeGauge();
    const lead = await signIn(servers[0], 'lead');
    const made = await fetch(`${servers[0].url}/instruments`, {
      method: 'POST',
      headers: { cookie: lead, 'content-type': 'application/json' },
      body: JSON.stringify({
        name: 'Bench gauge',
        host: '127.0.0.1',
        port: line.port,
        calibratedOn: null,
        reads: [
          { dimension: 'pressure', query: 'MEAS:PRES?', low: 0, high: 1e6, resolution: 700 },
          { dimension: 'temperature', query: 'MEAS:TEMP?', low: 230, high: 400, resolution: 0.1 },
        ],
      }),
    });
    const { id } = (await made.json()) as { id: string };
    const first = look(servers[0], id, 'pressure');
    await first.until((seen) => seen.length >= 2);
    const second = look(servers[1], id, 'temperature');
    const third = look(servers[1], id, 'pressure');
    await Promise.all([second.until((s) => s.length >= 3), third.until((s) => s.length >= 3)]);
    expect([line.most(), line.open()]).toEqual([1, 1]);
    // Each hears the answer to its own question.
    expect(new Set(second.seen.map((r) => r.value))).toEqual(new Set([300]));
    expect(new Set([...first.seen, ...third.seen].map((r) => r.value))).toEqual(new Set([250e3]));
    await servers[0].stop('SIGKILL');
    const before = [second.seen.length, third.seen.length] as const;
    await Promise.all([
      second.until((s) => s.length >= before[0] + 4),
      third.until((s) => s.length >= before[1] + 4),
    ]);
    expect([line.most(), line.open()]).toEqual([1, 1]);
    await servers[0].start();
    const back = look(servers[0], id, 'pressure');
    await back.until((seen) => seen.length >= 3);
    expect([line.most(), line.open()]).toEqual([1, 1]);
    expect([...second.seen, ...third.seen, ...back.seen].filter((r) => r.state !== 'reading')).toEqual([]);
    for (const stream of [first, second, third, back]) stream.leave();
    await line.close();
  });

  test('readings sent while either is killed and started again: every one that was acknowledged is there once', async () => {
    const job = await newJob(shop);
    const runId = randomUUID();
    await send(0, 'POST', `/jobs/${job}/runs`, { runId, kind: 'joint-walk', setup: { cautionsRead: true } });
    let over = false;
    const taken: string[] = [];
    const writers = Array.from({ length: 4 }, async (_, w) => {
      for (let i = 0; !over; i++) {
        const readingId = randomUUID();
        await send((w + i) % 2, 'POST', `/jobs/${job}/runs/${runId}/readings`, {
          readingId,
          kind: 'joint',
          payload: { jointId: 'feed:filter:feed', result: 'dry', note: `${w} ${i}` },
          takenAt: new Date().toISOString(),
        });
        taken.push(readingId);
      }
    });
    for (let round = 0; round < 4; round++) {
      await pause(300);
      await servers[round % 2]!.stop('SIGKILL');
      await pause(200);
      await servers[round % 2]!.start();
    }
    over = true;
    await Promise.all(writers);
    expect(taken.length).toBeGreaterThan(50);
    const rows: { id: string }[] = await shop.db.query('select id from test_reading where run_id = $1', [
      runId,
    ]);
    expect(new Set(rows.map((r) => r.id))).toEqual(new Set(taken));
  });
});

/** Longer than any machine takes to start a server again, ms. */
const ACKNOWLEDGED_WITHIN = 120_000;

/** Sends until it is acknowledged, to the other server where one does not answer: as a device behind a proxy does. */
async function send(at: number, method: string, path: string, body: object): Promise<void> {
  const until = Date.now() + ACKNOWLEDGED_WITHIN;
  for (let tries = 0; Date.now() < until; tries++) {
    const res = await call(servers[(at + tries) % 2]!, method, path, body).catch(() => null);
    if (res?.ok) return;
    if (res && res.status !== 503) throw new Error(`${res.status} ${await res.text()}`);
    await pause(50);
  }
  throw new Error('never acknowledged');
}

interface Heard {
  readonly state: string;
  readonly value?: number;
}

/** A stream that is looked at. */
function look(server: Served, id: string, dimension: string) {
  const seen: Heard[] = [];
  const leave = new AbortController();
  const reading = (async () => {
    const res = await fetch(`${server.url}/instruments/${id}/live?reads=${dimension}`, {
      headers: { cookie },
      signal: leave.signal,
    });
    for await (const said of eventsOf<Heard>(res)) seen.push(said);
  })().catch(() => undefined);
  return {
    seen,
    async until(enough: (seen: readonly Heard[]) => boolean): Promise<void> {
      for (let tries = 0; tries < 2000 && !enough(seen); tries++) await pause(50);
      if (!enough(seen)) throw new Error(`not heard: ${JSON.stringify(seen)}`);
    },
    leave(): void {
      leave.abort();
      void reading;
    },
  };
}

/** A gauge that knows how many talk to it. */
async function fakeGauge() {
  const sockets = new Set<Socket>();
  let most = 0;
  const server: Server = createServer((socket) => {
    sockets.add(socket);
    most = Math.max(most, sockets.size);
    socket.once('close', () => sockets.delete(socket));
    socket.on('error', () => socket.destroy());
    socket.on('data', (asked) => {
      for (const line of asked.toString().split('\n').filter(Boolean))
        socket.write(line.includes('PRES') ? '2.5E5\n' : '300\n');
    });
  });
  await new Promise<void>((up) => server.listen(0, '127.0.0.1', up));
  return {
    port: (server.address() as { port: number }).port,
    open: () => sockets.size,
    most: () => most,
    close: () => {
      for (const s of sockets) s.destroy();
      return new Promise((done) => server.close(done));
    },
  };
}
