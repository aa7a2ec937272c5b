import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { jobSheet, measuredSteps, MEASURED_IDS, proofOf } from '@venula/core/prove';
import { newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const start = async (job: string, kind: string): Promise<string> => {
  const runId = randomUUID();
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/runs`)
    .send({ runId, kind, setup: { cautionsRead: true } })
    .expect(201);
  return runId;
};
const add = (job: string, run: string, kind: string, payload: object, readingId = randomUUID()) =>
  shop.as.technician
    .post(`/api/v1/jobs/${job}/runs/${run}/readings`)
    .send({ readingId, kind, payload, takenAt: '2026-11-27T09:30:00Z' });
const sign = (job: string, run: string) => add(job, run, 'sign-off', { note: '' });

const plan = fullReturnJob('Test job');

test('every kind of reading list is started, read as the plan says, and passes; one that is off fails by its name', async () => {
  const job = await newJob(shop);
  for (const kind of MEASURED_IDS) {
    const steps = measuredSteps(kind, plan);
    // A car with one pump and no senders: nothing to read there.
    if (steps.length === 0) continue;
    const run = await start(job, kind);
    for (const s of steps)
      await add(job, run, 'measured', { stepId: s.id, value: s.expects?.value ?? 1 }).expect(201);
    const signed = await sign(job, run).expect(201);
    expect([kind, signed.body.payload]).toMatchObject([
      kind,
      { verdict: 'pass', misses: [], open: 0, proves: proofOf(plan, kind), planVersion: 1 },
    ]);
  }
  const run = await start(job, 'winding');
  const [step] = measuredSteps('winding', plan);
  await add(job, run, 'measured', { stepId: step!.id, value: 99 }).expect(201);
  expect((await sign(job, run).expect(201)).body.payload).toMatchObject({
    verdict: 'fail',
    misses: [{ does: step!.does, side: 'high', value: 99 }],
  });
  const listed = async (): Promise<unknown> => {
    const { items } = (await shop.as.viewer.get('/api/v1/jobs').expect(200)).body as {
      items: readonly { id: string; test: unknown }[];
    };
    return items.find((j) => j.id === job)!.test;
  };
  expect(await listed()).toMatchObject({ what: 'Windings', verdict: 'fail' });
  // What failed goes before what was begun later; once it is done again and passes, what is under way.
  await start(job, 'volts');
  expect(await listed()).toMatchObject({ what: 'Windings', verdict: 'fail' });
  const again = await start(job, 'winding');
  for (const s of measuredSteps('winding', plan))
    await add(job, again, 'measured', { stepId: s.id, value: s.expects!.value }).expect(201);
  await sign(job, again).expect(201);
  expect(await listed()).toMatchObject({ what: 'Volts, drops and amps', verdict: null });
});

test('the plan is what is read against: its step ids, and the plan as it is at the sign-off', async () => {
  const job = await newJob(shop);
  const run = await start(job, 'base-pressure');
  expect((await add(job, run, 'measured', { stepId: 'nowhere', value: 1 }).expect(400)).body).toMatchObject({
    error: { code: 'NO_SUCH_STEP' },
  });
  expect((await add(job, run, 'joint', { jointId: 'x', result: 'dry' }).expect(400)).body).toMatchObject({
    error: { code: 'WRONG_KIND' },
  });
  for (const value of ['three', null, 1e12])
    await add(job, run, 'measured', { stepId: 'base:set', value }).expect(400);
  for (const s of measuredSteps('base-pressure', plan))
    await add(job, run, 'measured', { stepId: s.id, value: s.expects?.value ?? 1 }).expect(201);
  await shop.as.technician
    .post(`/api/v1/jobs/${job}/changes`)
    .send(replace('/brief/basePressurePa', 400e3, 1))
    .expect(200);
  // Set by the old plan, it misses the new one.
  expect((await sign(job, run).expect(201)).body.payload).toMatchObject({ verdict: 'fail', planVersion: 2 });
});

test('a leak is on the record by the name of its joint', async () => {
  const job = await newJob(shop);
  const run = await start(job, 'joint-walk');
  await add(job, run, 'joint', { jointId: 'feed:filter:feed', result: 'leak' }).expect(201);
  const { payload } = (await sign(job, run).expect(201)).body as { payload: { leaking: string[] } };
  expect(payload).toMatchObject({ verdict: 'fail', leaks: 1 });
  expect(payload.leaking).toEqual([expect.stringContaining('Fuel filter to')]);
});

test('the job sheet is gone through step by step; left out only with a reason, and said so', async () => {
  const job = await newJob(shop);
  const run = await start(job, 'build');
  const steps = jobSheet(plan);
  const [first, second] = steps;
  const [box, tray] = [randomUUID(), randomUUID()];
  await add(job, run, 'removed', { itemId: box, what: 'Air box', off: true }).expect(201);
  await add(job, run, 'removed', { itemId: tray, what: 'Battery tray', off: true }).expect(201);
  await add(job, run, 'removed', { itemId: box, what: 'Air box', off: false }).expect(201);
  await add(job, run, 'removed', { itemId: 'x', what: '', off: 'maybe' }).expect(400);
  await add(job, run, 'step', { stepId: first!.id, result: 'skipped' }).expect(400);
  await add(job, run, 'step', { stepId: first!.id, result: 'skipped', note: 'done last week' }).expect(201);
  await add(job, run, 'step', { stepId: second!.id, result: 'done', lengthM: 2.1 }).expect(201);
  expect((await sign(job, run).expect(201)).body.payload).toMatchObject({
    verdict: 'incomplete',
    done: 1,
    skipped: [first!.does],
    off: ['Battery tray'],
    open: steps.length - 2,
  });
});
