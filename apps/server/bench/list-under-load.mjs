/**
 * npm run bench:list: a shop full of difficult jobs (random ones, the largest the format takes, and stored ones the checker
 * of today refuses), whose list is read by several people while all of them are judged. Prints the delay of the server's event
 * loop and how long the list took. About a minute; its own database, loopback only.
 */
import 'reflect-metadata';
import { fork } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { setPriority } from 'node:os';
import { monitorEventLoopDelay, performance } from 'node:perf_hooks';
import { fileURLToPath } from 'node:url';
import { testSupport } from '../../../packages/core/bench/test-support.mjs';

const READERS = 8;
const SECONDS = Number(process.env.BENCH_SECONDS ?? 60);

if (process.argv[2] === 'reader') await reader(process.argv[3], process.argv[4]);
else await bench();

/** Reads the list again and again from a process of its own, and tells how long each took. */
async function reader(base, cookie) {
  const until = performance.now() + SECONDS * 1000;
  const times = [];
  let failed = 0;
  while (performance.now() < until) {
    const started = performance.now();
    const answer = await fetch(`${base}/api/v1/jobs?size=100`, { headers: { cookie } });
    await answer.arrayBuffer();
    times.push(performance.now() - started);
    if (!answer.ok) failed++;
    // Eight readers on one address stay under what one address may ask in a minute.
    await new Promise((go) => setTimeout(go, 450));
  }
  process.send({ times, failed });
}

async function bench() {
  const { createApp } = await import('../dist/bootstrap.js');
  const { createDataSource } = await import('../dist/db/data-source.js');
  const { hashSecret } = await import('../dist/accounts/secrets.js');
  const { randomDocument, largeDocument, startingJobs } = await testSupport('examples', 'random-documents');

  const db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  await db.query(
    `insert into app_user (login, name, role, password_hash) values ('bench', 'Bench', 'lead', $1)`,
    [await hashSecret('bench bench')],
  );
  const store = (title, document) =>
    db.query(`insert into job (id, title, document, updated_by) values ($1, $2, $3, 'Bench')`, [
      randomUUID(),
      title,
      JSON.stringify(document),
    ]);
  for (let seed = 0; seed < 80; seed++) await store(`random ${seed}`, randomDocument(seed));
  for (let seed = 0; seed < 12; seed++) await store(`large ${seed}`, largeDocument(seed));
  const hangs = structuredClone(startingJobs().find(([id]) => id === 'rails-series')[1]);
  hangs.plumbing.elements.pump.curve.currents[0] = 0;
  const throws = structuredClone(startingJobs().find(([id]) => id === 'full-return')[1]);
  throws.plumbing.elements.pump.armatureOhms = 1;
  await store('no current', hangs);
  await store('armature', throws);
  await store('not a plan', { format: 'venula-job', version: 2 });

  const app = await createApp();
  await app.listen(0, '127.0.0.1');
  const base = `http://127.0.0.1:${app.getHttpServer().address().port}`;
  const signIn = await fetch(`${base}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'bench', password: 'bench bench' }),
  });
  const cookie = signIn.headers.get('set-cookie').split(';')[0];

  const delay = monitorEventLoopDelay({ resolution: 10 });
  delay.enable();
  const answers = await Promise.all(
    Array.from(
      { length: READERS },
      () =>
        new Promise((done, fail) => {
          const child = fork(fileURLToPath(import.meta.url), ['reader', base, cookie]);
          // They stand for other machines: they give way to the server where cores are few.
          setPriority(child.pid, 15);
          child.once('message', done);
          child.once('error', fail);
        }),
    ),
  );
  delay.disable();
  const times = answers.flatMap((a) => a.times).sort((a, b) => a - b);
  const at = (share) => times[Math.min(times.length - 1, Math.floor(share * times.length))].toFixed(1);
  const [{ judged, unjudged, total }] = await db.query(
    `select count(*) filter (where summary is not null) as judged, count(*) filter (where summary ? 'unjudged') as unjudged, count(*) as total from job`,
  );
  const ms = (ns) => (ns / 1e6).toFixed(1);
  console.log(
    `${READERS} readers, ${SECONDS} s, ${total} jobs: ${times.length} lists read, ${answers.reduce((n, a) => n + a.failed, 0)} failed`,
  );
  console.log(`  the list: median ${at(0.5)} ms, p95 ${at(0.95)} ms, longest ${at(1)} ms`);
  console.log(
    `  event loop (sampled every 10 ms): p99 ${ms(delay.percentile(99))} ms, longest ${ms(delay.max)} ms`,
  );
  console.log(`  judged by the end: ${judged} of ${total}, ${unjudged} of them say why they cannot be`);
  await app.close();
  await db.destroy();
}
