import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { newJob, openShop, PASSWORD, type Shop } from './support.ts';

// As behind one proxy, under a name of its own.
process.env['VENULA_PROXY'] = '1';
process.env['VENULA_ADDRESSES'] = 'venula.shop.lan, other.lan';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const job = (id: string) => `/api/v1/jobs/${id}`;

describe('doors', () => {
  test('health and readiness answer without signing in; the API is described to leads', async () => {
    await shop.stranger.get('/api/health').expect(200, { status: 'ok' });
    await shop.stranger.get('/api/ready').expect(200, { status: 'ready' });
    // What there is to attack is nobody else’s to read.
    await shop.stranger.get('/api/docs-json').expect(404);
    await shop.as.technician.get('/api/docs').expect(404);
    const doc = await shop.as.lead.get('/api/docs-json').expect(200);
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
    // Nor does the page stand in for a script or font that is not there.
    for (const gone of ['/assets/none.js', '/assets/none.woff2'])
      expect((await shop.stranger.get(gone).expect(404)).text).not.toContain('<script');
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

  test('another site may not make a signed-in browser change things', async () => {
    const res = await shop.as.technician
      .post('/api/v1/jobs')
      .set('Origin', 'http://elsewhere.example')
      .send({ pattern: 'full-return', title: 'x' });
    expect(res.status).toBe(403);
    expect(res.body.error.code).toBe('FOREIGN_ORIGIN');
    // Without an origin, by what the browser says of where it comes from.
    for (const [site, status] of [
      ['cross-site', 403],
      ['same-site', 403],
      ['same-origin', 201],
      ['none', 201],
    ] as const) {
      const answer = await shop.as.technician
        .post('/api/v1/jobs')
        .set('Sec-Fetch-Site', site)
        .send({ pattern: 'full-return', title: 'x' });
      expect([site, answer.status]).toEqual([site, status]);
    }
    await shop.as.technician.get('/api/v1/jobs').set('Sec-Fetch-Site', 'cross-site').expect(200);
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

describe('names and connections', () => {
  test('only names the shop goes by, and bare addresses: a name pointed here by a stranger is none', async () => {
    for (const host of [
      'localhost',
      'localhost:4600',
      '127.0.0.1:4600',
      '[::1]:4600',
      '192.168.1.20',
      'venula.shop.lan',
    ])
      await shop.stranger.get('/api/health').set('Host', host).expect(200);
    for (const host of [
      'evil.example',
      'evil.example:4600',
      'shop.lan',
      'localhost.evil.example',
      'a b',
      '127.0.0.1@evil.example',
      '',
    ]) {
      const { status, body } = await shop.stranger.get('/api/health').set('Host', host);
      expect([host, status, body.error?.code]).toEqual([host, 421, 'UNKNOWN_HOST']);
    }
  });

  test('behind TLS the cookie is Secure with a name no other host can set, and the browser is told to stay', async () => {
    const tls = (req: ReturnType<Shop['stranger']['get']>) => req.set('X-Forwarded-Proto', 'https');
    const res = await tls(
      shop.stranger.post('/api/v1/session').send({ login: 'technician', password: PASSWORD }),
    ).expect(200);
    expect(res.headers['strict-transport-security']).toMatch(/^max-age=\d+$/);
    const cookie = String(res.headers['set-cookie']);
    expect(cookie).toMatch(/^__Host-venula_session=[\w-]{43}; Path=\/; .*HttpOnly; Secure; SameSite=Strict$/);
    const own = cookie.split(';')[0]!;
    await tls(shop.stranger.get('/api/v1/session').set('Cookie', own)).expect(200);
    // A plain name may have been put there by another host: over TLS it is no session.
    await tls(shop.stranger.get('/api/v1/session').set('Cookie', own.replace('__Host-', ''))).expect(401);
    const plain = await shop.stranger.get('/api/health').expect(200);
    expect(plain.headers['strict-transport-security']).toBeUndefined();
  });
});

describe('too much, and what is not shown', () => {
  test('requests are counted by session: one that asks without end is told to wait, the tablet beside it works on', async () => {
    const session = async (who: 'viewer' | 'technician') =>
      ((await shop.as[who].get('/api/v1/session').expect(200)).body as { sessionId: string }).sessionId;
    const greedy = await session('viewer');
    await shop.db.query(
      `insert into request_window (key, hits, ends_at) values ($1, 1200, now() + interval '40 seconds')
       on conflict (key) do update set hits = 1200, ends_at = excluded.ends_at`,
      [`session ${greedy}`],
    );
    const told = await shop.as.viewer.get('/api/v1/jobs').expect(429);
    expect(Number(told.headers['retry-after'])).toBeGreaterThan(0);
    await shop.as.technician.get('/api/v1/jobs').expect(200);
    // Whoever watches the service is not counted.
    await shop.stranger.get('/api/health').expect(200);
    await shop.db.query(`update request_window set ends_at = now() - interval '1 second' where key = $1`, [
      `session ${greedy}`,
    ]);
    await shop.as.viewer.get('/api/v1/jobs').expect(200);
  });

  test('the page comes without its sources', () => {
    const dist = fileURLToPath(new URL('../../web/dist', import.meta.url));
    const files = readdirSync(dist, { recursive: true, encoding: 'utf8' });
    expect(files.length).toBeGreaterThan(20);
    expect(files.filter((f) => f.endsWith('.map'))).toEqual([]);
    for (const file of files.filter((f) => f.endsWith('.js')))
      expect([file, readFileSync(join(dist, file), 'utf8').includes('sourceMappingURL=')]).toEqual([
        file,
        false,
      ]);
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
