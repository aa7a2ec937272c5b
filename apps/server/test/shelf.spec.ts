import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { newJob, openShop, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const ENDS = { part: 'Hose end -6, 90° swept, for PTFE', unit: 'each', quantity: 3, note: 'drawer 4' };
const put = (id: string, body: object = ENDS) => shop.as.technician.put(`/api/v1/shelf/${id}`).send(body);
const aside = (id: string, job: string, quantity: number) =>
  shop.as.technician.put(`/api/v1/shelf/${id}/jobs/${job}`).send({ quantity });
const onShelf = async (id: string) =>
  ((await shop.as.viewer.get('/api/v1/shelf').expect(200)).body as { id: string }[]).find((i) => i.id === id);

test('what is put on the shelf is there, counted anew and taken off; a viewer only looks, a stranger not even that', async () => {
  const id = randomUUID();
  await put(id).expect(200);
  await put(id).expect(200);
  await put(id, { ...ENDS, quantity: 5 }).expect(200);
  expect(await onShelf(id)).toMatchObject({
    part: ENDS.part,
    quantity: 5,
    author: 'A technician',
    reserved: [],
  });
  await shop.as.viewer.put(`/api/v1/shelf/${id}`).send(ENDS).expect(403);
  await shop.stranger.get('/api/v1/shelf').expect(401);
  await shop.as.technician.delete(`/api/v1/shelf/${id}`).expect(204);
  await shop.as.technician.delete(`/api/v1/shelf/${id}`).expect(204);
  expect(await onShelf(id)).toBeUndefined();
});

test('nonsense is refused with what was wrong', async () => {
  for (const body of [
    { ...ENDS, quantity: 1.5 },
    { ...ENDS, quantity: -1 },
    { ...ENDS, part: '' },
    { ...ENDS, unit: 'ft' },
    { ...ENDS, extra: 1 },
    { ...ENDS, unit: 'm', quantity: 1e9 },
  ])
    expect((await put(randomUUID(), body).expect(400)).body).toMatchObject({ error: { code: 'VALIDATION' } });
  await put('not-an-id').expect(400);
});

test('two jobs never get the same piece, and what is put aside cannot be counted away', async () => {
  const id = randomUUID();
  await put(id).expect(200);
  const [one, two] = [await newJob(shop, 'One'), await newJob(shop, 'Two')];
  // Both ask at once for two of three: one of them gets them.
  const answers = await Promise.all([aside(id, one, 2), aside(id, two, 2)]);
  expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
  expect(answers.find((a) => a.status === 409)!.body).toMatchObject({
    error: { code: 'NOT_ENOUGH', message: '2 are wanted and 1 are free.' },
  });
  const [winner, other] = answers[0].status === 200 ? [one, two] : [two, one];
  // The same again is the same; more of its own is judged by what the others leave.
  await aside(id, winner, 2).expect(200);
  await aside(id, other, 1).expect(200);
  await aside(id, winner, 3).expect(409);
  expect((await aside(id, other, 0.5).expect(400)).body).toMatchObject({ error: { code: 'WHOLE_PIECES' } });
  expect((await put(id, { ...ENDS, quantity: 2 }).expect(409)).body).toMatchObject({
    error: { code: 'RESERVED' },
  });
  await shop.as.technician.delete(`/api/v1/shelf/${id}`).expect(409);
  expect(await onShelf(id)).toMatchObject({
    quantity: 3,
    reserved: expect.arrayContaining([
      expect.objectContaining({ jobId: winner, quantity: 2 }),
      expect.objectContaining({ jobId: other, quantity: 1 }),
    ]),
  });
  await aside(id, winner, 0).expect(200);
  await aside(id, other, 0).expect(200);
  await put(id, { ...ENDS, quantity: 0 }).expect(200);
  await aside(randomUUID(), one, 1).expect(404);
  await aside(id, randomUUID(), 1).expect(404);
});

test('prices are put down together or not at all, changed, and taken off', async () => {
  const put = (prices: object[]) => shop.as.technician.put('/api/v1/prices').send({ prices });
  const clip = { part: 'Cushioned clip for -6 line', unit: 'each', cents: 249 };
  const hose = { part: 'PTFE, conductive liner, braided, -6', unit: 'm', cents: 2400.5 };
  await put([clip, hose]).expect(200);
  expect((await shop.as.viewer.get('/api/v1/prices')).body).toMatchObject([clip, hose]);
  await put([
    { ...clip, cents: 300 },
    { ...hose, cents: -1 },
  ]).expect(400);
  expect((await shop.as.viewer.get('/api/v1/prices')).body[0]).toMatchObject(clip);
  // The same part twice in one list: the last one.
  const after = await put([
    { ...clip, cents: 300 },
    { ...clip, cents: 310 },
    { ...hose, cents: null },
  ]).expect(200);
  expect(after.body).toEqual([expect.objectContaining({ ...clip, cents: 310, author: 'A technician' })]);
  await shop.as.viewer
    .put('/api/v1/prices')
    .send({ prices: [clip] })
    .expect(403);
  await put([]).expect(400);
});
