/**
 * npm run bench:load: fifty tablets at work for two minutes: each signs in, reads the list, opens jobs, sends an edit about
 * every other second, a reading nearly as often and a photo now and then, from an address of its own. Half way through a backup
 * is taken, put back beside the original and compared with it as of one moment. Prints what failed, how long answers took
 * and how many bytes went over the wire. Its own database, loopback only.
 */
import 'reflect-metadata';
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import http from 'node:http';
import { setPriority } from 'node:os';
import { monitorEventLoopDelay, performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import sharp from 'sharp';
import { backupAtOneMoment } from './moment.mjs';

const DEVICES = Number(process.env.BENCH_DEVICES ?? 50);
const SECONDS = Number(process.env.BENCH_SECONDS ?? 120);
const PROCESSES = 5;
/** Between two things somebody does, ms. */
const THINK = [600, 1400];
/** What a camera sends once it is made small: noise packs badly, as a picture of an engine bay does. */
const PHOTO = await sharp({
  create: { width: 1280, height: 960, channels: 3, noise: { type: 'gaussian', mean: 120, sigma: 30 } },
})
  .jpeg({ quality: 60 })
  .toBuffer();

if (process.argv[2] === 'devices') await devices(Number(process.argv[3]), process.argv.slice(4).map(Number));
else await bench();

/** Some of the devices, in a process of their own: they stand for other machines. */
async function devices(port, numbers) {
  const answers = [];
  await Promise.all(numbers.map((n) => device(port, n, answers)));
  process.send(answers);
}

async function device(port, n, answers) {
  // Every device has an address of its own, as in a shop: one alone may not ask without end.
  const agent = new http.Agent({
    keepAlive: true,
    maxSockets: 2,
    localAddress: `127.0.${1 + (n >> 7)}.${1 + (n & 127)}`,
  });
  let cookie = '';
  const call = (kind, method, path, body) =>
    new Promise((done) => {
      const text = body === undefined || Buffer.isBuffer(body) ? body : JSON.stringify(body);
      const started = performance.now();
      const req = http.request(
        {
          agent,
          host: '127.0.0.1',
          port,
          method,
          path: `/api/v1${path}`,
          headers: {
            cookie,
            'accept-encoding': 'gzip',
            ...(text === undefined
              ? {}
              : {
                  'content-type': Buffer.isBuffer(body) ? 'image/jpeg' : 'application/json',
                  'content-length': Buffer.byteLength(text),
                }),
          },
        },
        (res) => {
          const parts = [];
          res.on('data', (part) => parts.push(part));
          res.on('end', () => {
            const raw = Buffer.concat(parts);
            const zipped = res.headers['content-encoding'] === 'gzip';
            const plain = zipped ? gunzipSync(raw) : raw;
            answers.push({
              kind,
              ms: performance.now() - started,
              status: res.statusCode,
              bytes: raw.length,
              plain: plain.length,
            });
            const set = res.headers['set-cookie']?.[0];
            if (set) cookie = set.split(';')[0];
            done(plain.length > 0 && res.statusCode < 400 ? JSON.parse(plain.toString()) : undefined);
          });
        },
      );
      req.on('error', (error) => {
        answers.push({ kind, ms: performance.now() - started, status: error.code, bytes: 0, plain: 0 });
        done(undefined);
      });
      req.end(text);
    });
  await wait(Math.random() * 5000);
  await call('sign in', 'POST', '/session', { login: `bench-${n}`, password: 'bench bench' });
  const { id } =
    (await call('new job', 'POST', '/jobs', { title: `Device ${n}`, pattern: 'twin-pump' })) ?? {};
  let record = await call('open', 'GET', `/jobs/${id}`);
  const runId = randomUUID();
  await call('start a test', 'POST', `/jobs/${id}/runs`, {
    runId,
    kind: 'base-pressure',
    setup: { cautionsRead: true },
  });
  const until = performance.now() + SECONDS * 1000;
  for (let turn = 0; performance.now() < until; turn++) {
    const what = Math.random();
    if (what < 0.5) {
      const lengthM = 0.5 + Math.round(Math.random() * 80) / 10;
      const sent = await call('edit', 'POST', `/jobs/${id}/changes`, {
        changeId: randomUUID(),
        baseVersion: record?.version ?? 1,
        patch: [{ op: 'replace', path: '/plumbing/elements/feed/lengthM', value: lengthM }],
      });
      if (sent) record = { ...record, version: sent.version };
    } else if (what < 0.7) await call('list', 'GET', '/jobs?size=25');
    else if (what < 0.85) record = (await call('open', 'GET', `/jobs/${id}`)) ?? record;
    else if (what < 0.88) await call('runs', 'GET', `/jobs/${id}/runs`);
    else if (what < 0.97)
      await call('reading', 'POST', `/jobs/${id}/runs/${runId}/readings`, {
        readingId: randomUUID(),
        kind: 'measured',
        payload: { stepId: 'base:before', value: 250e3 + Math.round(Math.random() * 1e5), note: '' },
        corrects: null,
        takenAt: new Date().toISOString(),
      });
    else await call('photo', 'PUT', `/jobs/${id}/photos/${randomUUID()}?caption=bench`, PHOTO);
    await wait(THINK[0] + Math.random() * (THINK[1] - THINK[0]));
  }
  agent.destroy();
}

async function bench() {
  const { createApp } = await import('../dist/bootstrap.js');
  const { createDataSource } = await import('../dist/db/data-source.js');
  const { hashSecret } = await import('../dist/accounts/secrets.js');
  const db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  const hash = await hashSecret('bench bench');
  for (let n = 0; n < DEVICES; n++)
    await db.query(
      `insert into app_user (login, name, role, password_hash) values ($1, $2, 'technician', $3)`,
      [`bench-${n}`, `Bench ${n}`, hash],
    );
  const app = await createApp();
  await app.listen(0, '127.0.0.1');
  const { port } = app.getHttpServer().address();
  const delay = monitorEventLoopDelay({ resolution: 10 });
  delay.enable();
  const shares = Array.from({ length: PROCESSES }, (_, p) =>
    Array.from({ length: DEVICES }, (_, n) => n).filter((n) => n % PROCESSES === p),
  );
  const backup = wait((SECONDS * 1000) / 2).then(() => backupAtOneMoment(process.env.VENULA_DATABASE_URL));
  const all = (
    await Promise.all(
      shares.map(
        (numbers) =>
          new Promise((done, fail) => {
            const child = fork(fileURLToPath(import.meta.url), [
              'devices',
              String(port),
              ...numbers.map(String),
            ]);
            setPriority(child.pid, 15);
            child.once('message', done);
            child.once('error', fail);
          }),
      ),
    )
  ).flat();
  const bad = all.filter((a) => typeof a.status !== 'number' || a.status >= 400);
  const kb = (n) => `${(n / 1024).toFixed(0)} kB`;
  const line = (name, list) => {
    const ms = list.map((a) => a.ms).sort((a, b) => a - b);
    const at = (share) => ms[Math.min(ms.length - 1, Math.floor(share * ms.length))].toFixed(0);
    console.log(
      `  ${name}: ${list.length}, median ${at(0.5)} ms, p95 ${at(0.95)} ms, p99 ${at(0.99)} ms, longest ${at(1)} ms; ` +
        `${kb(list.reduce((s, a) => s + a.bytes, 0))} sent, ${kb(list.reduce((s, a) => s + a.plain, 0))} before it was compressed`,
    );
  };
  console.log(`${DEVICES} devices, ${SECONDS} s: ${all.length} requests, ${bad.length} failed`);
  line('all', all);
  for (const kind of [...new Set(all.map((a) => a.kind))])
    line(
      kind,
      all.filter((a) => a.kind === kind),
    );
  const statuses = new Map();
  for (const { kind, status } of bad)
    statuses.set(`${kind} ${status}`, (statuses.get(`${kind} ${status}`) ?? 0) + 1);
  for (const [what, n] of statuses) console.log(`  failed: ${what}, ${n} times`);
  console.log(
    `  event loop of the server (sampled every 10 ms): p99 ${(delay.percentile(99) / 1e6).toFixed(1)} ms, longest ${(delay.max / 1e6).toFixed(1)} ms`,
  );
  const { rows, bytes, tables, differ } = await backup;
  console.log(
    `  backup under load: ${tables} tables, ${rows} rows, ${kb(bytes)}; put back and compared as of one moment: ${differ.length === 0 ? 'equal' : `DIFFER: ${differ.join(', ')}`}`,
  );
  if (differ.length > 0 || bad.length > 0) process.exitCode = 1;
  await app.close();
  await db.destroy();
}

function wait(ms) {
  return new Promise((go) => setTimeout(go, ms));
}
