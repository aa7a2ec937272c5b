import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { eventsOf, newJob, openShop, PASSWORD, replace, type Shop } from './support.ts';

type News = { job?: string; version?: number; record?: string; again?: true };

let shop: Shop;
let address: string;
beforeAll(async () => {
  shop = await openShop();
  await shop.app.listen(0, '127.0.0.1');
  address = await shop.app.getUrl();
});
afterAll(() => shop.close());

/** A page that is open, and what it has heard so far. */
async function openPage() {
  const entered = await fetch(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'viewer', password: PASSWORD }),
  });
  const cookie = entered.headers.getSetCookie()[0]!.split(';')[0]!;
  const leave = new AbortController();
  const res = await fetch(`${address}/api/v1/news`, { headers: { cookie }, signal: leave.signal });
  expect(res.status).toBe(200);
  const heard: News[] = [];
  const ended = (async () => {
    try {
      for await (const said of eventsOf<News>(res)) heard.push(said);
    } catch {
      // Left, or cut off.
    }
  })();
  return { cookie, heard, ended, leave: () => leave.abort() };
}

const until = async (state: () => boolean): Promise<void> => {
  while (!state()) await new Promise((go) => setTimeout(go, 20));
};

test('an open page hears that a job has a new version, was archived, or has more in its record; what fails says nothing', async () => {
  const job = await newJob(shop);
  const page = await openPage();
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/changes`)
    .send(replace('/plumbing/elements/feed/lengthM', 3.3, 1))
    .expect(200);
  await until(() => page.heard.some((n) => n.job === job && n.version === 2));
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/changes`)
    .send(replace('/plumbing/elements/feed/lengthM', 'long', 2))
    .expect(422);
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/runs`)
    .send({ runId: randomUUID(), kind: 'base-pressure', setup: { cautionsRead: true } })
    .expect(201);
  await until(() => page.heard.some((n) => n.job === job && n.record === 'test_run'));
  const before = page.heard.length;
  await shop.as.lead.post(`/api/v1/jobs/${job}/archive`).send({ archived: true }).expect(204);
  await until(() => page.heard.length > before);
  expect(page.heard.filter((n) => n.job === job && n.version !== undefined).map((n) => n.version)).toEqual([
    2, 2,
  ]);
  page.leave();
});

test('a connection to the database that is lost is made again, and pages are told to look again', async () => {
  const job = await newJob(shop);
  const page = await openPage();
  await shop.db.query(
    `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'`,
  );
  await until(() => page.heard.some((n) => n.again));
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/changes`)
    .send(replace('/plumbing/elements/feed/lengthM', 3.3, 1))
    .expect(200);
  await until(() => page.heard.some((n) => n.job === job && n.version === 2));
  page.leave();
});

test('a session that ends takes its stream with it; without one there is none', async () => {
  const page = await openPage();
  const gone = await fetch(`${address}/api/v1/session`, {
    method: 'DELETE',
    headers: { cookie: page.cookie, origin: address },
  });
  expect(gone.ok).toBe(true);
  await page.ended;
  expect((await fetch(`${address}/api/v1/news`)).status).toBe(401);
});
