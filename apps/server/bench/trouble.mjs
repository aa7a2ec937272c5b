/**
 * npm run trouble: a test goes on while everything is pulled. Tablets take readings and send them with their ids until they are
 * acknowledged; meanwhile the server is killed twenty times, the database restarted twice, one tablet is away for a minute, two
 * post the same readings, two have their clocks an hour off, and the gauge is unplugged. Prints the counts; ends with 1 where an
 * acknowledged reading is missing, doubled or changed, or a gauge that is gone reads anything. Its own database, loopback only.
 */
import { spawn, spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import http from 'node:http';
import { connect } from 'node:net';
import pg from 'pg';

const KILLS = Number(process.env.TROUBLE_KILLS ?? 20);
const DATABASE_RESTARTS = 2;
const AWAY_MS = Number(process.env.TROUBLE_AWAY_MS ?? 60_000);
const PORT = 4697;
const BENCH_PORT = 4687;
const URL_ = `http://127.0.0.1:${PORT}`;
const HOUR = 3600_000;

const wait = (ms) => new Promise((go) => setTimeout(go, ms));
let server;
let serverStops = Promise.resolve();

function startServer() {
  server = spawn('node', ['--enable-source-maps', 'apps/server/dist/main.js'], {
    env: { ...process.env, VENULA_PORT: String(PORT), VENULA_BENCH_PORT: String(BENCH_PORT) },
    stdio: 'ignore',
  });
  const own = server;
  serverStops = new Promise((gone) => own.once('exit', gone));
}

async function ready() {
  for (let i = 0; i < 200; i++) {
    const answer = await fetch(`${URL_}/api/ready`).catch(() => null);
    if (answer?.ok) return;
    await wait(100);
  }
  throw new Error('the server does not come up');
}

/** A tablet: keeps what is read, in order, until the server says that it has it. */
class Tablet {
  cookie = '';
  waiting = [];
  acknowledged = 0;
  retries = 0;
  refused = [];
  away = false;
  stopped = false;

  constructor(name, number, clockMs = 0) {
    this.name = name;
    this.clockMs = clockMs;
    this.agent = new http.Agent({ keepAlive: true, maxSockets: 2, localAddress: `127.0.2.${number}` });
  }

  /** From an address of its own, as in a shop: one alone may not ask without end. */
  call(method, path, body) {
    const text = body === undefined ? undefined : JSON.stringify(body);
    return new Promise((done, failed) => {
      const req = http.request(
        {
          agent: this.agent,
          host: '127.0.0.1',
          port: PORT,
          method,
          path: `/api/v1${path}`,
          timeout: 10_000,
          headers: {
            cookie: this.cookie,
            ...(text === undefined
              ? {}
              : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
          },
        },
        (res) => {
          let said = '';
          res.setEncoding('utf8');
          res.on('data', (part) => (said += part));
          res.on('error', failed);
          res.on('end', () => {
            const set = res.headers['set-cookie']?.[0];
            if (set) this.cookie = set.split(';')[0];
            done({ status: res.statusCode, said, json: () => JSON.parse(said) });
          });
        },
      );
      req.on('timeout', () => req.destroy(new Error('no answer')));
      req.on('error', failed);
      req.end(text);
    });
  }

  signIn() {
    return this.call('POST', '/session', { login: 'tess', password: 'saltmarsh-tess' });
  }

  read(stepId, value, readingId = randomUUID()) {
    const reading = {
      readingId,
      kind: 'measured',
      payload: { stepId, value, note: '' },
      corrects: null,
      takenAt: new Date(Date.now() + this.clockMs).toISOString(),
    };
    this.waiting.push(reading);
    return reading;
  }

  async send(path) {
    while (!this.stopped || this.waiting.length > 0) {
      const first = this.waiting[0];
      if (!first || this.away) {
        await wait(20);
        continue;
      }
      const res = await this.call('POST', path, first).catch(() => null);
      if (res && res.status < 300) {
        this.waiting.shift();
        this.acknowledged++;
      } else if (res && res.status >= 400 && res.status < 500 && ![401, 408, 429].includes(res.status)) {
        this.refused.push(`${res.status} ${res.said.slice(0, 120)}`);
        this.waiting.shift();
      } else {
        this.retries++;
        await wait(150);
      }
    }
  }
}

/** What the page would see of the gauge: every event with when it came. */
async function watchGauge(cookie, id, seen, stop) {
  while (!stop.now) {
    try {
      const res = await fetch(`${URL_}/api/v1/instruments/${id}/live?reads=pressure`, {
        headers: { cookie },
        signal: stop.signal,
      });
      let text = '';
      for await (const part of res.body.pipeThrough(new TextDecoderStream())) {
        text += part;
        const events = text.split('\n\n');
        text = events.pop();
        for (const e of events) {
          const data = /^data: (.*)$/m.exec(e)?.[1];
          if (data) seen.push({ ...JSON.parse(data), at: Date.now() });
        }
      }
    } catch {
      await wait(200);
    }
  }
}

const tellBench = (what) =>
  new Promise((done) => {
    const socket = connect({ host: '127.0.0.1', port: BENCH_PORT }, () =>
      socket.write(`${JSON.stringify(what)}\n`),
    );
    socket.once('data', (d) => {
      socket.destroy();
      done(JSON.parse(String(d)));
    });
    socket.once('error', () => done(null));
  });

const script = (name, ...args) => {
  const { status, stderr } = spawnSync('bash', [`scripts/${name}`, ...args], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
};

for (const step of ['migrate', 'seed'])
  spawnSync('node', [`apps/server/dist/db/${step}.js`], { stdio: 'ignore' });
const instruments = spawn('node', ['apps/instruments/dist/main.js'], {
  env: { ...process.env, VENULA_BENCH_PORT: String(BENCH_PORT) },
  stdio: 'ignore',
});
startServer();
await ready();

const tablets = [
  new Tablet('first', 1),
  new Tablet('second, posts what the first posts', 2),
  new Tablet('away for a while', 3),
  new Tablet('clock an hour ahead', 4, HOUR),
  new Tablet('clock an hour behind', 5, -HOUR),
];
for (const t of tablets) await t.signIn();
const [first, second, third] = tablets;
const job = (await first.call('POST', '/jobs', { pattern: 'full-return', title: 'Pulled at' })).json();
const runId = randomUUID();
await first.call('POST', `/jobs/${job.id}/runs`, {
  runId,
  kind: 'base-pressure',
  setup: { cautionsRead: true },
});
const path = `/jobs/${job.id}/runs/${runId}/readings`;
const gauge = (await first.call('GET', '/instruments')).json().find((i) => /gauge/i.test(i.name));
await first.call('PUT', '/instruments/bench', {
  doing: 'reading',
  jobId: job.id,
  kind: 'base-pressure',
  stepId: 'base:locked',
});

const taken = new Map();
const sending = tablets.map((t) => t.send(path));
let reading = true;
const reader = (async () => {
  for (let n = 0; reading; n++) {
    for (const t of tablets) {
      if (t === second) continue;
      const r = t.read('base:before', 200e3 + n);
      taken.set(r.readingId, r);
      // The same reading from two tablets: same id, same content.
      if (t === first) second.waiting.push({ ...r });
    }
    await wait(100);
  }
})();

const stop = new AbortController();
const watching = { now: false, signal: stop.signal };
const seen = [];
const watch = watchGauge(first.cookie, gauge.id, seen, watching);

console.log(
  `${tablets.length} tablets reading ten times a second; ${KILLS} kills, ${DATABASE_RESTARTS} restarts of the database`,
);
let unplugged = 0;
for (let k = 1; k <= KILLS; k++) {
  await wait(1500 + Math.random() * 1500);
  if (k === 3) {
    third.away = true;
    setTimeout(() => (third.away = false), AWAY_MS);
  }
  if (k === Math.ceil(KILLS / 2)) {
    await ready();
    await wait(1500);
    await tellBench({ tell: 'unplug', name: 'gauge', seconds: 6 });
    unplugged = Date.now();
    await wait(9000);
  }
  if (k % Math.ceil(KILLS / (DATABASE_RESTARTS + 1)) === 0 && k < KILLS) {
    script('pg.sh', 'stop');
    await wait(1000);
    script('pg.sh', 'start');
  }
  server.kill('SIGKILL');
  await serverStops;
  startServer();
  await ready();
  process.stdout.write(`  ${k}`);
}
process.stdout.write('\n');
while (third.away) await wait(200);
reading = false;
await reader;
for (const t of tablets) t.stopped = true;
await Promise.all(sending);
for (const t of tablets) t.agent.destroy();
watching.now = true;
stop.abort();
await watch;

const db = new pg.Client({ connectionString: process.env.VENULA_DATABASE_URL });
await db.connect();
const { rows } = await db.query('select id, payload, taken_at from test_reading where run_id = $1', [runId]);
await db.end();
const stored = new Map(rows.map((r) => [r.id, r]));
const missing = [...taken.keys()].filter((id) => !stored.has(id)).length;
const strange = [...stored.keys()].filter((id) => !taken.has(id)).length;
const changed = [...taken].filter(([id, r]) => {
  const row = stored.get(id);
  return row && (row.payload.value !== r.payload.value || row.taken_at.getTime() !== Date.parse(r.takenAt));
}).length;
const refused = tablets.flatMap((t) => t.refused);
const near = seen.filter((s) => s.at >= unplugged && s.at < unplugged + 9000);
const lost = near.find((s) => s.state === 'lost');
const back = near.filter((s) => s.state === 'reading').at(-1);
const nought = seen.filter((s) => s.state === 'reading' && Math.abs(s.value) < 1e3).length;
const lostAfter = lost ? lost.at - unplugged : NaN;
for (const t of tablets)
  console.log(
    `  ${t.name}: ${t.acknowledged} acknowledged, ${t.retries} sent again, ${t.refused.length} refused`,
  );
console.log(
  `  taken ${taken.size}, stored ${stored.size} (rows ${rows.length}), missing ${missing}, not taken by anybody ${strange}, changed ${changed}`,
);
console.log(
  `  gauge: ${seen.length} events, lost ${lost ? `${(lostAfter / 1000).toFixed(1)} s after it was unplugged` : 'never seen'}, back ${back && lost && back.at > lost.at ? 'by itself' : 'NOT'}, read as nought ${nought} times`,
);
for (const r of refused.slice(0, 5)) console.log(`  refused: ${r}`);
const bad =
  missing + strange + changed + refused.length + nought + (lostAfter < 2000 ? 0 : 1) + (back ? 0 : 1);
console.log(bad === 0 ? 'nothing lost, nothing doubled' : 'FAILED');
server.kill('SIGTERM');
instruments.kill('SIGTERM');
process.exitCode = bad === 0 ? 0 : 1;
