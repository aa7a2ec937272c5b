/**
 * npm run bench:load: fifty tablets at work, each from an address of its own. All sign in at the same moment, on a server that has
 * just come up or one that has been up for a while; then they work in one of two mixes (mixes.mjs). In the middle of a run a backup is
 * taken, put back beside the original and compared with it as of one moment. Prints what failed, how long answers took, and what
 * the server's event loop and memory did. Its own database, loopback only.
 *   BENCH_DEVICES=50 BENCH_SECONDS=60 BENCH_RUNS=3 BENCH_BUSY=2 (busy processes beside) BENCH_MIXES=work,look
 */
import 'reflect-metadata';
import { fork, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { setPriority } from 'node:os';
import { performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { Device } from './device.mjs';
import { MIXES } from './mixes.mjs';
import { backupAtOneMoment } from './moment.mjs';

const DEVICES = Number(process.env.BENCH_DEVICES ?? 50);
const SECONDS = Number(process.env.BENCH_SECONDS ?? 60);
const RUNS = Number(process.env.BENCH_RUNS ?? 3);
const BUSY = Number(process.env.BENCH_BUSY ?? 0);
const WANTED = (process.env.BENCH_MIXES ?? 'work,look').split(',');
const PROCESSES = 5;
/** Between two things somebody does, ms. */
const THINK = [600, 1400];
/** Until a server that has come up is done with what it does first, ms. */
const SETTLED = 15_000;

if (process.argv[2] === 'devices') await devices(...process.argv.slice(3));
else await bench();

/** Some of the devices, in a process of their own: they stand for other machines. */
async function devices(port, mix, ...numbers) {
  const answers = [];
  await Promise.all(numbers.map((n) => work(new Device(Number(port), Number(n), answers), MIXES[mix])));
  process.send(answers);
}

async function work(device, next) {
  const { n } = device;
  await device.call('sign in', 'POST', '/session', { login: `bench-${n}`, password: 'bench bench' });
  await wait(Math.random() * 5000);
  const job = await device.call('new job', 'POST', '/jobs', { title: `Device ${n}`, pattern: 'twin-pump' });
  const state = { id: job?.id, version: 1, runId: randomUUID() };
  await device.call('start a test', 'POST', `/jobs/${state.id}/runs`, {
    runId: state.runId,
    kind: 'base-pressure',
    setup: { cautionsRead: true },
  });
  const until = performance.now() + SECONDS * 1000;
  while (performance.now() < until) {
    await next()(device, state);
    await wait(THINK[0] + Math.random() * (THINK[1] - THINK[0]));
  }
  device.end();
}

async function bench() {
  const { createDataSource } = await import('../../dist/db/data-source.js');
  const { hashSecret } = await import('../../dist/accounts/secrets.js');
  const db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  const hash = await hashSecret('bench bench');
  for (let n = 0; n < DEVICES; n++)
    await db.query(
      `insert into app_user (login, name, role, password_hash) values ($1, $2, 'technician', $3)`,
      [`bench-${n}`, `Bench ${n}`, hash],
    );
  await db.destroy();
  const busy = Array.from({ length: BUSY }, () => spawn(process.execPath, ['-e', 'for (;;);']));
  try {
    console.log(
      `${DEVICES} devices, ${SECONDS} s a run, ${BUSY} busy processes beside them; longest, p95 and event loop in ms`,
    );
    console.log(
      '| mix | start | requests | failed | sign-in: longest | median | p95 | p99 | longest | event loop p99 | longest | memory |',
    );
    console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |');
    for (const mix of WANTED)
      for (const start of ['cold', 'warm'])
        for (let k = 0; k < RUNS; k++) await run(mix, start, k === 0 && start === 'warm');
  } finally {
    for (const one of busy) one.kill();
  }
}

/** One run, one line of the table; in detail for the first of a kind. */
async function run(mix, start, detailed) {
  const server = fork(fileURLToPath(new URL('server.mjs', import.meta.url)));
  const [{ port }] = await once(server, 'message');
  if (start === 'warm') await wait(SETTLED);
  server.send('measure');
  const backup = wait((SECONDS * 1000) / 2).then(() => backupAtOneMoment(process.env.VENULA_DATABASE_URL));
  const all = (await Promise.all(shares().map((numbers) => devicesIn(port, mix, numbers)))).flat();
  server.send('report');
  const [did] = await once(server, 'message');
  server.send('end');
  await once(server, 'exit');

  const failed = all.filter((a) => typeof a.status !== 'number' || a.status >= 400);
  const signIns = sorted(all.filter((a) => a.kind === 'sign in'));
  const rest = sorted(all.filter((a) => a.kind !== 'sign in'));
  const row = [
    mix,
    start,
    all.length,
    failed.length,
    ...[at(signIns, 1), at(rest, 0.5), at(rest, 0.95), at(rest, 0.99), at(rest, 1)],
    ...[did.p99.toFixed(0), did.longest.toFixed(0), `${did.rssMb.toFixed(0)} MB`],
  ];
  console.log(`| ${row.join(' | ')} |`);
  if (failed.length > 0) {
    const why = new Map();
    for (const { kind, status } of failed)
      why.set(`${kind} ${status}`, (why.get(`${kind} ${status}`) ?? 0) + 1);
    console.log([...why].map(([what, n]) => `  failed: ${what}, ${n} times`).join('\n'));
    process.exitCode = 1;
  }
  const { rows, differ } = await backup;
  if (differ.length > 0) {
    console.log(`  backup as of one moment, ${rows} rows: DIFFER: ${differ.join(', ')}`);
    process.exitCode = 1;
  }
  if (detailed) details(all, did);
}

function shares() {
  return Array.from({ length: PROCESSES }, (_, p) =>
    Array.from({ length: DEVICES }, (_, n) => n).filter((n) => n % PROCESSES === p),
  );
}

async function devicesIn(port, mix, numbers) {
  const child = fork(fileURLToPath(import.meta.url), ['devices', port, mix, ...numbers].map(String));
  // They stand for other machines: they give way to the server, not to what the server does in the background.
  setPriority(child.pid, 5);
  const [answers] = await once(child, 'message');
  return answers;
}

function sorted(answers) {
  return answers.map((a) => a.ms).sort((a, b) => a - b);
}

function at(ms, share) {
  return (ms[Math.min(ms.length - 1, Math.floor(share * ms.length))] ?? NaN).toFixed(0);
}

function details(all, { cpuS }) {
  const kb = (list, of) => `${(list.reduce((s, a) => s + a[of], 0) / 1024).toFixed(0)} kB`;
  for (const kind of new Set(all.map((a) => a.kind))) {
    const list = all.filter((a) => a.kind === kind);
    const ms = sorted(list);
    console.log(
      `  ${kind}: ${list.length}, median ${at(ms, 0.5)} ms, p95 ${at(ms, 0.95)} ms, longest ${at(ms, 1)} ms; ${kb(list, 'bytes')} sent, ${kb(list, 'plain')} before it was compressed`,
    );
  }
  console.log(`  the server took ${cpuS.toFixed(0)} s of processor time in all its threads`);
}

function wait(ms) {
  return new Promise((go) => setTimeout(go, ms));
}
