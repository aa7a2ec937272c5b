import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

test('an archived job takes no change, reading, photo or frozen plan, until a lead restores it; what arrived before is acknowledged again', async () => {
  const tech = shop.as.technician;
  const job = await newJob(shop);
  const url = `/api/v1/jobs/${job}`;
  const before = replace('/brief/basePressurePa', 310e3, 1);
  await tech.post(`${url}/changes`).send(before).expect(200);
  const runId = randomUUID();
  await tech
    .post(`${url}/runs`)
    .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
    .expect(201);
  const archive = (archived: boolean) => shop.as.lead.post(`${url}/archive`).send({ archived }).expect(204);
  await archive(true);
  const photo = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#fff' } })
    .jpeg()
    .toBuffer();
  const reading = {
    readingId: randomUUID(),
    kind: 'joint',
    payload: { jointId: 'feed:filter:feed', result: 'dry' },
    takenAt: '2026-11-27T09:30:00Z',
  };
  const acceptance = { acceptanceId: randomUUID(), findingKey: 'RUNS_STALLED@pump', reason: 'race car' };
  const tries = () => [
    tech.post(`${url}/changes`).send(replace('/brief/basePressurePa', 320e3, 2)),
    tech.post(`${url}/runs`).send({ runId: randomUUID(), kind: 'dry-test', setup: { cautionsRead: true } }),
    tech.post(`${url}/runs/${runId}/readings`).send(reading),
    tech.post(`${url}/revisions`).send({ name: 'plan A' }),
    tech.post(`${url}/acceptances`).send(acceptance),
    tech.put(`${url}/photos/${randomUUID()}`).set('Content-Type', 'image/jpeg').send(photo),
  ];
  for (const attempt of tries())
    expect((await attempt.expect(409)).body).toMatchObject({ error: { code: 'JOB_ARCHIVED' } });
  // A retry of what was taken before is no new change.
  await tech.post(`${url}/changes`).send(before).expect(200);
  await archive(false);
  for (const attempt of tries()) expect([200, 201]).toContain((await attempt).status);
});

test('frozen plans and photos cannot be changed in the database either', async () => {
  const job = await newJob(shop);
  await shop.as.technician.post(`/api/v1/jobs/${job}/revisions`).send({ name: 'as built' }).expect(201);
  await expect(shop.db.query('UPDATE revision SET name = $1 WHERE job_id = $2', ['x', job])).rejects.toThrow(
    /records/,
  );
  await expect(shop.db.query('DELETE FROM revision WHERE job_id = $1', [job])).rejects.toThrow(/records/);
  for (const table of ['revision', 'photo', 'acceptance', 'test_run', 'test_reading', 'job_change', 'audit'])
    await expect(shop.db.query(`TRUNCATE ${table} CASCADE`)).rejects.toThrow(/not emptied/);
});

test('a role nobody knows may do nothing at all', async () => {
  await shop.db.query("UPDATE app_user SET role = 'owner' WHERE login = 'viewer'");
  await shop.as.viewer.get('/api/v1/jobs').expect(403);
  await shop.as.viewer.post('/api/v1/jobs').send({ pattern: 'full-return', title: 'x' }).expect(403);
  await shop.db.query("UPDATE app_user SET role = 'viewer' WHERE login = 'viewer'");
  await shop.as.viewer.get('/api/v1/jobs').expect(200);
});
