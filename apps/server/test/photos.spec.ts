import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { newJob, openShop, PASSWORD, type Shop } from './support.ts';

let shop: Shop;
let job: string;
beforeAll(async () => {
  shop = await openShop();
  job = await newJob(shop, 'With photos');
});
afterAll(() => shop.close());

const plain = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#336699' } });
const send = (id: string, bytes: Buffer, type = 'image/jpeg', of = job) =>
  shop.as.technician
    .put(`/api/v1/jobs/${of}/photos/${id}?caption=Under%20the%20floor&about=line:feed`)
    .set('Content-Type', type)
    .send(bytes);

describe('Photos of a job', () => {
  test('come back upright, no larger than of use, as JPEG, without where they were taken', async () => {
    const id = randomUUID();
    const taken = await plain(4000, 1000)
      .withExif({
        IFD0: { Copyright: 'somebody' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '47/1 0/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(taken).metadata()).exif).toBeDefined();
    const kept = (await send(id, taken).expect(200)).body as object;
    expect(kept).toMatchObject({
      width: 500,
      height: 2000,
      caption: 'Under the floor',
      about: 'line:feed',
      author: 'A technician',
    });
    expect(kept).not.toHaveProperty('bytes');
    const back = await shop.as.viewer.get(`/api/v1/jobs/${job}/photos/${id}`).expect(200);
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(back.headers['x-content-type-options']).toBe('nosniff');
    const seen = await sharp(back.body as Buffer).metadata();
    expect(seen).toMatchObject({ format: 'jpeg', width: 500, height: 2000 });
    expect(seen.exif).toBeUndefined();
    const list = (await shop.as.viewer.get(`/api/v1/jobs/${job}/photos`).expect(200)).body as object[];
    expect(list).toMatchObject([{ id, width: 500 }]);
  });

  test('a slow upload is no slow answer: it may take longer than any other request', async () => {
    await shop.app.listen(0, '127.0.0.1');
    const { port } = shop.app.getHttpServer().address() as { port: number };
    const signedIn = await shop.stranger
      .post('/api/v1/session')
      .send({ login: 'technician', password: PASSWORD });
    const cookie = (signedIn.headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;
    const bytes = await plain(60, 40).jpeg().toBuffer();
    const status = await new Promise<number | undefined>((done, fail) => {
      const req = request(
        {
          host: '127.0.0.1',
          port,
          method: 'PUT',
          path: `/api/v1/jobs/${job}/photos/${randomUUID()}`,
          headers: { 'Content-Type': 'image/jpeg', 'Content-Length': bytes.length, Cookie: cookie },
        },
        (res) => {
          res.resume();
          done(res.statusCode);
        },
      );
      req.on('error', fail);
      req.write(bytes.subarray(0, 100));
      setTimeout(() => req.end(bytes.subarray(100)), 5_500);
    });
    expect(status).toBe(200);
  }, 15_000);

  test('a duplicate of a job does not point at photos of the first', async () => {
    const picture = {
      photo: randomUUID(),
      widthPx: 10,
      heightPx: 10,
      first: { u: 0, v: 0 },
      second: { u: 10, v: 0 },
      firstIs: { right: 0, up: 0 },
      secondIs: { right: 1, up: 0 },
    };
    const routing = { keepOuts: {}, lines: {}, backdrops: { side: picture } };
    const from = await newJob(shop, 'With a picture behind it');
    await shop.as.technician
      .post(`/api/v1/jobs/${from}/changes`)
      .send({
        changeId: randomUUID(),
        baseVersion: 1,
        patch: [{ op: 'add', path: '/routing', value: routing }],
      })
      .expect(200);
    const copy = await shop.as.technician.post('/api/v1/jobs').send({ copyOf: from }).expect(201);
    expect((copy.body as { document: { routing: object } }).document.routing).toEqual({
      keepOuts: {},
      lines: {},
    });
  });

  test('sent twice is kept once; another picture under the same id is refused', async () => {
    const id = randomUUID();
    const one = await plain(60, 40).png().toBuffer();
    const answers = await Promise.all([send(id, one, 'image/png'), send(id, one, 'image/png')]);
    expect(answers.map((a) => a.status)).toEqual([200, 200]);
    const other = await plain(61, 40).png().toBuffer();
    expect((await send(id, other, 'image/png').expect(409)).body).toMatchObject({
      error: { code: 'ID_TAKEN' },
    });
    const elsewhere = await newJob(shop, 'Elsewhere');
    await send(id, one, 'image/png', elsewhere).expect(409);
    await shop.as.viewer.get(`/api/v1/jobs/${elsewhere}/photos/${id}`).expect(404);
  });

  test('what is no picture, whatever it is called, goes no further', async () => {
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>');
    const jpeg = await plain(60, 40).jpeg().toBuffer();
    for (const [bytes, type] of [
      [svg, 'image/jpeg'],
      [Buffer.from('<!doctype html>'), 'image/png'],
      [jpeg.subarray(0, 200), 'image/jpeg'],
      [Buffer.concat([Buffer.from([0xff, 0xd8, 0xff]), Buffer.alloc(5000, 7)]), 'image/jpeg'],
      [Buffer.alloc(0), 'image/jpeg'],
    ] as const)
      expect((await send(randomUUID(), bytes, type).expect(400)).body).toMatchObject({
        error: { code: 'NOT_A_PICTURE' },
      });
    // Sent as something else it is not read at all.
    await send(randomUUID(), svg, 'image/svg+xml').expect(400);
    await send('not-an-id', jpeg).expect(400);
    await send(randomUUID(), jpeg, 'image/jpeg', randomUUID()).expect(404);
    await shop.as.viewer
      .put(`/api/v1/jobs/${job}/photos/${randomUUID()}`)
      .set('Content-Type', 'image/jpeg')
      .send(jpeg)
      .expect(403);
    await shop.stranger.get(`/api/v1/jobs/${job}/photos`).expect(401);
  });

  test('a small file that unpacks to a hundred megapixels is not unpacked; too large a file is not read', async () => {
    const bomb = await plain(10_000, 10_000).png({ compressionLevel: 9 }).toBuffer();
    expect(bomb.length).toBeLessThan(1_000_000);
    expect((await send(randomUUID(), bomb, 'image/png').expect(400)).body).toMatchObject({
      error: { code: 'NOT_A_PICTURE' },
    });
    await send(randomUUID(), Buffer.alloc(13_000_000, 1)).expect(413);
  });
});

describe('The library', () => {
  const filter = (micron: number) => ({
    kind: 'part',
    part: { kind: 'filter', name: 'Long filter', micron, media: 'steel', lossAt400Pa: 4000, clogged: 0 },
  });
  const put = (
    id: string,
    name: string,
    baseRevision: number,
    data: object = filter(40),
    more: object = {},
  ) => shop.as.technician.put(`/api/v1/library/${id}`).send({ name, data, baseRevision, ...more });

  test('an entry is kept, changed from the state it was read in, and retired', async () => {
    const id = randomUUID();
    await put(id, 'Long filter', 0).expect(200);
    // The same again is no change.
    expect((await put(id, 'Long filter', 0).expect(200)).body).toMatchObject({ revision: 1 });
    expect((await put(id, 'Long filter', 1, filter(25)).expect(200)).body).toMatchObject({ revision: 2 });
    expect((await put(id, 'Long filter', 1, filter(12)).expect(409)).body).toMatchObject({
      error: { code: 'LIBRARY_MOVED', message: 'A technician changed Long filter meanwhile.' },
    });
    expect((await put(randomUUID(), 'long FILTER', 0).expect(409)).body).toMatchObject({
      error: { code: 'NAME_TAKEN' },
    });
    await put(id, 'Long filter', 2, filter(25), { retired: true }).expect(200);
    await put(randomUUID(), 'Long filter', 0).expect(200);
    const all = (await shop.as.viewer.get('/api/v1/library').expect(200)).body as { id: string }[];
    expect(all.find((e) => e.id === id)).toMatchObject({ revision: 3, retired: true, data: filter(25) });
  });

  test('what a job would refuse, the library refuses, with the field', async () => {
    const bad = { kind: 'part', part: { ...filter(40).part, micron: -3 } };
    expect((await put(randomUUID(), 'Bad', 0, bad).expect(400)).body).toMatchObject({
      error: { code: 'BAD_PART', details: [{ path: '/micron' }] },
    });
    for (const data of [
      {},
      { kind: 'part' },
      { kind: 'part', part: { kind: 'run' } },
      { kind: 'x', part: {} },
    ])
      await put(randomUUID(), 'Bad', 0, data).expect(400);
    await shop.as.viewer
      .put(`/api/v1/library/${randomUUID()}`)
      .send({ name: 'x', data: filter(1), baseRevision: 0 })
      .expect(403);
  });
});
