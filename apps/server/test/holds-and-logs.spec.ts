import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { evaluateStates } from '@venula/core/advise';
import { fullReturnJob } from '@venula/core/document';
import { MOST_LOG_ROWS, proofOf } from '@venula/core/prove';
import { newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const plan = fullReturnJob('Test job');
const FUEL = {
  cautionsRead: true,
  resolutionPa: 690,
  limitM3s: 2e-9,
  gaugeMaxPa: 1e6,
  volumeM3: 5e-4,
  swellsM3K: 5e-7,
};
const begin = async (kind: string, setup: object = { cautionsRead: true }) => {
  const job = await newJob(shop);
  const run = randomUUID();
  await shop.as.technician.post(`/api/v1/jobs/${job}/runs`).send({ runId: run, kind, setup }).expect(201);
  return { job, run };
};
const MINUTE = 60_000;
const START = Date.parse('2026-11-27T09:30:00Z');
const add = ({ job, run }: { job: string; run: string }, kind: string, payload: object, minute = 0) =>
  shop.as.technician.post(`/api/v1/jobs/${job}/runs/${run}/readings`).send({
    readingId: randomUUID(),
    kind,
    payload,
    takenAt: new Date(START + minute * MINUTE).toISOString(),
  });

describe('A hold with fuel', () => {
  const hold = (isolation: string, pressurePa: number) => ({ isolation, pressurePa, kelvin: 293.15 });

  test('falls as it stands, stands with the return capped: the server names the regulator', async () => {
    const test = await begin('liquid-hold', FUEL);
    await add(test, 'draw-off', { drawnM3: 1e-6, beforePa: 300e3, afterPa: 220e3 }, 1).expect(201);
    for (const [minute, pa] of [
      [2, 300e3],
      [8, 160e3],
      [14, 20e3],
    ] as const)
      await add(test, 'pressure', hold('open', pa), minute).expect(201);
    for (const minute of [20, 26, 32])
      await add(test, 'pressure', hold('return-capped', 300e3), minute).expect(201);
    const { payload } = (await add(test, 'sign-off', { note: '' }, 40).expect(201)).body as {
      payload: Record<string, unknown>;
    };
    expect(payload).toMatchObject({
      verdict: 'fail',
      leaking: ['Regulator: seat or diaphragm, to the return'],
      proves: proofOf(plan, 'liquid-hold'),
      planVersion: 1,
    });
  });

  test('without a draw-off it is incomplete; what is off the gauge or makes no sense is refused', async () => {
    const test = await begin('liquid-hold', FUEL);
    await add(test, 'pressure', hold('open', 300e3)).expect(201);
    expect((await add(test, 'pressure', hold('open', 1.5e6)).expect(400)).body.error.code).toBe(
      'OFF_THE_GAUGE',
    );
    expect(
      (await add(test, 'draw-off', { drawnM3: 1e-6, beforePa: 1.5e6, afterPa: 1e5 }).expect(400)).body.error
        .code,
    ).toBe('OFF_THE_GAUGE');
    await add(test, 'pressure', hold('upside-down', 300e3)).expect(400);
    await add(test, 'draw-off', { drawnM3: 1, beforePa: 3e5, afterPa: 2e5 }).expect(400);
    await add(test, 'measured', { stepId: 'base:set', value: 1 }).expect(400);
    expect((await add(test, 'sign-off', { note: '' }, 5).expect(201)).body.payload.verdict).toBe(
      'incomplete',
    );
    for (const bad of [
      { resolutionPa: 0 },
      { limitM3s: 1 },
      { gaugeMaxPa: 9e9 },
      { swellsM3K: -1 },
      { cautionsRead: false },
    ])
      await shop.as.technician
        .post(`/api/v1/jobs/${test.job}/runs`)
        .send({ runId: randomUUID(), kind: 'liquid-hold', setup: { ...FUEL, ...bad } })
        .expect(400);
  });
});

describe('A log', () => {
  const points = evaluateStates(plan).flatMap((s) =>
    s.state.kind === 'pull' && s.values
      ? [{ rpm: s.state.rpm, boost: s.state.manifold, fuel: s.values.railGauge }]
      : [],
  );
  const [first, last] = [points[0]!, points.at(-1)!];
  const rows = 101;
  const at = Array.from({ length: rows }, (_, i) => i / (rows - 1));
  /** Every figure goes straight from the first point of the pull to the last: about what the plan has. */
  const series = (sag = 0) => ({
    timeS: at.map((t) => t * 10),
    rpm: at.map((t) => first.rpm + t * (last.rpm - first.rpm)),
    manifoldPa: at.map((t) => first.boost + t * (last.boost - first.boost)),
    fuelPa: at.map(
      (t) => first.boost + t * (last.boost - first.boost) + plan.brief.basePressurePa - (t > 0.7 ? sag : 0),
    ),
  });

  test('is judged by the server against the plan; a sag fails by its engine speed', async () => {
    const good = await begin('drive-log');
    await add(good, 'log', { file: 'pull.csv', series: series() }).expect(201);
    expect((await add(good, 'sign-off', { note: '' }, 1).expect(201)).body.payload).toMatchObject({
      verdict: 'pass',
      pulls: 1,
      misses: [],
    });
    // The list names the log; its figures are asked for by themselves.
    const runs = (await shop.as.viewer.get(`/api/v1/jobs/${good.job}/runs`).expect(200)).body as {
      readings: { id: string; kind: string; payload: object }[];
    }[];
    const listed = runs[0]!.readings.find((r) => r.kind === 'log')!;
    expect(listed.payload).toEqual({ file: 'pull.csv' });
    const one = `/api/v1/jobs/${good.job}/runs/${good.run}/readings/`;
    expect((await shop.as.viewer.get(one + listed.id).expect(200)).body.payload.series).toEqual(series());
    await shop.as.viewer.get(one + randomUUID()).expect(404);
    const elsewhere = await begin('drive-log');
    await shop.as.viewer
      .get(`/api/v1/jobs/${elsewhere.job}/runs/${good.run}/readings/${listed.id}`)
      .expect(404);
    await shop.stranger.get(one + listed.id).expect(401);
    const bad = await begin('drive-log');
    // The newest log counts.
    await add(bad, 'log', { file: 'pull.csv', series: series() }).expect(201);
    await add(bad, 'log', { file: 'pull-2.csv', series: series(90e3) }, 1).expect(201);
    const { payload } = (await add(bad, 'sign-off', { note: '' }, 2).expect(201)).body as {
      payload: { verdict: string; misses: { does: string }[]; usually: string[] };
    };
    expect(payload.verdict).toBe('fail');
    expect(payload.misses[0]!.does).toMatch(/^Fuel pressure over manifold at \d+ rpm/);
    expect(payload.usually).toHaveLength(1);
    // Of a plan that changes while it is looked at: the one at the sign-off counts.
    const moved = await begin('drive-log');
    await add(moved, 'log', { file: 'pull.csv', series: series() }).expect(201);
    await shop.as.technician
      .post(`/api/v1/jobs/${moved.job}/changes`)
      .send(replace('/brief/basePressurePa', 450e3, 1))
      .expect(200);
    expect((await add(moved, 'sign-off', { note: '' }, 1).expect(201)).body.payload).toMatchObject({
      verdict: 'fail',
      planVersion: 2,
    });
  });

  test('none is incomplete; channels of other lengths, none at all, too long or no numbers are refused', async () => {
    const test = await begin('drive-log');
    const good = series();
    for (const bad of [
      { ...good, rpm: good.rpm.slice(1) },
      { ...good, fuelPa: undefined },
      { ...good, timeS: [] },
      { ...good, volts: [12, 13] },
      { ...good, magic: good.rpm },
      { ...good, rpm: good.rpm.map(() => 'fast') },
      { ...good, rpm: good.rpm.map(() => 1e12) },
    ])
      await add(test, 'log', { file: 'x.csv', series: bad }).expect(400);
    const long = Object.fromEntries(
      Object.keys(good).map((k) => [k, Array.from({ length: MOST_LOG_ROWS + 1 }, () => 1)]),
    );
    await add(test, 'log', { file: 'x.csv', series: long }).expect(400);
    await add(test, 'log', { file: '', series: good }).expect(400);
    expect((await add(test, 'sign-off', { note: '' }, 1).expect(201)).body.payload.verdict).toBe(
      'incomplete',
    );
  });
});
