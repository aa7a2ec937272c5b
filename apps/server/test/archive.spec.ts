import { randomUUID } from 'node:crypto';
import { crc32, deflateRawSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, Zip, zipSync, type ZipInputFile } from 'fflate';
import sharp from 'sharp';
import { newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const asBuffer = (res: NodeJS.ReadableStream, done: (e: Error | null, b: Buffer) => void): void => {
  const parts: Buffer[] = [];
  res.on('data', (p: Buffer) => parts.push(p));
  res.on('end', () => done(null, Buffer.concat(parts)));
};
const fetchZip = async (job: string): Promise<Buffer> =>
  (
    await shop.as.viewer
      .get(`/api/v1/jobs/${job}/archive`)
      .buffer(true)
      .parse(asBuffer as never)
      .expect(200)
  ).body as Buffer;
const send = (zip: Uint8Array, who: 'technician' | 'viewer' = 'technician') =>
  shop.as[who].post('/api/v1/archives').set('Content-Type', 'application/zip').send(Buffer.from(zip));

/** A job with something of everything in its record. */
async function fullJob(): Promise<string> {
  const tech = shop.as.technician;
  const job = await newJob(shop, 'With everything');
  const url = `/api/v1/jobs/${job}`;
  await tech
    .post(`${url}/changes`)
    .send(replace('/brief/basePressurePa', 310e3, 1))
    .expect(200);
  await tech.post(`${url}/revisions`).send({ name: 'plan A' }).expect(201);
  const photo = await sharp({ create: { width: 80, height: 60, channels: 3, background: '#abc' } })
    .jpeg()
    .toBuffer();
  await tech
    .put(`${url}/photos/${randomUUID()}?about=line:feed&caption=Feed`)
    .set('Content-Type', 'image/jpeg')
    .send(photo)
    .expect(200);
  const runId = randomUUID();
  await tech
    .post(`${url}/runs`)
    .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
    .expect(201);
  const add = (
    kind: string,
    payload: object,
    corrects: string | null = null,
    readingId: string = randomUUID(),
  ) =>
    tech
      .post(`${url}/runs/${runId}/readings`)
      .send({ readingId, kind, payload, corrects, takenAt: '2026-11-27T09:30:00Z' })
      .expect(201);
  const [first, second] = [randomUUID(), randomUUID()];
  await add('joint', { jointId: 'feed:filter:feed', result: 'leak' }, null, first);
  await add('joint', { jointId: 'feed:filter:feed', result: 'open' }, first, second);
  await add('joint', { jointId: 'feed:filter:feed', result: 'dry' }, second);
  await add('sign-off', { note: 'as far as we got' });
  return job;
}

/** An empty shop: what was in the first is gone. */
const emptied = () =>
  shop.db.query(
    'truncate job, job_change, revision, acceptance, test_run, test_reading, photo, audit restart identity cascade',
  );

test('a job goes out as one open file, into an empty shop, and is the same: written again it is equal file by file', async () => {
  const job = await fullJob();
  const zip = await fetchZip(job);
  const files = unzipSync(zip);
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining([
      'job.json',
      'parts.csv',
      'wires.csv',
      'wiring.svg',
      'record/record.json',
      'README.txt',
    ]),
  );
  // In the shop it came from it is refused: two of one record would be one too many.
  expect((await send(zip).expect(409)).body).toMatchObject({ error: { code: 'JOB_IS_HERE' } });
  await emptied();
  expect((await send(zip).expect(201)).body).toMatchObject({ id: job, title: 'With everything', version: 2 });
  const again = unzipSync(await fetchZip(job));
  expect(Object.keys(again).sort()).toEqual(Object.keys(files).sort());
  const audited = (all: Record<string, Uint8Array>) => {
    const { audit, ...record } = JSON.parse(strFromU8(all['record/record.json']!)) as { audit: object[] };
    return { audit, record };
  };
  const [before, after] = [audited(files), audited(again)];
  expect(after.record).toEqual(before.record);
  // That it was taken in is itself on the record.
  expect(after.audit.slice(0, -1)).toEqual(before.audit);
  expect(after.audit.at(-1)).toMatchObject({ action: 'job-imported' });
  for (const name of Object.keys(files).filter(
    (n) => !n.startsWith('record/record') && n !== 'manifest.json',
  ))
    expect([name, Buffer.compare(Buffer.from(again[name]!), Buffer.from(files[name]!))]).toEqual([name, 0]);
});

test('what is no archive, is damaged, or leads out of its folder is refused, and nothing is taken in', async () => {
  const job = await fullJob();
  const files = unzipSync(await fetchZip(job));
  await emptied();
  const changed = (change: Record<string, Uint8Array | undefined>): Uint8Array =>
    zipSync(
      Object.fromEntries(Object.entries({ ...files, ...change }).filter(([, b]) => b)) as Record<
        string,
        Uint8Array
      >,
    );
  const whole = changed({});
  for (const [zip, words] of [
    [strToU8('no zip at all'), /no ZIP/],
    [whole.slice(0, whole.length / 2), /no ZIP|cut off/],
    [changed({ 'manifest.json': strToU8('{"format":"other"}') }), /no job of Venula/],
    [changed({ 'manifest.json': strToU8('{"format":"venula-archive","version":99}') }), /newer version/],
    [changed({ 'job.json': strToU8('{}') }), /damaged/],
    [changed({ 'record/record.json': undefined }), /damaged/],
    [changed({ '../evil.json': strToU8('{}') }), /does not belong/],
    [changed({ 'record/x.exe': strToU8('MZ') }), /does not belong/],
  ] as const)
    expect((await send(zip).expect(400)).body).toMatchObject({
      error: { code: 'NOT_AN_ARCHIVE', message: expect.stringMatching(words) },
    });
  await send(new Uint8Array()).expect(400);
  await send(whole, 'viewer').expect(403);
  await shop.stranger
    .post('/api/v1/archives')
    .set('Content-Type', 'application/zip')
    .send(Buffer.from(whole))
    .expect(401);
  expect((await shop.as.viewer.get('/api/v1/jobs').expect(200)).body).toMatchObject({ total: 0 });
});

/** A ZIP of one file of nothing, packed by zlib, which takes a tenth of the time. */
function packedZeros(filename: string, size: number): Buffer {
  const zeros = Buffer.alloc(size);
  const parts: Uint8Array[] = [];
  const zip = new Zip((error, part) => {
    if (error) throw error;
    parts.push(part);
  });
  const file: ZipInputFile = { filename, size, crc: crc32(zeros), compression: 8 };
  zip.add(file);
  file.ondata!(null, deflateRawSync(zeros, { level: 9 }), true);
  zip.end();
  return Buffer.concat(parts);
}

test('a small file that unpacks to very much is not unpacked', async () => {
  const bomb = packedZeros('manifest.json', 320_000_000);
  expect(bomb.length).toBeLessThan(2_000_000);
  expect((await send(bomb).expect(413)).body).toMatchObject({ error: { code: 'ARCHIVE_TOO_LARGE' } });
});
