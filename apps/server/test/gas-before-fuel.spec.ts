import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { jointList } from '@venula/core/supply';
import { newJob, openShop, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const job = (id: string) => `/api/v1/jobs/${id}`;
const joint = jointList(fullReturnJob('x'))[0]!.id;
const minute = (m: number) => new Date(Date.UTC(2026, 10, 25, 10, m)).toISOString();

/** A job, with the ways to run its tests. */
async function car() {
  const id = await newJob(shop);
  const as = shop.as.technician;
  const start = (kind: string, setup: object = {}, runId = randomUUID()) =>
    as.post(`${job(id)}/runs`).send({ runId, kind, setup: { cautionsRead: true, ...setup } });
  const gas = (lines?: readonly string[], runId = randomUUID()) =>
    start(
      'gas-hold',
      {
        pressurePa: 70e3,
        volumeM3: 1e-4,
        resolutionPa: 500,
        limitM3s: 2e-8,
        barometricPa: 101_325,
        ...(lines ? { lines } : {}),
      },
      runId,
    );
  const add = (runId: string, kind: string, payload: object, at: number) =>
    as
      .post(`${job(id)}/runs/${runId}/readings`)
      .send({ readingId: randomUUID(), kind, payload, takenAt: minute(at), corrects: null });
  const walk = async (result: string, at: number, runId = randomUUID()) => {
    await start('joint-walk', {}, runId).expect(201);
    await add(runId, 'joint', { jointId: joint, result }, at).expect(201);
    return runId;
  };
  const psi = (runId: string, at: number) => add(runId, 'pressure', { pressurePa: 70e3, kelvin: 293.15 }, at);
  return { id, gas, add, walk, psi };
}

describe('gas goes on dry new lines only', () => {
  test('a hold is refused once a test with fuel is on record, and names line, test and remedy', async () => {
    const c = await car();
    await c.gas(['feed']).expect(201);
    await c.walk('dry', 0);
    const { error } = (await c.gas(['feed', 'rail']).expect(409)).body;
    expect(error).toMatchObject({
      code: 'LINE_HELD_FUEL',
      remedy: expect.stringContaining('Hold it with fuel'),
    });
    expect(error.message).toBe(
      'Feed hose, Rail: fuel has been in there (Joint by joint, 2026-11-25). No gas: air over fuel is explosive.',
    );
    // Unnamed lines are all of them.
    await c.gas().expect(409);
  });

  test('a line that came into the plan afterwards stays open for gas', async () => {
    const c = await car();
    await c.walk('dry', 0);
    const { version, document } = (await shop.as.technician.get(job(c.id)).expect(200)).body;
    await shop.as.technician
      .post(`${job(c.id)}/changes`)
      .send({
        changeId: randomUUID(),
        baseVersion: version,
        patch: [
          {
            op: 'add',
            path: '/plumbing/elements/spur',
            value: { ...document.plumbing.elements.return, name: 'Spur' },
          },
          { op: 'replace', path: '/plumbing/paths/return/order', value: ['regulator', 'spur', 'return'] },
        ],
      })
      .expect((res) => expect([200, 201]).toContain(res.status));
    await c.gas(['spur']).expect(201);
    expect((await c.gas(['spur', 'return']).expect(409)).body.error.message).toContain('Return hose');
    expect((await c.gas(['nothing']).expect(400)).body.error.code).toBe('NO_SUCH_LINE');
  });

  test('a joint ticked by mistake and unticked leaves the lines dry', async () => {
    const c = await car();
    const walk = await c.walk('dry', 0);
    await c.gas(['feed']).expect(409);
    await c.add(walk, 'joint', { jointId: joint, result: 'open' }, 1).expect(201);
    await c.gas(['feed']).expect(201);
  });

  test('a hold under way takes no reading after fuel came in, keeps those from before that arrive late, and can be signed', async () => {
    const c = await car();
    const hold = randomUUID();
    await c.gas(['feed'], hold).expect(201);
    await c.psi(hold, 0).expect(201);
    await c.walk('dry', 10);
    expect((await c.psi(hold, 11).expect(409)).body.error.code).toBe('LINE_HELD_FUEL');
    // Taken before, sent from a device that was away.
    await c.psi(hold, 5).expect(201);
    const signed = await c.add(hold, 'sign-off', {}, 12).expect(201);
    expect(signed.body.payload.verdict).toBe('pass');
  });

  test('a reading with fuel says which lines the plan had then; a dry one says none', async () => {
    const c = await car();
    await c.walk('dry', 0);
    const [run] = (await shop.as.viewer.get(`${job(c.id)}/runs`).expect(200)).body;
    expect(run.readings[0].lines).toEqual(['feed', 'return', 'rail']);
    const other = await car();
    const hold = randomUUID();
    await other.gas(['feed'], hold).expect(201);
    expect((await other.psi(hold, 0).expect(201)).body.lines).toBeNull();
  });
});
