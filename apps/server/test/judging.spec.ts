import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { PATTERNS, type JobDocument } from '@venula/core/document';
import { JudgePool } from '../src/judging/judge-pool.ts';
import { judged, lines, newJob, openShop, replace, type Shop } from './support.ts';

// Machines here are noisy, and these make hundreds of requests.
let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

/** Sixty points of pull and three staged pumps: some hundred times the work of a usual plan's. */
function heavy(): JobDocument {
  const doc = PATTERNS.find((p) => p.id === 'twin-pump')!.job('Heavy');
  return {
    ...doc,
    brief: {
      ...doc.brief,
      pull: Array.from({ length: 60 }, (_, i) => ({
        rpm: 2000 + 100 * i,
        powerW: 5e3 * i,
        boostPa: 2e3 * i,
      })),
    },
  };
}

describe('the list of jobs', () => {
  test('never waits for a plan to be solved, and says which are still being judged', async () => {
    const made = await Promise.all(
      [1, 2, 3].map(() => shop.as.technician.post('/api/v1/jobs').send({ document: heavy() }).expect(201)),
    );
    const first = await lines(shop);
    expect(first.filter((l) => l.judging).length).toBe(made.length);
    expect(first.every((l) => !('document' in l))).toBe(true);
    const line = await judged(shop, made[0]!.body.id as string);
    expect(line.summary!.stops).toBeGreaterThanOrEqual(0);
  });

  test('judges a version once, and again when the plan or the core has changed', async () => {
    const id = await newJob(shop);
    await judged(shop, id);
    const stamp = async (): Promise<{ summary_version: number; summary_core: string }> => {
      const rows: { summary_version: number; summary_core: string }[] = await shop.db.query(
        'select summary_version, summary_core from job where id = $1',
        [id],
      );
      return rows[0]!;
    };
    const { summary_version: version, summary_core: core } = await stamp();
    expect(version).toBe(1);
    expect(core).toMatch(/^[0-9a-f]{16}$/);
    await shop.as.technician
      .post(`/api/v1/jobs/${id}/changes`)
      .send(replace('/plumbing/elements/return/dash', 3, 1))
      .expect(200);
    expect((await judged(shop, id)).summary!.stops).toBeGreaterThan(0);
    await shop.db.query(`update job set summary_core = 'another', summary = '{"stops": 99}' where id = $1`, [
      id,
    ]);
    expect((await judged(shop, id)).summary!.stops).toBeLessThan(99);
    expect((await stamp()).summary_core).toBe(core);
  });

  test('one job that cannot be judged says so on its own line and harms no other', async () => {
    const [bad, worse, good] = [await newJob(shop), await newJob(shop), await newJob(shop)];
    // As an earlier version might have stored it: the checker of today would refuse it.
    await shop.db.query(
      `update job set document = jsonb_set(document, '{plumbing,elements,pump,armatureOhms}', '1') where id = $1`,
      [bad],
    );
    await shop.db.query(`update job set document = '{"format": "venula-job", "version": 2}' where id = $1`, [
      worse,
    ]);
    expect((await judged(shop, bad)).summary!.unjudged).toMatch(/Ω of armature/);
    expect((await judged(shop, worse)).summary!.unjudged).toBeTruthy();
    expect((await judged(shop, good)).summary!.stops).toBe(0);
  });

  test('a row that is no plan at all is refused where a plan is needed, and never a fault of the server', async () => {
    const id = await newJob(shop);
    const runId = randomUUID();
    await shop.db.query(`update job set document = '{"format": "venula-job", "version": 2}' where id = $1`, [
      id,
    ]);
    const at = `/api/v1/jobs/${id}`;
    await shop.as.viewer.get(at).expect(200);
    await shop.as.technician
      .post(`${at}/runs`)
      .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
      .expect(201);
    const tries: readonly (readonly [string, object])[] = [
      ['/api/v1/jobs', { copyOf: id }],
      [`${at}/acceptances`, { acceptanceId: randomUUID(), findingKey: 'A@b', reason: 'because' }],
      [
        `${at}/runs/${runId}/readings`,
        {
          readingId: randomUUID(),
          kind: 'joint',
          payload: { jointId: 'x', result: 'dry' },
          takenAt: '2026-11-25T10:00:00Z',
        },
      ],
    ];
    for (const [path, body] of tries) {
      const answer = await shop.as.technician.post(path).send(body);
      expect([path, answer.status]).toEqual([path, 422]);
      expect(answer.body.error.details.length).toBeGreaterThan(0);
    }
    const change = await shop.as.technician.post(`${at}/changes`).send({
      changeId: randomUUID(),
      baseVersion: 1,
      patch: [{ op: 'add', path: '/title', value: 'Mended a little' }],
    });
    expect(change.status).toBe(200);
  });

  test('a stored plan the checker refuses can still be changed, and mended; it cannot be made worse', async () => {
    const id = await newJob(shop);
    await shop.db.query(
      `update job set document = jsonb_set(document, '{plumbing,elements,pump,armatureOhms}', '1') where id = $1`,
      [id],
    );
    const send = (path: string, value: unknown, version: number) =>
      shop.as.technician.post(`/api/v1/jobs/${id}/changes`).send(replace(path, value, version));
    await send('/customer', 'Somebody', 1).expect(200);
    const worse = await send('/plumbing/elements/pump/curve/flows/0', 0, 2).expect(422);
    expect((worse.body.error.details as { path: string }[]).map((d) => d.path)).toContain(
      '/plumbing/elements/pump/curve/flows/0',
    );
    await send('/plumbing/elements/pump/armatureOhms', 0.14, 2).expect(200);
    expect((await judged(shop, id)).summary!.stops).toBe(0);
    expect((await shop.as.viewer.get(`/api/v1/jobs/${id}`)).body.document.customer).toBe('Somebody');
  });
});

describe('the threads that solve', () => {
  const opened: JudgePool[] = [];
  function openPool(answerSeconds: string): JudgePool {
    process.env['VENULA_ANSWER_SECONDS'] = answerSeconds;
    const pool = new JudgePool();
    delete process.env['VENULA_ANSWER_SECONDS'];
    opened.push(pool);
    return pool;
  }
  afterAll(() => Promise.all(opened.map((pool) => pool.onModuleDestroy())));

  test('an answer that takes longer than a request may wait is refused for now, and there for the same request sent again', async () => {
    const pool = openPool('2');
    Reflect.set(pool, 'waitMs', 5);
    const document = { ...heavy(), title: 'Asked for twice' };
    const refused: number[] = [];
    for (;;) {
      const answer = await pool.now({ ask: 'findings', document }).catch((error: unknown) => error);
      if (Array.isArray(answer)) {
        expect(answer.length).toBeGreaterThan(0);
        break;
      }
      refused.push((answer as { getStatus(): number }).getStatus());
    }
    expect(refused.length).toBeGreaterThan(0);
    expect(new Set(refused)).toEqual(new Set([503]));
    // Kept: the same question is not worked on a second time.
    const again = await Promise.race([
      pool.now({ ask: 'findings', document }),
      new Promise((next) => setImmediate(() => next('worked on again'))),
    ]);
    expect(again).not.toBe('worked on again');
  });

  test('the steps of a test never stand behind full solves', async () => {
    const pool = openPool('60');
    const order: string[] = [];
    const full = ['a', 'b', 'c'].map((title) =>
      pool.now({ ask: 'findings', document: { ...heavy(), title } }).then(() => order.push('full')),
    );
    await pool
      .now({ ask: 'steps', document: PATTERNS[0]!.job(''), of: 'build' })
      .then(() => order.push('steps'));
    await Promise.all(full);
    expect(order).toEqual(['steps', 'full', 'full', 'full']);
  });

  test('a finding of a plan that was judged after its change is accepted without solving it again', async () => {
    const id = await newJob(shop);
    await judged(shop, id);
    await shop.as.technician
      .post(`/api/v1/jobs/${id}/changes`)
      .send(replace('/plumbing/elements/return/dash', 3, 1))
      .expect(200);
    // By itself, before anybody looks at the list.
    const stored = 'select summary_version from job where id = $1';
    for (;;) {
      const [row] = await shop.db.query<{ summary_version: number }[]>(stored, [id]);
      if (row!.summary_version === 2) break;
      await new Promise((next) => setTimeout(next, 100));
    }
    const solve = jest.spyOn(shop.app.get(JudgePool), 'now');
    const accepted = await shop.as.lead
      .post(`/api/v1/jobs/${id}/acceptances`)
      .send({ acceptanceId: randomUUID(), findingKey: 'RETURN_OVERRUN@return', reason: 'Known' });
    expect([accepted.status, accepted.body.severity ?? accepted.body.error.code]).toEqual([201, 'stop']);
    expect(solve).not.toHaveBeenCalled();
    solve.mockRestore();
  });
});
