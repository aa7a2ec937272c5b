import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fullReturnJob } from '@venula/core/document';
import { measuredSteps } from '@venula/core/prove';
import sharp from 'sharp';
import { newJob, openShop, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const READER = fileURLToPath(new URL('./pdf-text.mjs', `file://${__filename}`));
const textOf = (pdf: Buffer): string[] =>
  JSON.parse(execFileSync(process.execPath, [READER], { input: pdf, encoding: 'utf8' })) as string[];
const fetchPdf = async (job: string, units = 'us'): Promise<Buffer> =>
  (await shop.as.viewer.get(`/api/v1/jobs/${job}/record.pdf?units=${units}`).buffer(true).expect(200))
    .body as Buffer;

test('the record as PDF, read by another program: the car, lines, readings, what missed by name, cautions; the tuner’s page last', async () => {
  const tech = shop.as.technician;
  const job = await newJob(shop, 'Record “with” Ω and ünusual – words');
  const runId = randomUUID();
  await tech
    .post(`/api/v1/jobs/${job}/runs`)
    .send({ runId, kind: 'winding', setup: { cautionsRead: true } })
    .expect(201);
  const [step] = measuredSteps('winding', fullReturnJob('x'));
  const add = (kind: string, payload: object) =>
    tech
      .post(`/api/v1/jobs/${job}/runs/${runId}/readings`)
      .send({ readingId: randomUUID(), kind, payload, takenAt: '2026-11-27T09:30:00Z' })
      .expect(201);
  await add('measured', { stepId: step!.id, value: 42 });
  await add('sign-off', { note: 'brushes gone' });
  const photo = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#abc' } })
    .jpeg()
    .toBuffer();
  await tech
    .put(`/api/v1/jobs/${job}/photos/${randomUUID()}?caption=Under%20the%20floor`)
    .set('Content-Type', 'image/jpeg')
    .send(photo)
    .expect(200);
  const pdf = await fetchPdf(job);
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  const pages = textOf(pdf);
  const all = pages.join('\n').replace(/\s+/g, ' ');
  for (const words of [
    'Record “with” Ω and ünusual – words',
    'Base pressure',
    'Feed hose',
    'What it should read',
    'Windings: FAILED, 1 reading, A technician, 2026-11-27. “brushes gone”',
    'should be',
    'Under the floor',
    // Each reading beside its band, and with what it was read.
    'Should be',
    'typed',
    'Wiring as drawn',
    'Battery',
    'licensed trades take precedence',
    'Lead technician, date',
  ])
    expect(all).toContain(words);
  expect(all).not.toMatch(/undefined|NaN|Infinity|\[object/);
  const tuner = pages.at(-1)!.replace(/\s+/g, ' ');
  expect(tuner).toContain('For the tuner');
  expect(tuner).toContain('4 injectors, each');
  expect(tuner).toContain('Pumps, and what runs them');
  expect(tuner).toContain('to spare');
});

test('in metric it says kPa; units nobody has are refused; a stranger sees nothing', async () => {
  const job = await newJob(shop, 'Metric');
  expect(textOf(await fetchPdf(job, 'metric')).join(' ')).toMatch(/\d kPa|\d bar/);
  await shop.as.viewer.get(`/api/v1/jobs/${job}/record.pdf?units=furlongs`).expect(400);
  await shop.stranger.get(`/api/v1/jobs/${job}/record.pdf`).expect(401);
  const missing = await shop.as.viewer.get(`/api/v1/jobs/${randomUUID()}/record.pdf`).expect(404);
  expect(missing.headers['content-type']).toContain('application/json');
  expect(missing.headers['content-disposition']).toBeUndefined();
});

test('the photos that are chosen go with it, in that order, and none where none is; what is no id is refused', async () => {
  const job = await newJob(shop, 'Chosen photos');
  const ids: string[] = [];
  for (const caption of ['Alpha', 'Bravo', 'Charlie']) {
    const photo = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#345' } })
      .jpeg()
      .toBuffer();
    const id = randomUUID();
    await shop.as.technician
      .put(`/api/v1/jobs/${job}/photos/${id}?caption=${caption}`)
      .set('Content-Type', 'image/jpeg')
      .send(photo)
      .expect(200);
    ids.push(id);
  }
  const words = async (photos: string): Promise<string> =>
    textOf(
      (await shop.as.viewer.get(`/api/v1/jobs/${job}/record.pdf?photos=${photos}`).buffer(true).expect(200))
        .body as Buffer,
    ).join(' ');
  expect(await words(`${ids[2]},${ids[0]}`)).toMatch(/Charlie.*Alpha/s);
  expect(await words(`${ids[2]},${ids[0]}`)).not.toContain('Bravo');
  expect(await words('')).not.toMatch(/Alpha|Bravo|Charlie/);
  // Of another job: not shown.
  const other = await newJob(shop, 'Another');
  const foreign = (await shop.as.viewer.get(`/api/v1/jobs/${other}/record.pdf?photos=${ids[0]}`).buffer(true))
    .body as Buffer;
  expect(textOf(foreign).join(' ')).not.toContain('Alpha');
  for (const bad of ['nonsense', `${ids[0]};`, Array.from({ length: 30 }, () => randomUUID()).join(',')])
    await shop.as.viewer.get(`/api/v1/jobs/${job}/record.pdf?photos=${bad}`).expect(400);
});
