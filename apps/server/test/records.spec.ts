import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { dryTest } from '@venula/core/harness';
import { newJob, openShop, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const job = (id: string) => `/api/v1/jobs/${id}`;

describe('test runs', () => {
  const gas = (pressurePa: number) => ({
    runId: randomUUID(),
    kind: 'gas-hold',
    setup: {
      cautionsRead: true,
      pressurePa,
      volumeM3: 1e-3,
      resolutionPa: 500,
      limitM3s: 2e-8,
      barometricPa: 101_325,
    },
  });
  const reading = (kind: string, payload: object, takenAt: string, corrects: string | null = null) => ({
    readingId: randomUUID(),
    kind,
    payload,
    takenAt,
    corrects,
  });
  const at = (s: number) => new Date(Date.UTC(2026, 10, 25, 10, 0, s)).toISOString();

  test('gas above 15 psi takes a lead; above 30 psi nobody; unread cautions nobody', async () => {
    const id = await newJob(shop);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(gas(150e3))
      .expect(403);
    await shop.as.lead
      .post(`${job(id)}/runs`)
      .send(gas(150e3))
      .expect(201);
    await shop.as.lead
      .post(`${job(id)}/runs`)
      .send(gas(250e3))
      .expect(400);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ ...gas(70e3), setup: { ...gas(70e3).setup, cautionsRead: false } })
      .expect(400);
  });

  test('readings are kept once, corrected by a new row, and the verdict is worked out from what stands', async () => {
    const id = await newJob(shop);
    const run = gas(70e3);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    const first = reading('pressure', { pressurePa: 70e3, kelvin: 288.15 }, at(0));
    await add(first).expect(201);
    await add(first).expect(201);
    const typo = reading('pressure', { pressurePa: 7e3, kelvin: 288.15 }, at(1000));
    await add(typo).expect(201);
    await add(reading('pressure', { pressurePa: 69.9e3, kelvin: 288.15 }, at(1000), typo.readingId)).expect(
      201,
    );
    await add(reading('pressure', { pressurePa: 70e3, kelvin: 288.15 }, at(5), randomUUID())).expect(400);
    const done = await add(reading('sign-off', { note: 'held' }, at(1001))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'pass', note: 'held' });
    await add(reading('pressure', { pressurePa: 1e3, kelvin: 288.15 }, at(2000))).expect(409);
    const [stored] = (await shop.as.viewer.get(`${job(id)}/runs`)).body;
    expect(stored.readings).toHaveLength(4);
  });

  test('a joint walk passes only when every joint of the plan is dry', async () => {
    const id = await newJob(shop);
    const run = { runId: randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } };
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    await add(reading('joint', { jointId: 'feed:check:filter', result: 'dry' }, at(0))).expect(201);
    const done = await add(reading('sign-off', {}, at(1))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'incomplete' });
  });

  test('a dry test passes only when every row of the truth table did what was said; the last word on a row counts', async () => {
    const id = await newJob(shop);
    const run = { runId: randomUUID(), kind: 'dry-test', setup: { cautionsRead: true } };
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ ...run, setup: {} })
      .expect(400);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    const rows = dryTest(fullReturnJob('x')).map((r) => r.id);
    await add(reading('dry-row', { rowId: rows[0], result: 'maybe' }, at(0))).expect(400);
    await add(reading('dry-row', { rowId: rows[0], result: 'differs' }, at(0))).expect(201);
    for (const [i, rowId] of rows.entries())
      await add(reading('dry-row', { rowId, result: 'as-said' }, at(1 + i))).expect(201);
    const done = await add(reading('sign-off', {}, at(9))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'pass', rows: rows.length, differs: 0, open: 0 });
  });

  test('a run is reached only through its own job', async () => {
    const [id, other] = [await newJob(shop), await newJob(shop)];
    const run = gas(70e3);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    await shop.as.technician
      .post(`${job(other)}/runs/${run.runId}/readings`)
      .send(reading('sign-off', {}, at(0)))
      .expect(404);
  });
});
