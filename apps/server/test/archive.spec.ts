import { createHash, randomUUID } from 'node:crypto';
import { crc32, deflateRawSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { strFromU8, strToU8, unzipSync, Zip, zipSync, type ZipInputFile } from 'fflate';
import sharp from 'sharp';
import { fingerprintOf, newKeyPair, signBytes, type KeyPair } from '../src/shop/keys/signing.ts';
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
  shop.db.transaction(async (tx) => {
    await tx.query("set local venula.emptying = 'on'");
    await tx.query(
      'truncate job, job_change, revision, acceptance, test_run, test_reading, photo, audit restart identity cascade',
    );
  });

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
    (n) => !n.startsWith('record/record') && n !== 'manifest.json' && n !== 'signature.json',
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
/** The files of an archive, with some of them changed, listed and packed again; signed where there is a key. */
function madeUp(
  zip: Uint8Array,
  change: (files: Record<string, Uint8Array>) => void,
  key?: KeyPair,
): Uint8Array {
  const { 'manifest.json': _list, 'signature.json': _sign, ...files } = unzipSync(zip);
  change(files);
  const sums = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [name, createHash('sha256').update(bytes).digest('hex')]),
  );
  const list = strToU8(JSON.stringify({ format: 'venula-archive', version: 1, files: sums }));
  const signature = key && {
    shop: 'Whatever it calls itself',
    publicKey: key.publicKey,
    signature: signBytes(list, key.privateKey),
  };
  return zipSync({
    ...files,
    'manifest.json': list,
    ...(signature ? { 'signature.json': strToU8(JSON.stringify(signature)) } : {}),
  });
}
const edited =
  (name: string, change: (value: never) => void) =>
  (files: Record<string, Uint8Array>): void => {
    const value = JSON.parse(strFromU8(files[name]!)) as never;
    change(value);
    files[name] = strToU8(JSON.stringify(value));
  };
const record = (change: (rows: Record<string, Record<string, unknown>[]>) => void) =>
  edited('record/record.json', change);
const lead = () => shop.as.lead;

describe('what came in with a file', () => {
  let zip: Buffer;
  let job = '';
  const url = () => `/api/v1/jobs/${job}`;
  const opened = async () =>
    (await shop.as.viewer.get(url()).expect(200)).body.imported as {
      by: string;
      signedBy: { shop: string | null; own: boolean; fingerprint: string; publicKey: string } | null;
    } | null;
  const takenIn = async (bytes: Uint8Array) => {
    await emptied();
    await send(bytes).expect(201);
    return opened();
  };
  beforeAll(async () => {
    job = await fullJob();
    zip = await fetchZip(job);
  });

  test('a job begun here is of no file; a forged one shows as what a file says, and none of it counts', async () => {
    job = await fullJob();
    expect(await opened()).toBeNull();
    zip = await fetchZip(job);
    const forged = madeUp(
      zip,
      record((rows) => {
        const passed = { verdict: 'pass', note: '' };
        for (const r of rows['readings']!)
          if (r['kind'] === 'sign-off') Object.assign(r, { author: 'A lead', payload: passed });
        rows['acceptances']!.push({
          id: randomUUID(),
          findingKey: 'RUNS_STALLED@pump',
          fingerprint: 'x',
          severity: 'stop',
          title: 'Runs with a stalled engine',
          reason: 'It is fine',
          role: 'lead',
          author: 'A lead',
          at: '2026-01-01T10:00:00Z',
        });
        rows['audit']!.push({
          at: '2026-01-01T10:00:00Z',
          actor: 'A lead',
          action: 'person-added',
          detail: {},
        });
      }),
    );
    expect(await takenIn(forged)).toMatchObject({ by: 'A technician', signedBy: null });
    const [run] = (await shop.as.viewer.get(`${url()}/runs`).expect(200)).body as {
      id: string;
      fromFile: boolean;
      readings: { fromFile: boolean }[];
    }[];
    expect([run!.fromFile, ...run!.readings.map((r) => r.fromFile)]).not.toContain(false);
    const [acceptance] = (await shop.as.viewer.get(`${url()}/acceptances`).expect(200)).body as object[];
    expect(acceptance).toMatchObject({ fromFile: true });
    const line = (await shop.as.viewer.get('/api/v1/jobs').expect(200)).body.items[0] as object;
    expect(line).toMatchObject({ imported: true, test: { verdict: 'unconfirmed' } });
    // Of what was done in this shop there is the import alone; the job's own history has the rest, marked.
    const audits = (await lead().get('/api/v1/admin/audit').expect(200)).body.items as { action: string }[];
    expect(audits.map((a) => a.action)).toEqual(['job-imported']);
    const history = (await shop.as.viewer.get(`${url()}/audit`).expect(200)).body as {
      action: string;
      fromFile: boolean;
    }[];
    expect(history.find((a) => a.action === 'person-added')).toMatchObject({ fromFile: true });

    // Nothing is added to it; somebody of this shop stands in for it, once.
    const add = (kind: string, payload: object) => ({
      readingId: randomUUID(),
      kind,
      payload,
      takenAt: new Date().toISOString(),
    });
    const readings = `${url()}/runs/${run!.id}/readings`;
    const more = add('joint', { jointId: 'feed:filter:feed', result: 'dry' });
    expect((await shop.as.technician.post(readings).send(more).expect(409)).body.error.code).toBe(
      'RUN_FROM_FILE',
    );
    await shop.as.viewer.post(readings).send(add('confirm', {})).expect(403);
    await shop.as.technician
      .post(readings)
      .send(add('confirm', { note: 'walked it again' }))
      .expect(201);
    expect((await shop.as.lead.post(readings).send(add('confirm', {})).expect(409)).body.error.code).toBe(
      'ALREADY_CONFIRMED',
    );
    expect((await shop.as.viewer.get('/api/v1/jobs').expect(200)).body.items[0].test.verdict).toBe('pass');
  });

  test('a run of this shop needs no confirming, nor one that was never signed off', async () => {
    const own = await fullJob();
    const [run] = (await shop.as.viewer.get(`/api/v1/jobs/${own}/runs`).expect(200)).body as { id: string }[];
    const confirm = {
      readingId: randomUUID(),
      kind: 'confirm',
      payload: {},
      takenAt: new Date().toISOString(),
    };
    const answer = await shop.as.technician
      .post(`/api/v1/jobs/${own}/runs/${run!.id}/readings`)
      .send(confirm)
      .expect(409);
    expect(answer.body.error.code).toBe('NOTHING_TO_CONFIRM');
  });

  test('a signed one says by whom once a lead has compared the key; changed after that it is refused', async () => {
    // Our own, as it went out.
    expect(await takenIn(zip)).toMatchObject({ signedBy: { own: true, shop: 'Test shop' } });
    const key = newKeyPair();
    const theirs = madeUp(zip, () => undefined, key);
    const first = await takenIn(theirs);
    const fingerprint = fingerprintOf(key.publicKey);
    // Whatever the file calls itself.
    expect(first).toMatchObject({ signedBy: { own: false, shop: null, fingerprint } });
    expect(fingerprint).toMatch(/^(?:[0-9A-F]{4} ){7}[0-9A-F]{4}$/);
    const entry = { publicKey: key.publicKey, shop: 'Harrow Lane', fingerprint: fingerprint.toLowerCase() };
    await shop.as.technician.post('/api/v1/admin/keys').send(entry).expect(403);
    await lead()
      .post('/api/v1/admin/keys')
      .send({ ...entry, publicKey: 'AAAA' })
      .expect(400);
    // What they read out is of another key: this one is not theirs.
    const other = { ...entry, fingerprint: fingerprintOf(newKeyPair().publicKey) };
    expect((await lead().post('/api/v1/admin/keys').send(other).expect(400)).body.error.code).toBe(
      'KEY_DIFFERS',
    );
    await lead().post('/api/v1/admin/keys').send(entry).expect(201);
    await lead().post('/api/v1/admin/keys').send(entry).expect(409);
    expect(await opened()).toMatchObject({ signedBy: { shop: 'Harrow Lane' } });
    const listed = (await lead().get('/api/v1/admin/keys').expect(200)).body as Record<string, unknown>[];
    expect(listed).toMatchObject([{ own: true }, { own: false, shop: 'Harrow Lane', fingerprint }]);
    expect(JSON.stringify(listed)).not.toMatch(/PRIVATE|privateKey/);
    await lead()
      .delete(`/api/v1/admin/keys/${encodeURIComponent(fingerprint)}`)
      .expect(204);
    await lead()
      .delete(`/api/v1/admin/keys/${encodeURIComponent(fingerprint)}`)
      .expect(404);
    expect(await opened()).toMatchObject({ signedBy: { shop: null } });
    // Another list under the same signature.
    const { 'signature.json': signature } = unzipSync(theirs);
    const changed = madeUp(
      theirs,
      record((rows) => (rows['revisions']![0]!['author'] = 'Somebody else')),
    );
    await emptied();
    const answer = await send(zipSync({ ...unzipSync(changed), 'signature.json': signature! })).expect(400);
    expect(answer.body.error.message).toMatch(/changed after it was signed/);
  });

  test('a replaced key signs no more, and what it signed still verifies', async () => {
    const before = (await lead().get('/api/v1/admin/keys').expect(200)).body as { fingerprint: string }[];
    await lead().post('/api/v1/admin/keys/own').expect(201);
    const after = (await lead().get('/api/v1/admin/keys').expect(200)).body as {
      fingerprint: string;
      retiredAt: string | null;
    }[];
    const now = after.find((k) => !k.retiredAt)!;
    expect(before.map((k) => k.fingerprint)).not.toContain(now.fingerprint);
    const [held] = await shop.db.query('select count(*) from shop_key where private_key is not null');
    expect(held).toEqual({ count: '1' });
    expect(await takenIn(zip)).toMatchObject({ signedBy: { own: true, shop: 'Test shop' } });
    const fresh = await fetchZip(job);
    expect(await takenIn(fresh)).toMatchObject({ signedBy: { own: true, fingerprint: now.fingerprint } });
  });

  test('rows are what the shop itself would take: no year 9999, no odd payload, nothing a page or a PDF cannot show', async () => {
    const reading = (kind: string, change: (r: Record<string, unknown>) => void) =>
      record((rows) => change(rows['readings']!.find((r) => r['kind'] === kind)!));
    const odd: readonly (readonly [string, (files: Record<string, Uint8Array>) => void])[] = [
      [
        'a year',
        edited('record/job.json', (head: never) =>
          Object.assign(head, { updatedAt: '9999-01-01T00:00:00Z' }),
        ),
      ],
      ['a reading of 1969', reading('joint', (r) => (r['takenAt'] = '1969-01-01T00:00:00Z'))],
      ['a result', reading('joint', (r) => (r['payload'] = { jointId: 'x', result: 'perhaps' }))],
      ['a payload', reading('joint', (r) => (r['payload'] = { jointId: { a: 1 }, result: 'dry' }))],
      [
        'a miss',
        reading(
          'sign-off',
          (r) => (r['payload'] = { verdict: 'fail', misses: [{ does: 'x', dimension: 'cubits' }] }),
        ),
      ],
      ['names', reading('sign-off', (r) => (r['payload'] = { verdict: 'fail', leaking: 'everything' }))],
      ['a setup', record((rows) => (rows['runs']![0]!['setup'] = { volumeM3: 'much' }))],
      ['a change', record((rows) => (rows['changes']![0]!['patch'] = [{ op: 'test', path: '/x' }]))],
    ];
    for (const [what, change] of odd) {
      await emptied();
      const answer = await send(madeUp(zip, change));
      expect([what, answer.status, answer.body.error?.code]).toEqual([what, 400, 'NOT_AN_ARCHIVE']);
    }
    for (const manifest of [
      '[]',
      'null',
      '"x"',
      '{"format":"venula-archive","version":1,"files":[]}',
      '{"format":"venula-archive","version":1,"files":{"job.json":7}}',
    ]) {
      const answer = await send(zipSync({ ...unzipSync(zip), 'manifest.json': strToU8(manifest) }));
      expect([manifest, answer.status]).toEqual([manifest, 400]);
    }
    expect((await shop.as.viewer.get('/api/v1/jobs').expect(200)).body).toMatchObject({ total: 0 });
  });

  test('a photo of a file nobody here can vouch for is made anew; bytes behind the picture do not stay', async () => {
    const name = Object.keys(unzipSync(zip)).find((n) => n.startsWith('photos/'))!;
    const [hidden] = [strToU8('HIDDEN BEHIND THE PICTURE')];
    const withHidden = madeUp(zip, (files) => {
      files[name] = Uint8Array.from([...files[name]!, ...hidden]);
    });
    await takenIn(withHidden);
    const kept = unzipSync(await fetchZip(job))[name]!;
    expect(Buffer.from(kept).includes(Buffer.from(hidden))).toBe(false);
    await emptied();
    await send(madeUp(zip, (files) => void (files[name] = strToU8('no picture')))).expect(400);
  });

  test('rows are counted before they are looked at; while one import runs the server answers, and says how far it is', async () => {
    const walked = (many: number) =>
      madeUp(
        zip,
        record((rows) => {
          const first = rows['readings']![0]!;
          for (let i = rows['readings']!.length; i < many; i++)
            rows['readings']!.unshift({ ...first, id: randomUUID(), corrects: null });
        }),
      );
    await emptied();
    // Of no shape at all: were they looked at first, that is what would be said.
    const many = madeUp(
      zip,
      record((rows) => (rows['audit'] = Array.from({ length: 200_001 }, () => ({})))),
    );
    expect((await send(many).expect(413)).body.error).toMatchObject({
      code: 'ARCHIVE_TOO_LARGE',
      message: expect.stringMatching(/200000 are taken/),
    });
    const large = walked(2000);
    let done = false;
    const import_ = send(large).then((answer) => {
      done = true;
      return answer;
    });
    const steps = new Set<string>();
    let second: number | undefined;
    while (!done) {
      const { progress } = (await shop.as.technician.get('/api/v1/archives/progress').expect(200)).body as {
        progress: { step: string } | null;
      };
      if (progress) {
        steps.add(progress.step);
        second ??= (await send(zip)).status;
      }
    }
    expect((await import_).status).toBe(201);
    // A second one of the same session waits its turn.
    expect(second).toBe(409);
    expect([...steps]).toContain('storing');
    expect((await shop.as.technician.get('/api/v1/archives/progress').expect(200)).body).toEqual({
      progress: null,
    });
  });
});
