import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { newJob, openShop, PASSWORD, signedIn, visitor, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const OWN = 'wheel lantern copper';
const add = (login: string, name: string, role = 'technician') =>
  shop.as.lead.post('/api/v1/people').send({ login, name, role });

/** Adds somebody and lets them choose their password. */
async function employed(login: string, name: string, role = 'technician') {
  const { id, password } = (await add(login, name, role).expect(201)).body as {
    id: string;
    password: string;
  };
  const agent = await signedIn(shop, login, password);
  await agent.put('/api/v1/me/password').send({ old: password, password: OWN }).expect(204);
  return { id, agent };
}

describe('people of the shop', () => {
  test('somebody new comes in once with what a lead reads out, then with a password of their own', async () => {
    const made = (await add('Ravi', 'Ravi Holm').expect(201)).body as { password: string };
    expect(made).toMatchObject({ login: 'ravi', role: 'technician', ownPassword: false, hasPin: false });
    expect(made.password).toMatch(/^[a-z0-9]{4}-[a-z0-9]{4}-[a-z0-9]{4}$/);
    const ravi = await signedIn(shop, 'ravi', made.password);
    expect((await ravi.get('/api/v1/session').expect(200)).body).toMatchObject({ ownPassword: false });
    await ravi.get('/api/v1/jobs').expect(403);
    const choose = (password: string) =>
      ravi.put('/api/v1/me/password').send({ old: made.password, password });
    for (const weak of [
      'short',
      'password1234',
      'ravi holm ravi',
      'saltmarsh-lou',
      'qwertyuiop12',
      'aaaaaaaaaaaaaa',
    ])
      expect([weak, (await choose(weak)).status]).toEqual([weak, 400]);
    await choose(OWN).expect(204);
    await ravi.get('/api/v1/jobs').expect(200);
    // What was read out opens nothing more.
    await visitor(shop).post('/api/v1/session').send({ login: 'ravi', password: made.password }).expect(401);
    await signedIn(shop, 'ravi', OWN);
  });

  test('two of one name cannot be told apart in a record: refused, also after a renaming', async () => {
    const { id } = await employed('mo', 'Mo Lindqvist');
    expect((await add('mo2', 'mo lindqvist').expect(409)).body.error).toMatchObject({ code: 'NAME_TAKEN' });
    expect((await add('mo', 'Somebody Else').expect(409)).body.error.details[0].path).toBe('login');
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ name: 'Mo Adeyemi' }).expect(200);
    expect((await add('mo3', 'Mo Lindqvist').expect(409)).body.error.code).toBe('NAME_TAKEN');
    // Back to a name of one’s own.
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ name: 'Mo Lindqvist' }).expect(200);
  });

  test('who is disabled is out at once, and what they signed stays signed by them', async () => {
    const { id, agent } = await employed('ines', 'Ines Brandt');
    const job = await newJob(shop);
    const runId = randomUUID();
    await agent
      .post(`/api/v1/jobs/${job}/runs`)
      .send({ runId, kind: 'joint-walk', setup: { cautionsRead: true } })
      .expect(201);
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ active: false }).expect(200);
    await agent.get('/api/v1/jobs').expect(401);
    await visitor(shop).post('/api/v1/session').send({ login: 'ines', password: OWN }).expect(401);
    const [run] = (await shop.as.viewer.get(`/api/v1/jobs/${job}/runs`).expect(200)).body as {
      author: string;
    }[];
    expect(run!.author).toBe('Ines Brandt');
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ active: true, role: 'viewer' }).expect(200);
    const back = await signedIn(shop, 'ines', OWN);
    await back.post('/api/v1/jobs').send({ pattern: 'full-return', title: 'x' }).expect(403);
    // Another role holds from the next request on, in the session that is open.
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ role: 'technician' }).expect(200);
    await back.post('/api/v1/jobs').send({ pattern: 'full-return', title: 'x' }).expect(201);
  });

  test('a renamed doer is still the same pair of eyes', async () => {
    const { id, agent } = await employed('kai', 'Kai Moreau', 'lead');
    const job = await newJob(shop);
    const url = `/api/v1/jobs/${job}/runs`;
    const runId = randomUUID();
    await agent
      .post(url)
      .send({ runId, kind: 'build', setup: { cautionsRead: true } })
      .expect(201);
    const row = (kind: string, payload: object) => ({
      readingId: randomUUID(),
      kind,
      payload,
      takenAt: new Date().toISOString(),
    });
    await agent
      .post(`${url}/${runId}/readings`)
      .send(row('step', { stepId: 'marks', result: 'done', note: '' }))
      .expect(201);
    await shop.as.lead.patch(`/api/v1/people/${id}`).send({ name: 'Kai Sandoval' }).expect(200);
    const look = await agent.post(`${url}/${runId}/readings`).send(row('second-look', { stepId: 'marks' }));
    expect([look.status, look.body.error.code]).toEqual([403, 'SAME_EYES']);
  });

  test('a page somebody left open signs nothing as whoever came in after them', async () => {
    const { id, agent } = await employed('ada', 'Ada Lund');
    const other = (await shop.as.technician.get('/api/v1/session').expect(200)).body as { id: string };
    const send = (as: string) =>
      agent.post('/api/v1/jobs').set('X-Person', as).send({ pattern: 'full-return', title: 'Whose' });
    const refused = await send(other.id).expect(401);
    expect(refused.body.error).toMatchObject({
      code: 'SOMEBODY_ELSE',
      message: expect.stringContaining('Ada Lund'),
    });
    await send(id).expect(201);
    await agent.get('/api/v1/jobs').set('X-Person', other.id).expect(200);
  });

  test('the last lead who can sign in stays one, also when two try at once', async () => {
    const people = (await shop.as.lead.get('/api/v1/people').expect(200)).body as {
      id: string;
      login: string;
      role: string;
      active: boolean;
    }[];
    const leads = people.filter((p) => p.role === 'lead' && p.active);
    expect(leads.length).toBeGreaterThan(1);
    const answers = await Promise.all(
      leads.map(({ id }) => shop.as.lead.patch(`/api/v1/people/${id}`).send({ active: false })),
    );
    expect(answers.filter((a) => a.status === 409 || a.status === 401).length).toBeGreaterThan(0);
    const left = await shop.db.query(
      "select count(*)::int as n from app_user where role = 'lead' and active",
    );
    expect(left[0].n).toBeGreaterThan(0);
    await shop.db.query("update app_user set active = true where role = 'lead'");
    shop.as.lead = await signedIn(shop, 'lead');
  });

  test('a forgotten password: a lead gives one for once, every session and the PIN are gone', async () => {
    const { id, agent } = await employed('pia', 'Pia Werner');
    await agent.put('/api/v1/me/pin').send({ password: OWN, pin: '4471' }).expect(204);
    const { password } = (await shop.as.lead.delete(`/api/v1/people/${id}/password`).expect(200)).body as {
      password: string;
    };
    await agent.get('/api/v1/jobs').expect(401);
    await visitor(shop).post('/api/v1/session').send({ login: 'pia', password: OWN }).expect(401);
    const pia = await signedIn(shop, 'pia', password);
    await pia.put('/api/v1/me/password').send({ old: password, password: 'gravel sunday hinge' }).expect(204);
    const [row] = await shop.db.query("select pin_hash from app_user where login = 'pia'");
    expect(row.pin_hash).toBeNull();
    // Not used for a weekend, it opens nothing.
    const again = (await shop.as.lead.delete(`/api/v1/people/${id}/password`).expect(200)).body as {
      password: string;
    };
    await shop.db.query(
      "update app_user set password_for_once_until = now() - interval '1 minute' where login = 'pia'",
    );
    await visitor(shop).post('/api/v1/session').send({ login: 'pia', password: again.password }).expect(401);
  });

  test('another password ends the other sessions; each is listed and can be ended by whose it is', async () => {
    const { agent } = await employed('sol', 'Sol Petit');
    const phone = await signedIn(shop, 'sol', OWN);
    const list = (await agent.get('/api/v1/me/sessions').expect(200)).body as {
      id: string;
      current: boolean;
    }[];
    expect(list).toHaveLength(2);
    expect(list.filter((s) => s.current)).toHaveLength(1);
    const other = list.find((s) => !s.current)!;
    // Nobody else’s business.
    await shop.as.technician.delete(`/api/v1/me/sessions/${other.id}`).expect(404);
    await phone.get('/api/v1/jobs').expect(200);
    await agent.delete(`/api/v1/me/sessions/${other.id}`).expect(204);
    await phone.get('/api/v1/jobs').expect(401);
    const tablet = await signedIn(shop, 'sol', OWN);
    await agent
      .put('/api/v1/me/password')
      .send({ old: 'not this one', password: 'gravel sunday hinge' })
      .expect(403);
    await agent.put('/api/v1/me/password').send({ old: OWN, password: 'gravel sunday hinge' }).expect(204);
    await tablet.get('/api/v1/jobs').expect(401);
    await agent.get('/api/v1/jobs').expect(200);
    // A lead sees and ends them all.
    const all = (await shop.as.lead.get('/api/v1/sessions').expect(200)).body as {
      id: string;
      person: { name: string };
    }[];
    const sols = all.find((s) => s.person.name === 'Sol Petit')!;
    await shop.as.lead.delete(`/api/v1/sessions/${sols.id}`).expect(204);
    await agent.get('/api/v1/jobs').expect(401);
    const ended = await shop.db.query(
      "select actor, detail from audit where action = 'session-ended' order by id",
    );
    expect(ended).toMatchObject([
      { actor: 'Sol Petit', detail: { of: 'Sol Petit' } },
      { actor: 'A lead', detail: { of: 'Sol Petit' } },
    ]);
  });

  test('sessions that have run out, or were not used for days, open nothing and are cleared away', async () => {
    const { agent } = await employed('uma', 'Uma Keller');
    const where = "where user_id = (select id from app_user where login = 'uma')";
    await shop.db.query(`update session set seen_at = now() - interval '4 days' ${where}`);
    await agent.get('/api/v1/jobs').expect(401);
    await signedIn(shop, 'uma', OWN);
    await shop.db.query(`update session set expires_at = now() - interval '1 second' ${where}`);
    await signedIn(shop, 'technician', PASSWORD);
    const [left] = await shop.db.query(`select count(*)::int as n from session ${where}`);
    expect(left.n).toBe(0);
  });

  test('who tries another’s password at a tablet left open does not get to try for long', async () => {
    const { agent } = await employed('zed', 'Zed Novak');
    const tries = await Promise.all(
      Array.from({ length: 20 }, () =>
        agent.put('/api/v1/me/pin').send({ password: 'not this one', pin: '4471' }),
      ),
    );
    expect(tries.filter((t) => t.status === 403)).toHaveLength(8);
    expect(new Set(tries.map((t) => t.status))).toEqual(new Set([403, 429]));
  });
});
