import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import sharp from 'sharp';
import { PasswordJudge } from '../src/accounts/password-judge.ts';
import { newStartCode } from '../src/shop/first-run.service.ts';
import { DEFAULT_SETTINGS } from '../src/shop/settings.ts';
import { emptied, newJob, openShop, signedIn, visitor, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const KPA = 1e3;
const settings = { ...DEFAULT_SETTINGS, name: 'Test shop' };
const change = (now: object, was: object) => shop.as.lead.patch('/api/v1/shop').send({ now, was });
/** To the usual settings but for some, whatever they are now. */
const put = async (more: object) => {
  const face = (await shop.as.lead.get('/api/v1/shop').expect(200)).body as Record<string, unknown>;
  const was = Object.fromEntries(Object.keys(settings).map((key) => [key, face[key]]));
  return change({ ...settings, ...more }, was);
};

describe('settings are used where they are meant', () => {
  test('a new job starts with the shop’s limits, and keeps them when the shop changes its mind', async () => {
    const limits = { ...settings.limits, designMargin: 0.25, pumpDropV: 0.4, rubberYears: 4 };
    expect((await put({ limits })).status).toBe(200);
    const brief = async (id: string) =>
      ((await shop.as.viewer.get(`/api/v1/jobs/${id}`).expect(200)).body as { document: { brief: object } })
        .document.brief;
    const strict = await newJob(shop);
    expect(await brief(strict)).toMatchObject({ designMargin: 0.25, pumpDropV: 0.4, rubberYears: 4 });
    expect((await put({})).status).toBe(200);
    expect(await brief(strict)).toMatchObject({ designMargin: 0.25 });
    expect(await brief(await newJob(shop))).not.toHaveProperty('pumpDropV');
  });

  test('gas on a line: what a lead may, the shop says', async () => {
    expect((await put({ gasLeadPa: 150 * KPA })).status).toBe(200);
    const job = await newJob(shop);
    const hold = (pressurePa: number) =>
      shop.as.lead.post(`/api/v1/jobs/${job}/runs`).send({
        runId: randomUUID(),
        kind: 'gas-hold',
        setup: {
          cautionsRead: true,
          pressurePa,
          volumeM3: 1e-3,
          resolutionPa: 700,
          limitM3s: 1e-7,
          barometricPa: 101e3,
        },
      });
    expect((await hold(180 * KPA).expect(403)).body.error).toMatchObject({
      code: 'OVER_SHOP_LIMIT',
      message: expect.stringContaining('150.0 kPa (22.0 psi)'),
    });
    await hold(150 * KPA).expect(201);
    expect((await put({})).status).toBe(200);
    await hold(180 * KPA).expect(201);
  });

  test('a hold point where the shop wants a second look keeps the job sheet open until somebody looked', async () => {
    const verdict = async (secondLooks: string[], looks: boolean): Promise<unknown> => {
      expect((await put({ secondLooks })).status).toBe(200);
      const url = `/api/v1/jobs/${await newJob(shop)}/runs`;
      const runId = randomUUID();
      await shop.as.technician
        .post(url)
        .send({ runId, kind: 'build', setup: { cautionsRead: true } })
        .expect(201);
      const add = (kind: string, payload: object, who: 'technician' | 'lead' = 'technician') =>
        shop.as[who]
          .post(`${url}/${runId}/readings`)
          .send({ readingId: randomUUID(), kind, payload, takenAt: new Date().toISOString() })
          .expect(201);
      await add('step', { stepId: 'marks', result: 'done', note: '' });
      if (looks) await add('second-look', { stepId: 'marks' }, 'lead');
      return (await add('sign-off', { note: '' })).body.payload.unseen;
    };
    expect(await verdict([], false)).toEqual([]);
    expect(await verdict(['tank'], false)).toEqual([]);
    expect(await verdict(['marks'], false)).toEqual([expect.stringContaining('paint mark')]);
    expect(await verdict(['marks'], true)).toEqual([]);
  });

  test('what makes no sense is refused with its place, and a technician changes nothing', async () => {
    for (const [bad, path] of [
      [{ name: '' }, 'name'],
      [{ gasLeadPa: 300 * KPA }, 'gasLeadPa'],
      [{ hoseSold: { rollsM: [0.1], longestM: 15 } }, 'hoseSold.rollsM.0'],
      [{ limits: { ...settings.limits, designMargin: 2 } }, 'limits.designMargin'],
      [{ secondLooks: ['everywhere'] }, 'secondLooks.0'],
      [{ labelAddress: 'javascript:alert(1)' }, 'labelAddress'],
      [{ labelAddress: 'https://shop.lan/?x=1' }, 'labelAddress'],
    ] as const)
      expect((await put(bad)).body.error.details[0].path).toBe(`now.${path}`);
    await shop.as.technician.patch('/api/v1/shop').send({ now: settings, was: {} }).expect(403);

    expect((await put({ labelAddress: 'https://venula.shop.lan/' })).body.labelAddress).toBe(
      'https://venula.shop.lan',
    );
  });

  test('two leads at once: each changes what the other did not; the same is changed by one, and the other is told', async () => {
    await put({});
    const was = { address: '', units: 'us' };
    await change({ address: 'Dock 4' }, { address: was.address }).expect(200);
    await change({ units: 'metric' }, { units: was.units }).expect(200);
    const late = await change({ address: 'Dock 5', units: 'us' }, was).expect(409);
    expect(late.body.error).toMatchObject({
      code: 'SETTINGS_CHANGED',
      details: [{ path: 'address' }, { path: 'units' }],
    });
    // To what it is already is no conflict.
    const face = (await change({ address: 'Dock 4' }, was).expect(200)).body as object;
    expect(face).toMatchObject({ address: 'Dock 4', units: 'metric', name: 'Test shop' });
    await change({}, {}).expect(400);
    await put({});
  });

  test('a logo is made anew from what came in; what is no picture is refused', async () => {
    const picture = await sharp({ create: { width: 2400, height: 900, channels: 3, background: '#044' } })
      .jpeg()
      .toBuffer();
    const send = (body: Buffer, type = 'image/jpeg') =>
      shop.as.lead.put('/api/v1/shop/logo').set('Content-Type', type).send(body);
    await send(Buffer.from('<svg onload="x"/>')).expect(400);
    await send(picture, 'image/svg+xml').expect(400);
    const { logoSum } = (await send(picture).expect(200)).body as { logoSum: string };
    expect(logoSum).toMatch(/^[0-9a-f]{64}$/);
    const logo = await shop.as.viewer.get('/api/v1/shop/logo').buffer().expect(200);
    const { width, format } = await sharp(logo.body as Buffer).metadata();
    expect([width, format]).toEqual([800, 'png']);
    const pdf = await shop.as.viewer
      .get(`/api/v1/jobs/${await newJob(shop)}/record.pdf`)
      .buffer()
      .expect(200);
    expect((pdf.body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
    await shop.as.lead.delete('/api/v1/shop/logo').expect(200);
    await shop.as.viewer.get('/api/v1/shop/logo').expect(404);
  });
});

describe('the first start', () => {
  const own = {
    shop: 'Harrow Lane Fuel Works',
    units: 'metric',
    login: 'Vera',
    name: 'Vera Quist',
    password: 'wheel lantern copper',
  };
  const state = async () => (await visitor(shop).get('/api/v1/first-run').expect(200)).body as object;

  test('a demo is cleared for an own shop: nothing of it is left, and its passwords open nothing', async () => {
    await shop.as.lead.post('/api/v1/first-run/own').send(own).expect(409);
    await shop.db.query('update shop set demo = true');
    await newJob(shop, 'Of the demo');
    await shop.as.technician.post('/api/v1/first-run/own').send(own).expect(403);
    for (const password of ['saltmarsh-lou', 'Saltmarsh-Tess'])
      await shop.as.lead
        .post('/api/v1/first-run/own')
        .send({ ...own, password })
        .expect(400);
    const vera = visitor(shop);
    await vera.post('/api/v1/session').send({ login: 'lead', password: 'correct horse' }).expect(200);
    expect((await vera.post('/api/v1/first-run/own').send(own).expect(201)).body).toMatchObject({
      name: 'Vera Quist',
      role: 'lead',
      ownPassword: true,
    });
    expect((await vera.get('/api/v1/jobs').expect(200)).body.total).toBe(0);
    for (const table of ['app_user', 'audit', 'session'])
      expect([table, (await shop.db.query(`select * from ${table}`)).length]).toEqual([
        table,
        table === 'audit' ? 2 : 1,
      ]);
    await shop.as.technician.get('/api/v1/jobs').expect(401);
    await visitor(shop)
      .post('/api/v1/session')
      .send({ login: 'technician', password: 'correct horse' })
      .expect(401);
    expect(await state()).toEqual({ state: 'own', name: own.shop, units: 'metric' });
  });

  test('an empty shop is started by whoever knows the code of the start, once, however many try', async () => {
    await emptied(shop.db);
    expect(await state()).toMatchObject({ state: 'new', name: '' });
    const old = await shop.db.transaction(newStartCode);
    const code = await shop.db.transaction(newStartCode);
    const start = (more: object) =>
      visitor(shop)
        .post('/api/v1/first-run')
        .send({ ...own, code, ...more });
    expect((await start({ code: old }).expect(403)).body.error.code).toBe('WRONG_CODE');
    await start({ password: 'vera quist 1' }).expect(400);
    await start({ password: 'saltmarsh-lou' }).expect(400);
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, i) => start({ code: code.toLowerCase(), login: `vera${i}` })),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409, 409, 409, 409, 409]);
    const [only] = await shop.db.query('select login from app_user');
    await signedIn(shop, only.login as string, own.password);
    await start({}).expect(409);
  });

  test('a started shop or a wrong code is said before a password is judged; wrong codes are limited', async () => {
    const weak = { ...own, password: 'passwordpassword' };
    const knock = (more: object) =>
      visitor(shop)
        .post('/api/v1/first-run')
        .send({ ...weak, ...more });
    // Judged first, the password would be what is refused.
    expect((await knock({ code: 'X' }).expect(409)).body.error.code).toBe('SHOP_IS_OPEN');
    await knock({ code: 'X', password: 'p'.repeat(129) }).expect(400);
    await knock({ code: 'X'.repeat(41) }).expect(400);
    await emptied(shop.db);
    const code = await shop.db.transaction(newStartCode);
    for (let i = 0; i < 10; i++)
      expect((await knock({ code: 'X' }).expect(403)).body.error.code).toBe('WRONG_CODE');
    expect((await knock({ code }).expect(429)).body.error.code).toBe('TOO_MANY_TRIES');
    await shop.db.query('delete from door_try');
    expect((await knock({ code }).expect(400)).body.error.code).toBe('WEAK_PASSWORD');
  });

  test('a password is judged in a thread of its own, of any length alike', async () => {
    const judge = shop.app.get(PasswordJudge);
    const scored = async (password: string) => judge.score({ password, near: ['Harrow'] });
    const { score, thread } = await scored('wheel lantern copper');
    expect(score).toBeGreaterThanOrEqual(3);
    expect(thread).not.toBe(0);
    expect((await scored('harrow1')).score).toBeLessThan(3);
    expect((await scored('ab'.repeat(64))).score).toBeLessThan(3);
  });
});
