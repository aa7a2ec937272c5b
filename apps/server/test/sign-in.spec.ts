import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { newJob, openShop, PASSWORD, signedIn, visitor, type Shop } from './support.ts';

// As behind one proxy: who calls is what it says.
process.env['VENULA_PROXY'] = '1';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const STRANGER = '203.0.113.9';
const TABLET = '192.168.7.20';
const knock = (login: string, password: string, from: string) =>
  visitor(shop, from).post('/api/v1/session').send({ login, password });
const counted = async (answers: readonly PromiseLike<{ status: number }>[]) => {
  const by: Record<number, number> = {};
  for (const { status } of await Promise.all(answers)) by[status] = (by[status] ?? 0) + 1;
  return by;
};
const forget = () => shop.db.query('delete from door_try');

describe('signing in with a password', () => {
  test('a wrong one tells nothing of whether the name exists', async () => {
    const wrong = await knock('nobody', 'x', '203.0.113.1').expect(401);
    const known = await knock('viewer', 'x', '203.0.113.1').expect(401);
    expect(known.body.error.message).toBe(wrong.body.error.message);
  });

  test('sixty wrong ones at once: eight are looked at, the rest are told to wait, and nobody else waits for them', async () => {
    await signedIn(shop, 'technician', PASSWORD, TABLET);
    const flood = counted(Array.from({ length: 60 }, () => knock('technician', 'x', STRANGER)));
    // Meanwhile: whoever is in works on, and the one whose name is tried comes in at the own tablet.
    await newJob(shop, 'While somebody tries the door');
    await signedIn(shop, 'technician', PASSWORD, TABLET);
    const by = await flood;
    expect(by).toEqual({ 401: 8, 429: 52 });
    // Even the right one, there; not at the tablet.
    const told = await knock('technician', PASSWORD, STRANGER).expect(429);
    expect(told.headers['retry-after']).toBe('600');
    await signedIn(shop, 'technician', PASSWORD, TABLET);
  });

  test('fifty who come in at the same moment all get in: they wait for one another', async () => {
    await shop.db.query(
      `INSERT INTO app_user (login, name, role, password_hash)
       SELECT 'morning-' || n, 'Morning ' || n, 'viewer', u.password_hash FROM app_user u, generate_series(1, 50) n WHERE u.login = 'viewer'`,
    );
    expect(
      await counted(
        Array.from({ length: 50 }, (_, i) => knock(`morning-${i + 1}`, PASSWORD, `192.168.9.${i}`)),
      ),
    ).toEqual({ 200: 50 });
    await forget();
  });

  test('one stranger cannot try everybody, and many strangers cannot try one', async () => {
    await forget();
    const many = await counted(Array.from({ length: 60 }, (_, i) => knock(`name${i}`, 'x', '203.0.113.50')));
    expect(many).toEqual({ 401: 40, 429: 20 });
    await forget();
    await signedIn(shop, 'lead', PASSWORD, TABLET);
    for (let i = 0; i < 30; i++) await knock('lead', 'x', `198.51.100.${i}`).expect(401);
    await knock('lead', 'x', '198.51.100.77').expect(429);
    // From where they have come in before, they still do.
    await signedIn(shop, 'lead', PASSWORD, TABLET);
  });

  test('forty wrong ones from the shop’s one address lock nobody out who signs in from there; unknown names share the forty', async () => {
    await forget();
    await signedIn(shop, 'viewer', PASSWORD, TABLET);
    expect(await counted(Array.from({ length: 45 }, (_, i) => knock(`name${i}`, 'x', TABLET)))).toEqual({
      401: 40,
      429: 5,
    });
    // Who has signed in from there does so, and has slips of their own; who has not waits.
    for (let i = 0; i < 7; i++) await knock('viewer', 'x', TABLET).expect(401);
    await signedIn(shop, 'viewer', PASSWORD, TABLET);
    await knock('technician', PASSWORD, TABLET).expect(429);
    // Their slips are no part of the forty.
    await shop.db.query("delete from door_try where name like 'name%'");
    for (let i = 0; i < 7; i++) await knock('viewer', 'x', TABLET).expect(401);
    expect(await counted(Array.from({ length: 41 }, (_, i) => knock(`other${i}`, 'x', TABLET)))).toEqual({
      401: 40,
      429: 1,
    });
    // Known is who was there in the last 30 days.
    await shop.db.query("update door_try set at = at - interval '31 days' where opened");
    await knock('viewer', PASSWORD, TABLET).expect(429);
  });

  test('a few slips are forgotten once the right one is typed', async () => {
    await forget();
    for (let round = 0; round < 3; round++) {
      for (let i = 0; i < 5; i++) await knock('viewer', 'x', TABLET).expect(401);
      await signedIn(shop, 'viewer', PASSWORD, TABLET);
    }
  });
});

describe('a tablet of the shop', () => {
  const pinOf = (pin: string) => ({ password: PASSWORD, pin });
  let id = '';

  test('a lead registers it; then technicians switch by PIN, and each signs as who they are', async () => {
    await forget();
    const tech = await signedIn(shop, 'technician');
    for (const weak of ['1234', '9876', '1111', '1212', '2026', '123', '123456789', 'abcd'])
      expect([weak, (await tech.put('/api/v1/me/pin').send(pinOf(weak))).status]).toEqual([weak, 400]);
    await tech.put('/api/v1/me/pin').send(pinOf('2580')).expect(204);
    const me = (await tech.get('/api/v1/session').expect(200)).body as { id: string };
    id = me.id;
    const tablet = visitor(shop);
    // Not before it is registered, whoever asks.
    expect((await tablet.get('/api/v1/session/device').expect(200)).body).toEqual({ name: null, people: [] });
    await tablet.post('/api/v1/session/pin').send({ personId: id, pin: '2580' }).expect(401);
    await tablet.post('/api/v1/session').send({ login: 'lead', password: PASSWORD }).expect(200);
    const made = await tablet.post('/api/v1/devices').send({ name: 'Lift 2' }).expect(201);
    expect(String(made.headers['set-cookie'])).toMatch(/venula_device=.*HttpOnly; SameSite=Strict/);
    expect((await tablet.get('/api/v1/session/device').expect(200)).body).toEqual({
      name: 'Lift 2',
      people: [{ id, name: 'A technician' }],
    });
    const lead = (await tablet.get('/api/v1/session').expect(200)).body as { sessionId: string };
    const taken = await tablet.post('/api/v1/session/pin').send({ personId: id, pin: '2580' }).expect(200);
    expect(taken.body).toMatchObject({ name: 'A technician', via: 'pin' });
    // The one before is signed out, not only covered up.
    const [gone] = await shop.db.query('select count(*)::int as n from session where id = $1', [
      lead.sessionId,
    ]);
    expect(gone.n).toBe(0);
    const job = await tablet
      .post('/api/v1/jobs')
      .send({ pattern: 'full-return', title: 'By PIN' })
      .expect(201);
    expect(job.body.updatedBy).toBe('A technician');
  });

  test('five wrong PINs lock it there, the right one too; the password opens it again', async () => {
    const tablet = visitor(shop);
    await tablet.post('/api/v1/session').send({ login: 'lead', password: PASSWORD }).expect(200);
    await tablet.post('/api/v1/devices').send({ name: 'Cart' }).expect(201);
    const pin = (value: string) => tablet.post('/api/v1/session/pin').send({ personId: id, pin: value });
    const by = await counted(Array.from({ length: 12 }, () => pin('4040')));
    expect(by).toEqual({ 401: 5, 403: 7 });
    const locked = await pin('2580').expect(403);
    expect(locked.body.error.code).toBe('PIN_LOCKED');
    await tablet.post('/api/v1/session').send({ login: 'technician', password: PASSWORD }).expect(200);
    await pin('2580').expect(200);
  });

  test('a tablet that was lost: revoked, nobody is in on it and no PIN opens it', async () => {
    const tablet = visitor(shop);
    await tablet.post('/api/v1/session').send({ login: 'lead', password: PASSWORD }).expect(200);
    const { id: device } = (await tablet.post('/api/v1/devices').send({ name: 'Lost one' }).expect(201))
      .body as {
      id: string;
    };
    await tablet.post('/api/v1/session/pin').send({ personId: id, pin: '2580' }).expect(200);
    await shop.as.lead.delete(`/api/v1/devices/${device}`).expect(204);
    await tablet.get('/api/v1/jobs').expect(401);
    await tablet.post('/api/v1/session/pin').send({ personId: id, pin: '2580' }).expect(401);
    expect((await tablet.get('/api/v1/session/device').expect(200)).body.name).toBeNull();
    const names = ((await shop.as.lead.get('/api/v1/devices').expect(200)).body as { name: string }[]).map(
      (d) => d.name,
    );
    expect(names).toContain('Cart');
    expect(names).not.toContain('Lost one');
  });

  test('without a PIN, disabled, or gone with a new password, nobody stands in its list', async () => {
    const tablet = visitor(shop);
    await tablet.post('/api/v1/session').send({ login: 'lead', password: PASSWORD }).expect(200);
    await tablet.post('/api/v1/devices').send({ name: 'List' }).expect(201);
    const people = async () =>
      ((await tablet.get('/api/v1/session/device').expect(200)).body as { people: { id: string }[] }).people;
    expect(await people()).toHaveLength(1);
    const tech = await signedIn(shop, 'technician');
    await tech.put('/api/v1/me/pin').send({ password: PASSWORD, pin: null }).expect(204);
    expect(await people()).toEqual([]);
    await tablet.post('/api/v1/session/pin').send({ personId: id, pin: '2580' }).expect(401);
  });
});
