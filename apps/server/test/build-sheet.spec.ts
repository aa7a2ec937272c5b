import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { jobSheet } from '@venula/core/prove';
import { newJob, openShop, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const begin = async (): Promise<{ job: string; run: string }> => {
  const job = await newJob(shop);
  const run = randomUUID();
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/runs`)
    .send({ runId: run, kind: 'build', setup: { cautionsRead: true } })
    .expect(201);
  return { job, run };
};
const add = (
  { job, run }: { job: string; run: string },
  kind: string,
  payload: object,
  who: 'technician' | 'lead' = 'technician',
) =>
  shop.as[who]
    .post(`/api/v1/jobs/${job}/runs/${run}/readings`)
    .send({ readingId: randomUUID(), kind, payload, takenAt: new Date().toISOString() });

const steps = jobSheet(fullReturnJob('Test job'));
const held = steps.find((s) => s.hold)!;
const done = (stepId: string) => ({ stepId, result: 'done', note: '' });

test('a second look is somebody else’s, and of what is done', async () => {
  const sheet = await begin();
  const look = { stepId: held.id };
  expect((await add(sheet, 'second-look', look, 'lead').expect(400)).body.error.code).toBe('NOT_DONE');
  await add(sheet, 'step', done(held.id)).expect(201);
  expect((await add(sheet, 'second-look', look).expect(403)).body.error).toMatchObject({
    code: 'SAME_EYES',
    message: 'A technician did this step: a second look is somebody else’s.',
  });
  await add(sheet, 'second-look', look, 'lead').expect(201);
  await add(sheet, 'second-look', { stepId: 'nowhere' }, 'lead').expect(400);
  // Done anew by the lead, the technician looks.
  await add(sheet, 'step', done(held.id), 'lead').expect(201);
  await add(sheet, 'second-look', look, 'lead').expect(403);
  await add(sheet, 'second-look', look).expect(201);
});

test('the sheet closes only when what was found is closed too, and names what is not', async () => {
  const sheet = await begin();
  for (const s of steps) await add(sheet, 'step', done(s.id)).expect(201);
  const brake = {
    itemId: randomUUID(),
    of: 'fluid',
    what: 'Brake fluid, a cup',
    detail: 'Tap for the sensor',
  };
  const branch = { itemId: randomUUID(), of: 'branch', what: 'Kick panel, white/green', detail: '' };
  await add(sheet, 'found', { ...brake, closed: false }).expect(201);
  await add(sheet, 'found', { ...branch, closed: false }).expect(201);
  await add(sheet, 'found', {
    itemId: randomUUID(),
    of: 'tool',
    what: '13/16 wrench',
    detail: '',
    closed: false,
  }).expect(201);
  await add(sheet, 'found', { ...branch, closed: true }).expect(201);
  for (const bad of [
    { of: 'ghost' },
    { what: '' },
    { closed: 'maybe' },
    { itemId: 'x' },
    { what: 'x'.repeat(161) },
  ])
    await add(sheet, 'found', { ...brake, closed: false, ...bad }).expect(400);
  expect((await add(sheet, 'sign-off', { note: '' }).expect(201)).body.payload).toMatchObject({
    verdict: 'incomplete',
    open: 0,
    unclosed: ['Brake fluid, a cup: to be refilled and bled'],
  });
});
