import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { fullReturnJob } from '@venula/core/document';
import fc from 'fast-check';
import { newJob, openShop, replace, type Shop } from './support.ts';

// Machines here are noisy, and these make hundreds of requests.
let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const job = (id: string) => `/api/v1/jobs/${id}`;
const gasSetup = {
  cautionsRead: true,
  pressurePa: 70e3,
  volumeM3: 1e-3,
  resolutionPa: 500,
  limitM3s: 2e-8,
  barometricPa: 101_325,
  gaugeMaxPa: 200e3,
};
const BAD_TEXTS = [
  ['a NUL', 'fuel\u0000line'],
  ['a lone high half', 'pump \ud83d'],
  ['a lone low half', '\udca9 pump'],
] as const;

fc.configureGlobal({ seed: Number(process.env['VENULA_SEED']) });

describe('text no record can keep is refused with its field, wherever it is sent', () => {
  test.each(BAD_TEXTS)('%s', async (_name, text) => {
    const id = await newJob(shop);
    const runId = randomUUID();
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
      .expect(201);
    const tries: [string, object, RegExp][] = [
      ['/api/v1/session', { login: text, password: 'x' }, /login/],
      ['/api/v1/session', { login: 'lead', password: text }, /password/],
      ['/api/v1/jobs', { pattern: 'full-return', title: text }, /title/],
      ['/api/v1/jobs', { document: { ...fullReturnJob('x'), customer: text } }, /document\.customer/],
      [`${job(id)}/changes`, replace('/customer', text, 1), /patch\.0\.value/],
      [`${job(id)}/changes`, replace(`/${text}`, 'x', 1), /patch\.0\.path/],
      [`${job(id)}/revisions`, { name: text }, /name/],
      [`${job(id)}/acceptances`, { acceptanceId: randomUUID(), findingKey: 'A@b', reason: text }, /reason/],
      [
        `${job(id)}/runs/${runId}/readings`,
        {
          readingId: randomUUID(),
          kind: 'sign-off',
          payload: { note: text },
          takenAt: '2026-11-25T10:00:00Z',
        },
        /payload\.note/,
      ],
    ];
    for (const [path, body, field] of tries) {
      const answer = await shop.as.lead.post(path).send(body);
      expect([path, answer.status]).toEqual([path, 400]);
      expect(answer.body.error.details[0].path).toMatch(field);
      expect(answer.body.error.remedy).not.toBe('');
    }
    const searched = await shop.as.lead.get('/api/v1/jobs').query({ search: text });
    expect(searched.status).toBe(text.includes('\0') ? 400 : 200);
    expect((await shop.as.viewer.get(job(id))).body.version).toBe(1);
  });

  test('40 letters that become 80 in lower case are too long a name, not a fault of the server', async () => {
    const answer = await shop.stranger.post('/api/v1/session').send({ login: 'İ'.repeat(40), password: 'x' });
    expect(answer.status).toBe(400);
    expect(answer.body.error.details[0].path).toBe('login');
  });

  test('the program itself never cuts a character in half', async () => {
    const title = `${'x'.repeat(111)}${'😀'.repeat(4)}`;
    const made = await shop.as.technician
      .post('/api/v1/jobs')
      .send({ pattern: 'full-return', title })
      .expect(201);
    const copy = await shop.as.technician.post('/api/v1/jobs').send({ copyOf: made.body.id }).expect(201);
    expect(copy.body.title).toMatch(/^Copy of x+$|^Copy of x+😀+$/);
  });

  test('nesting without end is refused, inside a conflict too', async () => {
    const id = await newJob(shop);
    await shop.as.lead
      .post(`${job(id)}/changes`)
      .send(replace('/customer', 'theirs', 1))
      .expect(200);
    const deep = `${'['.repeat(5000)}1${']'.repeat(5000)}`;
    const body = JSON.stringify(replace('/customer', 'DEEP', 1)).replace('"DEEP"', deep);
    const answer = await shop.as.technician
      .post(`${job(id)}/changes`)
      .set('Content-Type', 'application/json')
      .send(body);
    expect(answer.status).toBe(400);
    expect(answer.body.error.details[0].message).toMatch(/levels/);
  });
});

describe('a reading that cannot have been taken is refused with its field', () => {
  let at: string;
  beforeAll(async () => {
    const id = await newJob(shop);
    const runId = randomUUID();
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({
        runId,
        kind: 'gas-hold',
        setup: gasSetup,
      })
      .expect(201);
    at = `${job(id)}/runs/${runId}/readings`;
  });
  const send = (over: object) =>
    shop.as.technician.post(at).send({
      readingId: randomUUID(),
      kind: 'pressure',
      payload: { pressurePa: 70e3, kelvin: 293.15 },
      takenAt: '2026-11-25T10:00:00.000Z',
      ...over,
    });

  test.each([
    ['31 February', { takenAt: '2026-02-31T10:00:00.000Z' }, /takenAt/],
    ['29 February of a year that has none', { takenAt: '2025-02-29T10:00:00.000Z' }, /takenAt/],
    ['before 1970', { takenAt: '1969-12-31T23:59:59.000Z' }, /takenAt/],
    ['a year on', { takenAt: '2036-01-01T00:00:00.000Z' }, /takenAt/],
    ['a date alone', { takenAt: '2026-11-25' }, /takenAt/],
    ['below zero on a gauge', { payload: { pressurePa: -20684, kelvin: 293.15 } }, /payload\.pressurePa/],
    ['beyond the gauge', { payload: { pressurePa: 250e3, kelvin: 293.15 } }, /payload\.pressurePa/],
    ['of another kind of run', { kind: 'joint', payload: { jointId: 'x', result: 'dry' } }, /kind/],
  ])('%s', async (_name, over, field) => {
    const answer = await send(over);
    expect(answer.status).toBe(400);
    expect(answer.body.error.details[0].path).toMatch(field);
    expect(answer.body.error.remedy).not.toBe('');
  });

  test('an unknown joint, and a row the dry test does not have', async () => {
    const id = await newJob(shop);
    for (const [kind, reading] of [
      ['joint-walk', { kind: 'joint', payload: { jointId: 'feed:nowhere', result: 'dry' } }],
      ['dry-test', { kind: 'dry-row', payload: { rowId: 'on+nothing', result: 'as-said' } }],
    ] as const) {
      const runId = randomUUID();
      await shop.as.technician
        .post(`${job(id)}/runs`)
        .send({ runId, kind, setup: { cautionsRead: true } })
        .expect(201);
      const answer = await shop.as.technician
        .post(`${job(id)}/runs/${runId}/readings`)
        .send({ readingId: randomUUID(), takenAt: '2026-11-25T10:00:00Z', ...reading });
      expect(answer.status).toBe(400);
      expect(answer.body.error.details[0].path).toMatch(/payload\.(jointId|rowId)/);
    }
  });

  test('a gauge that does not reach the pressure applied is refused when the hold is set up', async () => {
    const id = await newJob(shop);
    const setup = { ...gasSetup, gaugeMaxPa: 50e3 };
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ runId: randomUUID(), kind: 'gas-hold', setup })
      .expect(400);
  });
});

describe('whatever is sent', () => {
  /** Bodies a page might send, with anything at all in any place. */
  const odd = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 60 }),
    fc.double(),
    fc.constantFrom(
      null,
      true,
      '',
      'x'.repeat(5000),
      '\u0000',
      '\ud800',
      1e308,
      -1,
      2 ** 53,
      '1e999',
      [],
      {},
      '__proto__',
    ),
    fc.uuid(),
    fc.jsonValue({ maxDepth: 6 }),
  );
  const twisted = (body: object) =>
    fc
      .record({ key: fc.constantFrom(...Object.keys(body), 'more'), value: odd, again: fc.boolean() })
      .map(({ key, value }) => ({ ...body, [key]: value }));

  test('is answered, and never with a fault of the server', async () => {
    const id = await newJob(shop);
    const runId = randomUUID();
    const run = { runId, kind: 'gas-hold', setup: gasSetup };
    await shop.as.lead
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const at = `${job(id)}/runs/${runId}/readings`;
    const reading = {
      readingId: randomUUID(),
      kind: 'pressure',
      payload: { pressurePa: 7e4, kelvin: 290 },
      corrects: null,
      takenAt: '2026-11-25T10:00:00Z',
    };
    const routes: readonly (readonly [string, object])[] = [
      ['/api/v1/session', { login: 'lead', password: 'x' }],
      ['/api/v1/jobs', { pattern: 'full-return', title: 'x' }],
      ['/api/v1/jobs', { document: fullReturnJob('x') }],
      ['/api/v1/jobs', { copyOf: id }],
      [`${job(id)}/changes`, replace('/customer', 'x', 1)],
      [`${job(id)}/revisions`, { name: 'plan' }],
      [`${job(id)}/acceptances`, { acceptanceId: randomUUID(), findingKey: 'A@b', reason: 'because' }],
      [`${job(id)}/runs`, run],
      [at, reading],
      [at, { ...reading, kind: 'sign-off', payload: { note: '' } }],
      [`${job(id)}/archive`, { archived: false }],
    ];
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...routes).chain(([path, body]) => twisted(body).map((b) => [path, b] as const)),
        async ([path, body]) => {
          const answer = await shop.as.lead
            .post(path)
            .set('Content-Type', 'application/json')
            .send(JSON.stringify(body));
          expect([path, answer.status < 500]).toEqual([path, true]);
          if (answer.status >= 400) expect(answer.body.error.remedy).toEqual(expect.any(String));
        },
      ),
      { numRuns: 400 },
    );
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary', maxLength: 30 }), async (text) => {
        const query = await shop.as.lead.get('/api/v1/jobs').query({ search: text, page: text });
        expect(query.status).toBeLessThan(500);
        const path = await shop.as.lead.get(
          `/api/v1/jobs/${encodeURIComponent(text.replaceAll(/\p{Surrogate}/gu, ''))}/runs`,
        );
        expect(path.status).toBeLessThan(500);
      }),
      { numRuns: 100 },
    );
  });
});
