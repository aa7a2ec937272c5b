import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '@venula/core/advise';
import { fullReturnJob } from '@venula/core/document';
import { dryTest } from '@venula/core/harness';
import { findingKey } from '@venula/core/outcome';
import { judged, newJob, openShop, PASSWORD, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const FORMAT_2 = join(__dirname, '../../../packages/core/test/fixtures/jobs/format-2-drawn.json');

const job = (id: string) => `/api/v1/jobs/${id}`;

describe('doors', () => {
  test('health and readiness answer without signing in; the API is described', async () => {
    await shop.stranger.get('/api/health').expect(200, { status: 'ok' });
    await shop.stranger.get('/api/ready').expect(200, { status: 'ready' });
    const doc = await shop.stranger.get('/api/docs-json').expect(200);
    expect(Object.keys(doc.body.paths)).toEqual(
      expect.arrayContaining(['/api/v1/jobs/{id}/changes', '/api/v1/session']),
    );
    // The schema that checks a body is the one that describes it.
    const body = (path: string) =>
      doc.body.paths[path].post.requestBody.content['application/json'].schema as Record<string, unknown>;
    expect(body('/api/v1/jobs/{id}/changes')).toMatchObject({
      required: expect.arrayContaining(['changeId', 'baseVersion', 'patch']),
      properties: { patch: { type: 'array', maxItems: 500 }, baseVersion: { minimum: 1 } },
    });
    expect(body('/api/v1/session')['required']).toEqual(['login', 'password']);
    for (const [path, verbs] of Object.entries<Record<string, { requestBody?: object }>>(doc.body.paths))
      for (const [verb, { requestBody }] of Object.entries(verbs))
        if (verb === 'post') expect([path, requestBody]).toEqual([path, expect.anything()]);
  });

  test('long answers come compressed, and no cache on the way keeps what the API says', async () => {
    const id = await newJob(shop);
    const answer = await shop.as.viewer.get(job(id)).set('Accept-Encoding', 'gzip').expect(200);
    expect(answer.headers['content-encoding']).toBe('gzip');
    expect(answer.headers['cache-control']).toBe('no-store');
    expect(answer.body.document.title).toBe('Test job');
    const refused = await shop.stranger.get(job(id)).expect(401);
    expect(refused.headers['cache-control']).toBe('no-store');
  });

  test('nobody in without a session, and every error has one shape', async () => {
    const res = await shop.stranger.get('/api/v1/jobs').expect(401);
    expect(res.body.error).toMatchObject({
      status: 401,
      code: 'NOT_SIGNED_IN',
      details: [],
      path: '/api/v1/jobs',
    });
    expect(res.body.error.remedy).toBeTruthy();
    await shop.stranger.get('/api/v1/nothing').expect(404);
  });

  test('cookie is HttpOnly and SameSite; signing out ends it', async () => {
    const res = await shop.stranger
      .post('/api/v1/session')
      .send({ login: 'Technician', password: PASSWORD })
      .expect(200);
    const cookie = String(res.headers['set-cookie']);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    const own = cookie.split(';')[0]!;
    await shop.stranger.delete('/api/v1/session').set('Cookie', own).expect(204);
    await shop.stranger.get('/api/v1/session').set('Cookie', own).expect(401);
  });

  test('wrong password tells nothing, and too many are refused even when right', async () => {
    const wrong = await shop.stranger
      .post('/api/v1/session')
      .send({ login: 'nobody', password: 'x' })
      .expect(401);
    for (let i = 0; i < 8; i++) {
      const res = await shop.stranger
        .post('/api/v1/session')
        .send({ login: 'viewer', password: 'x' })
        .expect(401);
      expect(res.body.error.message).toBe(wrong.body.error.message);
    }
    await shop.stranger.post('/api/v1/session').send({ login: 'viewer', password: PASSWORD }).expect(429);
  });

  test('another site may not make a signed-in browser change things', async () => {
    const res = await shop.as.technician
      .post('/api/v1/jobs')
      .set('Origin', 'http://elsewhere.example')
      .send({ pattern: 'full-return', title: 'x' });
    expect(res.status).toBe(403);
    expect(res.body.error.code).toBe('FOREIGN_ORIGIN');
  });

  test('oversized, malformed and wrongly typed requests are refused in the same shape', async () => {
    const big = await shop.as.technician
      .post('/api/v1/jobs')
      .send({ document: { x: 'y'.repeat(1_200_000) } });
    expect(big.status).toBe(413);
    expect(big.body.error.status).toBe(413);
    const broken = await shop.as.technician
      .post('/api/v1/jobs')
      .set('Content-Type', 'application/json')
      .send('{"a":');
    expect(broken.status).toBe(400);
    const typed = await shop.as.technician
      .post('/api/v1/jobs')
      .send({ pattern: 'spaghetti', title: 'x' })
      .expect(400);
    expect(typed.body.error.details[0]).toMatchObject({ path: 'pattern' });
  });
});

describe('jobs', () => {
  test('viewers read and do not write; other ids tell nothing', async () => {
    const id = await newJob(shop);
    await shop.as.viewer.get(job(id)).expect(200);
    await shop.as.viewer
      .post(`${job(id)}/changes`)
      .send(replace('/title', 'x', 1))
      .expect(403);
    await shop.as.technician
      .post(`${job(id)}/archive`)
      .send({ archived: true })
      .expect(403);
    await shop.as.technician.get(job(randomUUID())).expect(404);
    await shop.as.technician.get(job('not-an-id')).expect(400);
  });

  test('the list finds, pages, counts findings once a version, and hides what is archived', async () => {
    const id = await newJob(shop, 'Findable 100% dune_buggy');
    const find = (search: string, archived = false) =>
      shop.as.viewer.get('/api/v1/jobs').query({ search, archived }).expect(200);
    expect((await find('100% dune_')).body).toMatchObject({ total: 1, items: [{ id }] });
    expect(await judged(shop, id)).toMatchObject({ summary: { stops: 0, fixes: 0 } });
    expect((await judged(shop, id)).summary!.margin).toBeGreaterThan(0);
    expect((await find('100%dune')).body.total).toBe(0);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/plumbing/elements/return/dash', 3, 1))
      .expect(200);
    expect((await judged(shop, id)).summary!.stops).toBeGreaterThan(0);
    await shop.as.lead
      .post(`${job(id)}/archive`)
      .send({ archived: true })
      .expect(204);
    expect((await find('dune_')).body.total).toBe(0);
    expect((await find('dune_', true)).body.total).toBe(1);
    expect(
      (await shop.as.viewer.get('/api/v1/jobs?size=1&page=2').expect(200)).body.items.length,
    ).toBeLessThanOrEqual(1);
  });

  test('starts from a job file or a copy, and refuses a bad file with the place', async () => {
    const doc = fullReturnJob('From file');
    const made = await shop.as.technician.post('/api/v1/jobs').send({ document: doc }).expect(201);
    const copy = await shop.as.technician.post('/api/v1/jobs').send({ copyOf: made.body.id }).expect(201);
    expect(copy.body.document).toEqual({ ...made.body.document, title: 'Copy of From file' });
    const bad = await shop.as.technician
      .post('/api/v1/jobs')
      .send({ document: { ...doc, brief: { ...doc.brief, basePressurePa: 9e9 } } })
      .expect(422);
    expect(bad.body.error.details[0]).toMatchObject({ path: '/brief/basePressurePa' });
    expect(bad.body.error.details[0].limit).toMatch(/800000/);
  });

  test('a change is applied once however often it is sent', async () => {
    const id = await newJob(shop);
    const change = replace('/customer', 'Once', 1);
    for (let i = 0; i < 3; i++) {
      const res = await shop.as.technician
        .post(`${job(id)}/changes`)
        .send(change)
        .expect(200);
      expect(res.body.version).toBe(2);
    }
    expect((await shop.as.technician.get(job(id))).body).toMatchObject({ version: 2, customer: 'Once' });
  });

  test('edits at different places meet; at the same place both values come back and nothing is overwritten', async () => {
    const id = await newJob(shop);
    await shop.as.lead
      .post(`${job(id)}/changes`)
      .send(replace('/plumbing/elements/feed/lengthM', 3.1, 1))
      .expect(200);
    const other = await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/plumbing/elements/return/lengthM', 2.2, 1))
      .expect(200);
    expect(other.body.version).toBe(3);
    expect(other.body.document.plumbing.elements.feed.lengthM).toBe(3.1);
    const clash = await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/plumbing/elements/feed/lengthM', 5, 1))
      .expect(409);
    expect(clash.body.error.code).toBe('EDIT_CONFLICT');
    expect(clash.body.error.details[0].conflicts).toEqual([
      expect.objectContaining({
        path: '/plumbing/elements/feed/lengthM',
        mine: 5,
        theirs: 3.1,
        by: 'A lead',
      }),
    ]);
    expect((await shop.as.viewer.get(job(id))).body.document.plumbing.elements.feed.lengthM).toBe(3.1);
  });

  test('a change that makes no sense is refused and changes nothing', async () => {
    const id = await newJob(shop);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/brief/basePressurePa', -5, 1))
      .expect(422);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/nowhere', 1, 1))
      .expect(422);
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/title', 'x', 9))
      .expect(409);
    expect((await shop.as.viewer.get(job(id))).body.version).toBe(1);
  });

  test('changes sent at once at different places all arrive', async () => {
    const id = await newJob(shop);
    const paths = ['/customer', '/vehicle/engine', '/vehicle/description', '/vehicle/asFound', '/title'];
    const sent = await Promise.all(
      paths.map((p) => shop.as.technician.post(`${job(id)}/changes`).send(replace(p, `to ${p}`, 1))),
    );
    expect(sent.map((r) => r.status)).toEqual(paths.map(() => 200));
    const now = (await shop.as.viewer.get(job(id))).body;
    expect(now.version).toBe(1 + paths.length);
    expect(now.document.vehicle.engine).toBe('to /vehicle/engine');
  });

  test('a job an earlier version stored is raised when it is read, and goes on from there', async () => {
    const id = await newJob(shop);
    await shop.db.query(
      `update job set document = jsonb_set(jsonb_set(document, '{version}', '1'), '{plumbing,elements,pump,onAboveBoostPa}', '30000') where id = $1`,
      [id],
    );
    const stored = (await shop.as.viewer.get(job(id)).expect(200)).body;
    expect(stored.document.version).toBe(3);
    expect(stored.document.wiring.triggers['rule-1']).toMatchObject({ loadId: 'pump' });
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace('/wiring/triggers/rule-1/primeS', 2, stored.version))
      .expect(200);
    const after = (await shop.as.viewer.get(job(id)).expect(200)).body;
    expect(after.document.wiring.triggers['rule-1'].primeS).toBe(2);
    expect(after.document.plumbing.elements.pump.onAboveBoostPa).toBeUndefined();
  });

  test('so is one with its wiring drawn in version 2: a wire is changed in its present form', async () => {
    const id = await newJob(shop);
    const old = JSON.parse(readFileSync(FORMAT_2, 'utf8'));
    await shop.db.query('update job set document = $2 where id = $1', [id, old]);
    const stored = (await shop.as.viewer.get(job(id)).expect(200)).body;
    const [wire, { from }] = Object.entries<{ from: object }>(stored.document.wiring.harness.wires)[0]!;
    expect(from).toEqual({ device: 'battery', terminal: 'plus' });
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(replace(`/wiring/harness/wires/${wire}/lengthM`, 2.5, stored.version))
      .expect(200);
    const after = (await shop.as.viewer.get(job(id)).expect(200)).body;
    expect(after.document.wiring.harness.wires[wire]).toMatchObject({ from, lengthM: 2.5 });
    expect(after.document.version).toBe(3);
  });

  test('revisions freeze the document under a name, once', async () => {
    const id = await newJob(shop);
    await shop.as.technician
      .post(`${job(id)}/revisions`)
      .send({ name: 'plan A' })
      .expect(201);
    await shop.as.technician
      .post(`${job(id)}/revisions`)
      .send({ name: 'plan A' })
      .expect(409);
    expect((await shop.as.viewer.get(`${job(id)}/revisions`)).body).toHaveLength(1);
    const [frozen] = (await shop.as.viewer.get(`${job(id)}/revisions`)).body as { id: string }[];
    const whole = await shop.as.viewer.get(`${job(id)}/revisions/${frozen!.id}`).expect(200);
    expect(whole.body.document.format).toBe('venula-job');
    await shop.as.viewer.get(`${job(await newJob(shop))}/revisions/${frozen!.id}`).expect(404);
    const rows = (await shop.as.viewer.get(`${job(id)}/audit`)).body as { action: string }[];
    const audit = rows.map((r) => r.action);
    expect(audit).toEqual(['revision-frozen', 'job-created']);
  });
});

describe('accepting a finding', () => {
  test('a technician takes a fix, only a lead a stop; severity is the server’s own', async () => {
    const id = await newJob(shop);
    const put = async (path: string, value: unknown) => {
      const { version } = (await shop.as.technician.get(job(id))).body;
      await shop.as.technician
        .post(`${job(id)}/changes`)
        .send(replace(path, value, version))
        .expect(200);
    };
    await put('/plumbing/elements/return/dash', 3);
    await put('/wiring/circuits/pump-circuit/segments/fuse/distanceM', 0.4);
    const findings = evaluatePlan((await shop.as.technician.get(job(id))).body.document).findings;
    const stop = findings.find((f) => f.severity === 'stop')!;
    const fix = findings.find((f) => f.severity === 'fix')!;
    const accept = (
      who: 'technician' | 'lead',
      findingKeyText: string,
      reason = 'Agreed with the customer',
    ) =>
      shop.as[who]
        .post(`${job(id)}/acceptances`)
        .send({ acceptanceId: randomUUID(), findingKey: findingKeyText, reason });
    await accept('technician', findingKey(fix)).expect(201);
    await accept('technician', findingKey(stop)).expect(403);
    const taken = await accept('lead', findingKey(stop)).expect(201);
    expect(taken.body).toMatchObject({ author: 'A lead', role: 'lead', severity: 'stop' });
    await accept('lead', 'NOTHING@here').expect(404);
    await accept('lead', findingKey(fix), '').expect(400);
    expect((await shop.as.viewer.get(`${job(id)}/acceptances`)).body).toHaveLength(2);
  });
});

describe('test runs', () => {
  const gas = (pressurePa: number) => ({
    runId: randomUUID(),
    kind: 'gas-hold',
    setup: {
      cautionsRead: true,
      pressurePa,
      volumeM3: 1e-3,
      resolutionPa: 500,
      limitM3s: 2e-8,
      barometricPa: 101_325,
    },
  });
  const reading = (kind: string, payload: object, takenAt: string, corrects: string | null = null) => ({
    readingId: randomUUID(),
    kind,
    payload,
    takenAt,
    corrects,
  });
  const at = (s: number) => new Date(Date.UTC(2026, 10, 25, 10, 0, s)).toISOString();

  test('gas above 15 psi takes a lead; above 30 psi nobody; unread cautions nobody', async () => {
    const id = await newJob(shop);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(gas(150e3))
      .expect(403);
    await shop.as.lead
      .post(`${job(id)}/runs`)
      .send(gas(150e3))
      .expect(201);
    await shop.as.lead
      .post(`${job(id)}/runs`)
      .send(gas(250e3))
      .expect(400);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ ...gas(70e3), setup: { ...gas(70e3).setup, cautionsRead: false } })
      .expect(400);
  });

  test('readings are kept once, corrected by a new row, and the verdict is worked out from what stands', async () => {
    const id = await newJob(shop);
    const run = gas(70e3);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    const first = reading('pressure', { pressurePa: 70e3, kelvin: 288.15 }, at(0));
    await add(first).expect(201);
    await add(first).expect(201);
    const typo = reading('pressure', { pressurePa: 7e3, kelvin: 288.15 }, at(1000));
    await add(typo).expect(201);
    await add(reading('pressure', { pressurePa: 69.9e3, kelvin: 288.15 }, at(1000), typo.readingId)).expect(
      201,
    );
    await add(reading('pressure', { pressurePa: 70e3, kelvin: 288.15 }, at(5), randomUUID())).expect(400);
    const done = await add(reading('sign-off', { note: 'held' }, at(1001))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'pass', note: 'held' });
    await add(reading('pressure', { pressurePa: 1e3, kelvin: 288.15 }, at(2000))).expect(409);
    const [stored] = (await shop.as.viewer.get(`${job(id)}/runs`)).body;
    expect(stored.readings).toHaveLength(4);
  });

  test('a joint walk passes only when every joint of the plan is dry', async () => {
    const id = await newJob(shop);
    const run = { runId: randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } };
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    await add(reading('joint', { jointId: 'feed:tank:strainer', result: 'dry' }, at(0))).expect(201);
    const done = await add(reading('sign-off', {}, at(1))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'incomplete' });
  });

  test('a dry test passes only when every row of the truth table did what was said; the last word on a row counts', async () => {
    const id = await newJob(shop);
    const run = { runId: randomUUID(), kind: 'dry-test', setup: { cautionsRead: true } };
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send({ ...run, setup: {} })
      .expect(400);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    const add = (body: object) => shop.as.technician.post(`${job(id)}/runs/${run.runId}/readings`).send(body);
    const rows = dryTest(fullReturnJob('x')).map((r) => r.id);
    await add(reading('dry-row', { rowId: rows[0], result: 'maybe' }, at(0))).expect(400);
    await add(reading('dry-row', { rowId: rows[0], result: 'differs' }, at(0))).expect(201);
    for (const [i, rowId] of rows.entries())
      await add(reading('dry-row', { rowId, result: 'as-said' }, at(1 + i))).expect(201);
    const done = await add(reading('sign-off', {}, at(9))).expect(201);
    expect(done.body.payload).toMatchObject({ verdict: 'pass', rows: rows.length, differs: 0, open: 0 });
  });

  test('a run is reached only through its own job', async () => {
    const [id, other] = [await newJob(shop), await newJob(shop)];
    const run = gas(70e3);
    await shop.as.technician
      .post(`${job(id)}/runs`)
      .send(run)
      .expect(201);
    await shop.as.technician
      .post(`${job(other)}/runs/${run.runId}/readings`)
      .send(reading('sign-off', {}, at(0)))
      .expect(404);
  });
});

describe('the database', () => {
  test('is exactly what the entities say (no drift), and records refuse to be changed', async () => {
    expect((await shop.db.driver.createSchemaBuilder().log()).upQueries.map((q) => q.query)).toEqual([]);
    await newJob(shop);
    for (const sql of [`update audit set actor = 'x'`, 'delete from audit']) {
      await expect(shop.db.query(sql)).rejects.toThrow(/records/);
    }
  });

  test('passwords and session tokens are stored only as hashes', async () => {
    const rows: { password_hash: string }[] = await shop.db.query('select password_hash from app_user');
    expect(rows.every((r) => r.password_hash.startsWith('$argon2id$'))).toBe(true);
    const sessions: { token_hash: string }[] = await shop.db.query('select token_hash from session');
    expect(sessions.every((s) => /^[0-9a-f]{64}$/.test(s.token_hash))).toBe(true);
  });
});
