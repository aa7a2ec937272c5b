import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { PATTERNS } from '@venula/core/document';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { keptAccess, type AccessState } from '../src/accounts/access-state.ts';
import { holdAccess } from '../src/accounts/hold-access.ts';
import { emptied, newJob, openShop, PASSWORD, replace, signedIn, visitor, type Shop } from './support.ts';

const folder = mkdtempSync(join(tmpdir(), 'venula-backups-'));
process.env['VENULA_BACKUP_DIR'] = folder;

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const titles = async () => {
  const lead = await signedIn(shop, 'lead');
  const { items } = (await lead.get('/api/v1/jobs').expect(200)).body as { items: { title: string }[] };
  return items.map((j) => j.title).sort();
};

describe('backups from the page', () => {
  test('made, listed, readable by their owner only, and put back: the shop is as it was, and everybody signs in anew', async () => {
    const job = await newJob(shop, 'Before');
    const made = (await shop.as.lead.post('/api/v1/admin/backups').expect(201)).body as { file: string };
    for (const name of readdirSync(folder))
      expect([name, (statSync(join(folder, name)).mode & 0o777).toString(8)]).toEqual([name, '600']);
    await newJob(shop, 'After');
    await shop.as.technician
      .post(`/api/v1/jobs/${job}/changes`)
      .send(replace('/title', 'Changed', 1))
      .expect(200);
    const { backups, databaseBytes } = (await shop.as.lead.get('/api/v1/admin').expect(200)).body as {
      backups: { file: string; author: string; shop: string }[];
      databaseBytes: number;
    };
    expect(backups).toMatchObject([{ file: made.file, author: 'A lead', shop: 'Test shop' }]);
    expect(databaseBytes).toBeGreaterThan(1e6);
    const restore = (shopName: string, file = made.file) =>
      shop.as.lead.post(`/api/v1/admin/backups/${file}/restore`).send({ shop: shopName });
    await restore('Some other shop').expect(400);
    await restore('test shop', 'none.dump').expect(404);
    await restore('test shop', '..%2F..%2Fetc%2Fpasswd').expect(404);
    expect(await titles()).toEqual(['After', 'Changed']);
    const before = (await shop.as.technician.get(`/api/v1/jobs/${job}`).expect(200)).body as {
      lineage: string;
    };
    await restore('test shop').expect(204);
    await shop.as.technician.get('/api/v1/jobs').expect(401);
    expect(await titles()).toEqual(['Before']);
    shop.as.lead = await signedIn(shop, 'lead');
    shop.as.technician = await signedIn(shop, 'technician');
    // The list lies beside the backups, not in what was put back.
    expect((await shop.as.lead.get('/api/v1/admin').expect(200)).body.backups).toHaveLength(1);
    const [last] = (await shop.as.lead.get('/api/v1/admin/audit?action=backup-restored').expect(200)).body
      .items;
    expect(last).toMatchObject({ actor: 'A lead', detail: { file: made.file } });
    // What was entered before counts its versions in another lineage, and one that does not say which may be either.
    const opened = async () =>
      (await shop.as.technician.get(`/api/v1/jobs/${job}`).expect(200)).body as {
        lineage: string;
        version: number;
      };
    const now = await opened();
    expect(now.lineage).not.toBe(before.lineage);
    const send = (lineage?: string) =>
      shop.as.technician
        .post(`/api/v1/jobs/${job}/changes`)
        .send({ ...replace('/customer', 'Typed before', now.version), ...(lineage ? { lineage } : {}) });
    for (const lineage of [before.lineage, undefined])
      expect((await send(lineage).expect(409)).body.error.code).toBe('OTHER_LINEAGE');
    expect((await opened()).version).toBe(now.version);
    await send(now.lineage).expect(200);
    // Records are still records.
    await expect(shop.db.query('delete from audit')).rejects.toThrow(/records/);
  });

  test('who lost access since the backup does not get it back by it: kept out, listed, and a lead decides', async () => {
    const lead = () => shop.as.lead;
    const person = async (login: string, role: string) =>
      (
        await lead()
          .post('/api/v1/people')
          .send({ login, name: `${login} of the shop`, role })
          .expect(201)
      ).body as {
        id: string;
        password: string;
      };
    const left = await person('left', 'technician');
    const former = await person('former', 'lead');
    const stays = await person('stays', 'technician');
    // A tablet on which somebody has a PIN.
    const tablet = await signedIn(shop, 'lead');
    const device = (await tablet.post('/api/v1/devices').send({ name: 'Lost tablet' }).expect(201)).body as {
      id: string;
    };
    const tech = await signedIn(shop, 'technician');
    await tech.put('/api/v1/me/pin').send({ password: PASSWORD, pin: '7394' }).expect(204);
    const me = (await tech.get('/api/v1/session').expect(200)).body as { id: string };
    const byPin = () => tablet.post('/api/v1/session/pin').send({ personId: me.id, pin: '7394' });
    await byPin().expect(200);
    const { file } = (await lead().post('/api/v1/admin/backups').expect(201)).body as { file: string };

    await lead().patch(`/api/v1/people/${left.id}`).send({ active: false }).expect(200);
    await lead().patch(`/api/v1/people/${former.id}`).send({ role: 'viewer' }).expect(200);
    await lead().delete(`/api/v1/devices/${device.id}`).expect(204);
    const restored = async () => {
      await lead().post(`/api/v1/admin/backups/${file}/restore`).send({ shop: 'Test shop' }).expect(204);
      shop.as.lead = await signedIn(shop, 'lead');
      return (await lead().get('/api/v1/held-access').expect(200)).body as {
        id: string;
        name: string;
        why: string;
        role: string | null;
      }[];
    };
    const held = await restored();
    expect(held.map(({ name, why, role }) => [name, why, role])).toEqual([
      ['former of the shop', 'demoted', 'lead'],
      ['left of the shop', 'disabled', 'technician'],
      ['Lost tablet', 'revoked', null],
    ]);
    await byPin().expect(401);
    await visitor(shop).post('/api/v1/session').send({ login: 'left', password: left.password }).expect(401);
    const again = visitor(shop);
    const { body } = await again
      .post('/api/v1/session')
      .send({ login: 'former', password: former.password })
      .expect(200);
    expect(body.role).toBe('viewer');
    await visitor(shop)
      .post('/api/v1/session')
      .send({ login: 'stays', password: stays.password })
      .expect(200);
    // Nobody’s PIN opens anything, not on a tablet that is still the shop’s either.
    const [pins] = await shop.db.query('select count(pin_hash) from app_user');
    expect(pins).toEqual({ count: '0' });

    shop.as.technician = await signedIn(shop, 'technician');
    await shop.as.technician.get('/api/v1/held-access').expect(403);
    const decide = (i: number, give: boolean) =>
      lead().post(`/api/v1/held-access/${held[i]!.id}`).send({ give });
    await decide(0, false).expect(204);
    await decide(1, true).expect(204);
    await decide(1, true).expect(404);
    await decide(2, false).expect(204);
    const people = (await lead().get('/api/v1/people').expect(200)).body as {
      login: string;
      role: string;
      active: boolean;
    }[];
    expect(people.find((p) => p.login === 'left')).toMatchObject({ active: true, role: 'technician' });
    expect(people.find((p) => p.login === 'former')).toMatchObject({ role: 'viewer' });
    expect((await lead().get('/api/v1/devices').expect(200)).body).toEqual([]);
    expect((await lead().get('/api/v1/held-access').expect(200)).body).toEqual([]);

    // The database lost and its people with it: the file beside the backups knows who was out.
    const { id: leadId } = (await lead().get('/api/v1/session').expect(200)).body as { id: string };
    const whyAfter = async (before: AccessState | null) => {
      await shop.db.query("update app_user set active = true, role = 'lead' where login = 'former'");
      await shop.db.query('update shop_device set revoked = false');
      await shop.db.transaction((tx) => holdAccess(tx, before, leadId));
      const rows = await shop.db.query<{ name: string; why: string }[]>(
        'select name, why from held_access order by lower(name)',
      );
      await shop.db.query('update app_user set active = true');
      return rows.map((r) => `${r.name}: ${r.why}`);
    };
    expect(await whyAfter(await keptAccess())).toEqual([
      'former of the shop: demoted',
      'Lost tablet: revoked',
    ]);
    // Not even that, as on a new machine: everybody but the lead who put it back is listed.
    expect(await whyAfter(null)).toEqual([
      'A technician: no-record',
      'A viewer: no-record',
      'former of the shop: no-record',
      'left of the shop: no-record',
      'Lost tablet: no-record',
      'stays of the shop: no-record',
    ]);
    // People the state before knows nothing of.
    expect((await whyAfter({ people: [], devices: [] })).every((w) => w.endsWith('unknown'))).toBe(true);
    await shop.db.query('delete from held_access');
    shop.as.lead = await signedIn(shop, 'lead');
    shop.as.technician = await signedIn(shop, 'technician');
  });

  test('two at once: one is made, the other is told', async () => {
    const answers = await Promise.all(
      Array.from({ length: 4 }, () => shop.as.lead.post('/api/v1/admin/backups')),
    );
    const made = answers.filter((a) => a.status === 201).length;
    expect(made).toBeGreaterThan(0);
    expect(made + answers.filter((a) => a.body?.error?.code === 'BACKUP_RUNS').length).toBe(4);
  });

  test('a file that is not what was written is not put back, and nothing is changed', async () => {
    const { file } = (await shop.as.lead.post('/api/v1/admin/backups').expect(201)).body as { file: string };
    writeFileSync(join(folder, file), 'not a dump');
    const refused = await shop.as.lead
      .post(`/api/v1/admin/backups/${file}/restore`)
      .send({ shop: 'Test shop' })
      .expect(409);
    expect(refused.body.error.code).toBe('BACKUP_DAMAGED');
    expect(await titles()).toEqual(['Before']);
    // What lies there and is none of its own is not listed.
    writeFileSync(join(folder, 'x.dump.json'), '{"file":"../../x.dump"}');
    writeFileSync(join(folder, 'y.dump.json'), '{');
    await shop.as.lead.get('/api/v1/admin').expect(200);
    // A note without its file, and a file without its note.
    rmSync(join(folder, file));
    writeFileSync(join(folder, 'z.dump'), 'PGDMP');
    for (const gone of [file, 'z.dump', 'access.json']) {
      await shop.as.lead.get(`/api/v1/admin/backups/${gone}`).expect(404);
      await shop.as.lead
        .post(`/api/v1/admin/backups/${gone}/restore`)
        .send({ shop: 'Test shop' })
        .expect(404);
    }
  });
});

describe('who did what', () => {
  test('is listed a page at a time, found by word and by what was done', async () => {
    for (let i = 0; i < 60; i++) await newJob(shop, `Listed ${i}`);
    const list = async (query: string) =>
      (await shop.as.lead.get(`/api/v1/admin/audit?${query}`).expect(200)).body as {
        items: { id: number; action: string; jobTitle: string | null }[];
        more: boolean;
      };
    const first = await list('action=job-created');
    expect([first.items.length, first.more]).toEqual([50, true]);
    const next = await list(`action=job-created&before=${first.items.at(-1)!.id}`);
    expect([next.items.length, next.more]).toEqual([11, false]);
    expect((await list('search=Listed%2042')).items).toMatchObject([
      { action: 'job-created', jobTitle: 'Listed 42' },
    ]);
    expect((await list('search=%25')).items.every((r) => JSON.stringify(r).includes('%'))).toBe(true);
    expect((await shop.as.lead.get('/api/v1/admin/audit/actions').expect(200)).body).toContain('sign-in');
    await shop.as.lead.get('/api/v1/admin/audit?before=-1').expect(400);
  });
});

describe('everything out and in', () => {
  test('a shop’s export taken into an empty shop brings everything; a second time it brings nothing', async () => {
    const tech = shop.as.technician;
    const shelf = '3f0a2f6e-62ea-4d8a-9a0e-5b1a4a0f0c11';
    await tech
      .put(`/api/v1/shelf/${shelf}`)
      .send({ part: 'PTFE hose -6', unit: 'm', quantity: 7.5 })
      .expect(200);
    await tech
      .put('/api/v1/prices')
      .send({ prices: [{ part: 'Clip', unit: 'each', cents: 120 }] })
      .expect(200);
    const pump = PATTERNS[0]!.job('x').plumbing.elements['pump'];
    await tech
      .put(`/api/v1/library/${randomUUID()}`)
      .send({ name: 'Own pump', data: { kind: 'part', part: pump }, baseRevision: 0 })
      .expect(200);
    const [{ id: jobId }] = await shop.db.query('select id from job limit 1');
    await tech.put(`/api/v1/shelf/${shelf}/jobs/${jobId}`).send({ quantity: 2.5 }).expect(200);
    await shop.as.lead
      .patch('/api/v1/shop')
      .send({ now: { address: 'Dock 4' }, was: { address: '' } })
      .expect(200);
    await shop.as.lead
      .put('/api/v1/shop/logo')
      .set('Content-Type', 'image/png')
      .send(await dot())
      .expect(200);
    const gone = (
      await shop.as.lead
        .post('/api/v1/people')
        .send({ login: 'wren', name: 'Wren Ash', role: 'technician' })
        .expect(201)
    ).body as { id: string };
    await shop.as.lead.patch(`/api/v1/people/${gone.id}`).send({ name: 'Wren Hale' }).expect(200);
    const out = await shop.as.lead.get('/api/v1/admin/export').buffer().parse(asBytes).expect(200);
    const zip = out.body as Buffer;
    const [{ n: before }] = await shop.db.query('select count(*)::int as n from job');
    const people: { id: string; login: string; name: string; role: string; password_hash: string }[] =
      await shop.db.query(`select * from app_user where login <> 'wren'`);
    await emptied(shop.db);
    await shop.db.query(
      `insert into shop (id, author, settings) values (1, 'test', '{"name": "Test shop"}')`,
    );
    for (const p of people)
      await shop.db.query(
        'insert into app_user (id, login, name, role, password_hash) values ($1, $2, $3, $4, $5)',
        [p.id, p.login, p.name, p.role, p.password_hash],
      );
    shop.as.lead = await signedIn(shop, 'lead', PASSWORD);
    const take = (settings = false) =>
      shop.as.lead
        .post(`/api/v1/admin/import?settings=${settings}`)
        .set('Content-Type', 'application/zip')
        .send(zip)
        .expect(201);
    const first = (await take(true)).body as { left: { what: string }[] };
    expect(first).toMatchObject({
      jobs: before,
      people: 1,
      library: 1,
      shelf: 1,
      aside: 1,
      prices: 1,
      settings: 1,
    });
    // Those who are here already.
    expect(first.left.map((l) => l.what).sort()).toEqual(people.map((p) => p.name).sort());
    const face = (await shop.as.lead.get('/api/v1/shop').expect(200)).body as object;
    expect(face).toMatchObject({ name: 'Test shop', address: 'Dock 4', logoSum: expect.any(String) });
    await hers(shop);
    await shop.as.lead
      .put('/api/v1/prices')
      .send({ prices: [{ part: 'Clip', unit: 'each', cents: 150 }] })
      .expect(200);
    const again = (await take()).body as { left: unknown[] };
    expect(again).toMatchObject({
      jobs: 0,
      people: 0,
      library: 0,
      shelf: 0,
      aside: 0,
      prices: 0,
      settings: 0,
    });
    expect(again.left).toHaveLength(before + people.length + 4);
    const prices = (await shop.as.lead.get('/api/v1/prices').expect(200)).body as object[];
    expect(prices).toMatchObject([{ part: 'Clip', cents: 150 }]);
    const [item] = (await shop.as.lead.get('/api/v1/shelf').expect(200)).body as object[];
    expect(item).toMatchObject({
      id: shelf,
      part: 'PTFE hose -6',
      quantity: 7.5,
      reserved: [{ jobId, quantity: 2.5 }],
    });
  });

  test('whoever could not be added by a lead does not come in by a file either, and nothing else is left out for it', async () => {
    const out = await shop.as.lead.get('/api/v1/admin/export').buffer().parse(asBytes).expect(200);
    const files = unzipSync(out.body as Buffer);
    const held = JSON.parse(strFromU8(files['shop.json']!)) as { people: object[] };
    held.people = [
      { login: '../odd name', name: 'Odd Name', role: 'lead', formerNames: [] },
      { login: 'tovah', name: 'Tovah Lind', role: 'technician', formerNames: [] },
    ];
    const body = zipSync({ 'shop.json': strToU8(JSON.stringify(held)) });
    const taken = await shop.as.lead
      .post('/api/v1/admin/import')
      .set('Content-Type', 'application/zip')
      .send(Buffer.from(body))
      .expect(201);
    expect(taken.body).toMatchObject({ people: 1, jobs: 0 });
    expect((taken.body as { left: object[] }).left).toContainEqual({
      what: 'Odd Name',
      why: expect.stringContaining('takes letters, figures'),
    });
    held.people = [{ login: 'x1', name: 'Somebody', role: 'owner' }];
    await shop.as.lead
      .post('/api/v1/admin/import')
      .set('Content-Type', 'application/zip')
      .send(Buffer.from(zipSync({ 'shop.json': strToU8(JSON.stringify(held)) })))
      .expect(400);
  });

  test('a file in it that is huge once unpacked, or damaged, is named and left out; the server never holds it, and the rest comes in', async () => {
    const out = await shop.as.lead.get('/api/v1/admin/export').buffer().parse(asBytes).expect(200);
    const files = unzipSync(out.body as Buffer);
    const jobs = Object.keys(files).filter((name) => name.startsWith('jobs/'));
    const bomb = `jobs/9001-${randomUUID()}.zip`;
    const bad = `jobs/9002-${randomUUID()}.zip`;
    const body = Buffer.from(
      zipSync({
        'shop.json': files['shop.json']!,
        [jobs[0]!]: files[jobs[0]!]!,
        [bomb]: new Uint8Array(400_000_000),
        [bad]: [strToU8('what this says is not what its sum is of'), { level: 0 }],
      }),
    );
    body.write('X', body.indexOf('what this says'));
    let most = 0;
    const before = process.memoryUsage().arrayBuffers;
    const watch = setInterval(() => (most = Math.max(most, process.memoryUsage().arrayBuffers - before)), 5);
    const taken = await shop.as.lead
      .post('/api/v1/admin/import')
      .set('Content-Type', 'application/zip')
      .send(body)
      .expect(201);
    clearInterval(watch);
    const left = (taken.body as { left: { what: string; why: string }[] }).left;
    expect(left).toContainEqual({ what: bomb, why: expect.stringContaining('larger than 64 MB') });
    expect(left.map((l) => l.what)).toEqual(expect.arrayContaining([bad, jobs[0]]));
    expect(most).toBeLessThan(100_000_000);
  });

  test('what is no export is refused', async () => {
    for (const body of [Buffer.from('PK not really'), Buffer.alloc(0)])
      await shop.as.lead
        .post('/api/v1/admin/import')
        .set('Content-Type', 'application/zip')
        .send(body)
        .expect(400);
  });
});

const dot = () =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: '#044' } })
    .png()
    .toBuffer();

/** Whoever came from another shop comes in only once a lead enables them and gives them a password; no one else gets their names. */
async function hers({ as: { lead } }: Shop): Promise<void> {
  const people = (await lead.get('/api/v1/people').expect(200)).body as {
    id: string;
    login: string;
    active: boolean;
  }[];
  const wren = people.find((p) => p.login === 'wren')!;
  expect(wren.active).toBe(false);
  for (const name of ['Wren Hale', 'Wren Ash'])
    await lead.post('/api/v1/people').send({ login: 'other', name, role: 'viewer' }).expect(409);
  await lead.patch(`/api/v1/people/${wren.id}`).send({ active: true }).expect(200);
  const reset = await lead.delete(`/api/v1/people/${wren.id}/password`).expect(200);
  await visitor(shop)
    .post('/api/v1/session')
    .send({ login: 'wren', password: (reset.body as { password: string }).password })
    .expect(200);
}

function asBytes(res: unknown, done: (error: Error | null, body: Buffer) => void): void {
  const parts: Buffer[] = [];
  const from = res as NodeJS.ReadableStream;
  from.on('data', (part: Buffer) => parts.push(part));
  from.on('end', () => done(null, Buffer.concat(parts)));
}
