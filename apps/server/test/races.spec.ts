import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { fullReturnJob } from '@venula/core/document';
import { jointList } from '@venula/core/supply';
import { JudgePool } from '../src/judging/judge-pool.ts';
import { newJob, openShop, replace, type Shop } from './support.ts';

// Machines here are noisy, and these make hundreds of requests.
let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const job = (id: string) => `/api/v1/jobs/${id}`;
const joints = jointList(fullReturnJob('x')).map((j) => j.id);
let second = 0;
const reading = (kind: string, payload: object) => ({
  readingId: randomUUID(),
  kind,
  payload,
  corrects: null,
  takenAt: new Date(Date.UTC(2026, 10, 25, 10, 0, second++)).toISOString(),
});

/** A walk in which every joint was found dry: signed now, it passes. */
async function dryWalk(): Promise<{ readonly at: string; readonly runId: string }> {
  const id = await newJob(shop);
  const runId = randomUUID();
  const run = { runId, kind: 'joint-walk', setup: { cautionsRead: true } };
  await shop.as.technician
    .post(`${job(id)}/runs`)
    .send(run)
    .expect(201);
  const at = `${job(id)}/runs/${runId}/readings`;
  for (const jointId of joints) {
    await shop.as.technician
      .post(at)
      .send(reading('joint', { jointId, result: 'dry' }))
      .expect(201);
  }
  return { at, runId };
}

interface Stored {
  readonly kind: string;
  readonly payload: { readonly result?: string; readonly verdict?: string };
}

describe('a sign-off and a leak from two devices at once', () => {
  test('never end as a pass over a stored leak, nor with two sign-offs: 200 in parallel, one wins and the rest are told', async () => {
    const walks = await Promise.all(Array.from({ length: 10 }, dryWalk));
    let passes = 0;
    for (const { at, runId } of walks) {
      // Twenty requests on one run: sign-offs and leaks from two people, in turn.
      const sent = await Promise.all(
        Array.from({ length: 20 }, (_, i) =>
          shop.as[i % 4 < 2 ? 'technician' : 'lead']
            .post(at)
            .send(
              i % 2 === 0
                ? reading('sign-off', { note: '' })
                : reading('joint', { jointId: joints[i % joints.length], result: 'leak' }),
            ),
        ),
      );
      for (const answer of sent) expect([201, 409]).toContain(answer.status);
      const refused = sent.filter((a) => a.status === 409);
      expect(refused.every((a) => a.body.error.code === 'RUN_CLOSED')).toBe(true);
      const stored: Stored[] = await shop.db.query(
        'select kind, payload from test_reading where run_id = $1',
        [runId],
      );
      const signed = stored.filter((r) => r.kind === 'sign-off');
      const leaks = stored.filter((r) => r.payload.result === 'leak');
      expect(signed).toHaveLength(1);
      expect(signed[0]!.payload.verdict).toBe(leaks.length > 0 ? 'fail' : 'pass');
      expect(stored.length - joints.length).toBe(20 - refused.length);
      if (leaks.length === 0) passes++;
    }
    expect(passes).toBeLessThanOrEqual(walks.length);
  });

  test('the database itself takes nothing after a sign-off, whoever writes', async () => {
    const { at, runId } = await dryWalk();
    await shop.as.lead.post(at).send(reading('sign-off', {})).expect(201);
    await expect(
      shop.db.query(
        `insert into test_reading (id, run_id, kind, payload, author, taken_at) values ($1, $2, 'joint', '{}', 'x', now())`,
        [randomUUID(), runId],
      ),
    ).rejects.toThrow(/signed off/);
  });
});

/** As a device does: a server that is busy (the plan is solved for each of them) is asked again. */
async function untilTaken<T extends { readonly status: number }>(ask: () => PromiseLike<T>): Promise<T> {
  const answer = await ask();
  return answer.status === 503 ? untilTaken(ask) : answer;
}

describe('the same thing sent again, also at once, gets its first answer', () => {
  test('a reading, a sign-off, a run, a change and an acceptance: ten times in parallel, stored once', async () => {
    const { at, runId } = await dryWalk();
    const signOff = reading('sign-off', { note: 'dry' });
    const answers = await Promise.all(
      Array.from({ length: 10 }, () => shop.as.technician.post(at).send(signOff)),
    );
    expect(answers.map((a) => a.status)).toEqual(Array(10).fill(201));
    expect(new Set(answers.map((a) => JSON.stringify(a.body))).size).toBe(1);
    expect(
      await shop.db.query(`select 1 from test_reading where run_id = $1 and kind = 'sign-off'`, [runId]),
    ).toHaveLength(1);

    const id = await newJob(shop);
    const run = { runId: randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } };
    const runs = await Promise.all(
      Array.from({ length: 10 }, () => shop.as.technician.post(`${job(id)}/runs`).send(run)),
    );
    expect(runs.map((r) => r.status)).toEqual(Array(10).fill(201));
    const change = replace('/customer', 'Once', 1);
    const changes = await Promise.all(
      Array.from({ length: 10 }, () => shop.as.technician.post(`${job(id)}/changes`).send(change)),
    );
    for (const c of changes) expect([c.status, c.body]).toEqual([200, { version: 2 }]);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/wiring/circuits/pump-circuit/segments/fuse/distanceM', 0.4, 2))
      .expect(200);
    const accept = {
      acceptanceId: randomUUID(),
      findingKey: 'FUSE_FAR@pump-circuit/fuse',
      reason: 'Sheathed',
    };
    const accepted = await Promise.all(
      Array.from({ length: 10 }, () =>
        untilTaken(() => shop.as.technician.post(`${job(id)}/acceptances`).send(accept)),
      ),
    );
    expect(accepted.map((a) => a.status)).toEqual(Array(10).fill(201));
    expect((await shop.as.viewer.get(`${job(id)}/acceptances`)).body).toHaveLength(1);
    const log: { action: string }[] = await shop.db.query('select action from audit where job_id = $1', [id]);
    expect(log.filter((l) => l.action === 'finding-accepted')).toHaveLength(1);
    expect(log.filter((l) => l.action === 'test-started')).toHaveLength(1);
  });

  test('an id used elsewhere, or with something else under it, is a conflict and never a wrong acknowledgement', async () => {
    const [a, b] = [await newJob(shop), await newJob(shop)];
    const change = replace('/customer', 'A', 1);
    const both = await Promise.all(
      [a, b].map((id) => shop.as.technician.post(`${job(id)}/changes`).send(change)),
    );
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
    const other = { ...replace('/customer', 'B', 1), changeId: change.changeId };
    for (const id of [a, b])
      await shop.as.technician
        .post(`${job(id)}/changes`)
        .send(other)
        .expect(409);

    const run = { runId: randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } };
    const runs = await Promise.all([a, b].map((id) => shop.as.technician.post(`${job(id)}/runs`).send(run)));
    expect(runs.map((r) => r.status).sort()).toEqual([201, 409]);

    const [one, two] = [await dryWalk(), await dryWalk()];
    const leak = reading('joint', { jointId: joints[0], result: 'leak' });
    const leaks = await Promise.all([one, two].map(({ at }) => shop.as.technician.post(at).send(leak)));
    expect(leaks.map((r) => r.status).sort()).toEqual([201, 409]);
    const first = leaks[0]!.status === 201 ? one : two;
    await shop.as.technician
      .post(first.at)
      .send({ ...leak, payload: { ...leak.payload, result: 'dry' } })
      .expect(409);
  });

  test('a reading sent again gets its first answer, also when the plan has changed or broken meanwhile', async () => {
    const { at } = await dryWalk();
    const leak = reading('joint', { jointId: joints[0], result: 'leak' });
    const first = await shop.as.technician.post(at).send(leak).expect(201);
    const id = /jobs\/([^/]+)/.exec(at)![1]!;
    const change = replace('/plumbing/paths/feed/order', [], 1);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(change)
      .expect(200);
    const again = await shop.as.technician.post(at).send(leak).expect(201);
    expect(again.body).toEqual(first.body);
    await shop.as.technician
      .post(at)
      .send({ ...leak, readingId: randomUUID() })
      .expect(400);
    await shop.db.query(`update job set document = '{"format": "venula-job", "version": 2}' where id = $1`, [
      id,
    ]);
    const late = await shop.as.technician.post(at).send(leak).expect(201);
    expect(late.body).toEqual(first.body);
  });

  test('what one page sends in a row is no conflict with itself, however far behind its base', async () => {
    const id = await newJob(shop);
    const clientId = randomUUID();
    const send = (value: string, extra: object) =>
      shop.as.technician.post(`${job(id)}/changes`).send({ ...replace('/customer', value, 1), ...extra });
    await send('first', { clientId }).expect(200);
    const again = await send('second', { clientId }).expect(200);
    expect(again.body).toMatchObject({ version: 3, document: { customer: 'second' } });
    await send('third', { clientId: randomUUID() }).expect(409);
  });

  test('two corrections of one reading: the second is told', async () => {
    const { at } = await dryWalk();
    const wrong = reading('joint', { jointId: joints[0], result: 'leak' });
    await shop.as.technician.post(at).send(wrong).expect(201);
    const right = (id: string) => ({
      ...reading('joint', { jointId: joints[0], result: 'dry' }),
      corrects: id,
    });
    const sent = await Promise.all(
      [1, 2].map(() => shop.as.technician.post(at).send(right(wrong.readingId))),
    );
    expect(sent.map((r) => r.status).sort()).toEqual([201, 409]);
  });
});

test('twenty-four sign-offs at once: each is signed, and the plan is solved while no row is locked', async () => {
  const job = await newJob(shop);
  const url = `/api/v1/jobs/${job}`;
  const runs = Array.from({ length: 24 }, () => randomUUID());
  for (const runId of runs)
    await shop.as.technician
      .post(`${url}/runs`)
      .send({ runId, kind: 'prime', setup: { cautionsRead: true } })
      .expect(201);
  const pool = shop.app.get(JudgePool);
  const solve = pool.now.bind(pool);
  let looked = 0;
  const spy = jest.spyOn(pool, 'now').mockImplementation((async (task: never) => {
    looked++;
    // Fails at once where somebody holds one of them.
    await shop.db.query('SELECT 1 FROM test_run WHERE job_id = $1 FOR UPDATE NOWAIT', [job]);
    return solve(task);
  }) as never);
  const sign = (runId: string) =>
    shop.as.technician.post(`${url}/runs/${runId}/readings`).send({
      readingId: randomUUID(),
      kind: 'sign-off',
      payload: { note: '' },
      takenAt: new Date().toISOString(),
    });
  await sign(runs[0]!).expect(201);
  expect(looked).toBeGreaterThan(0);
  spy.mockRestore();
  const answers = await Promise.all(runs.slice(1).map(sign));
  expect(answers.map((a) => a.status)).toEqual(runs.slice(1).map(() => 201));
});

test('a reading is judged by the shop’s clock: how far the device’s is off is seen when it sends', async () => {
  const job = await newJob(shop);
  const url = `/api/v1/jobs/${job}`;
  const runId = randomUUID();
  await shop.as.technician
    .post(`${url}/runs`)
    .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
    .expect(201);
  const HOUR = 3_600_000;
  const at = (ms: number): string => new Date(ms).toISOString();
  const send = (takenAt: number, sentAt?: number, more: object = {}) =>
    shop.as.technician.post(`${url}/runs/${runId}/readings`).send({
      readingId: randomUUID(),
      kind: 'joint',
      payload: { jointId: joints[0], result: 'dry', note: '' },
      takenAt: at(takenAt),
      ...(sentAt === undefined ? {} : { sentAt: at(sentAt) }),
      ...more,
    });
  const times = ({ body }: { body: { takenAt: string; deviceAt: string } }, from: number) => [
    Math.round((Date.parse(body.takenAt) - from) / 60_000),
    body.deviceAt,
  ];
  const now = Date.now();
  // Taken ten minutes ago on a tablet that is three hours ahead, four years behind, or right but for the way of the request.
  for (const off of [3 * HOUR, -4 * 365 * 24 * HOUR, -2_000]) {
    const own = now - 10 * 60_000 + off;
    expect(times(await send(own, now + off).expect(201), now)).toEqual([-10, at(own)]);
  }
  // Its clock was set back between the reading and the sending: kept there, for its owner to decide.
  const { body } = await send(now + 3 * HOUR, now).expect(400);
  expect(body.error).toMatchObject({ code: 'AHEAD_OF_TIME', details: [{ path: 'takenAt' }] });
  await send(now + 4 * 60_000, now).expect(201);
  // Sent twice it is one, though it was sent later.
  const readingId = randomUUID();
  const own = now + 2 * HOUR;
  const first = await send(own, own + 60_000, { readingId }).expect(201);
  const again = await send(own, own + 300_000, { readingId }).expect(201);
  expect(again.body).toEqual(first.body);
  // A correction keeps the time of what it corrects, by whichever clock it names it.
  for (const named of [first.body.takenAt as string, undefined]) {
    const of = (await send(own, own + 60_000).expect(201)).body as {
      id: string;
      takenAt: string;
      deviceAt: string;
    };
    const corrected = await send(Date.parse(named ? of.takenAt : of.deviceAt), own + 600_000, {
      corrects: of.id,
    }).expect(201);
    expect(corrected.body).toMatchObject({ takenAt: of.takenAt, deviceAt: of.deviceAt });
  }
});
