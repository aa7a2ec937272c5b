import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '@venula/core/advise';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { applyPatch, changeStyle } from '@venula/core/edit';
import { findingKey } from '@venula/core/outcome';
import { measuredSteps } from '@venula/core/prove';
import { judged, newJob, openShop, replace, type Shop } from './support.ts';

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

const FORMAT_2 = join(__dirname, '../../../packages/core/test/fixtures/jobs/format-2-drawn.json');

const job = (id: string) => `/api/v1/jobs/${id}`;

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

  test('the list by what a job waits for: the plan while something in it falls short, the car while the newest run of a kind did not pass', async () => {
    const [sound, short, begun] = [
      await newJob(shop, 'waits sound'),
      await newJob(shop, 'waits short'),
      await newJob(shop, 'waits begun'),
    ];
    await shop.as.technician
      .post(`${job(short)}/changes`)
      .send(replace('/plumbing/elements/return/dash', 3, 1))
      .expect(200);
    for (const id of [sound, short, begun]) await judged(shop, id);
    const winding = async (value: number) => {
      const runId = randomUUID();
      await shop.as.technician
        .post(`${job(begun)}/runs`)
        .send({ runId, kind: 'winding', setup: { cautionsRead: true } })
        .expect(201);
      const add = (kind: string, payload: object) =>
        shop.as.technician
          .post(`${job(begun)}/runs/${runId}/readings`)
          .send({ readingId: randomUUID(), kind, payload, corrects: null, takenAt: new Date().toISOString() })
          .expect(201);
      for (const s of measuredSteps('winding', fullReturnJob('x')))
        await add('measured', { stepId: s.id, value: value * s.expects!.value });
      return () => add('sign-off', { note: '' });
    };
    const waiting = async (waits?: string) => {
      const { body } = await shop.as.viewer.get('/api/v1/jobs').query({ search: 'waits', waits }).expect(200);
      return (body.items as readonly { id: string }[]).map((j) => j.id).toSorted();
    };
    expect(await waiting()).toEqual([sound, short, begun].toSorted());
    expect(await waiting('plan')).toEqual([short]);
    expect(await waiting('car')).toEqual([]);
    const sign = await winding(5);
    expect(await waiting('car')).toEqual([begun]);
    await sign();
    expect(await waiting('car')).toEqual([begun]);
    // Done again, and right: nothing waits any more.
    await (
      await winding(1)
    )();
    expect(await waiting('car')).toEqual([]);
    await shop.as.viewer.get('/api/v1/jobs?waits=godot').expect(400);
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

  test('what was put in reads the next day as the page has it now, letter for letter', async () => {
    const id = await newJob(shop);
    const before = (await shop.as.technician.get(job(id)).expect(200)).body.document as JobDocument;
    const patch = changeStyle(before, 'twin-tanks');
    await shop.as.technician
      .post(`${job(id)}/changes`)
      .send({ changeId: randomUUID(), baseVersion: 1, patch })
      .expect(200);
    const after = applyPatch(before, patch);
    const stored = (await shop.as.technician.get(job(id)).expect(200)).body.document as JobDocument;
    expect(JSON.stringify(stored)).toBe(after.ok && JSON.stringify(after.value));
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

  test('a row of a list, meant by its number, is no other row because somebody put one in before it', async () => {
    const id = await newJob(shop);
    const pull = async () =>
      (await shop.as.viewer.get(job(id)).expect(200)).body.document.brief.pull as {
        rpm: number;
        powerW: number;
      }[];
    const [first] = await pull();
    const change = (op: string, path: string, value: unknown) => ({
      ...replace(path, value, 1),
      patch: [{ op, path, value }],
    });
    await shop.as.lead
      .post(`${job(id)}/changes`)
      .send(change('add', '/brief/pull/0', { ...first, rpm: first!.rpm - 200 }))
      .expect(200);
    const before = await pull();
    const late = await shop.as.technician
      .post(`${job(id)}/changes`)
      .send(change('replace', '/brief/pull/1/powerW', 123_000))
      .expect(409);
    expect(late.body.error.code).toBe('EDIT_CONFLICT');
    expect(await pull()).toEqual(before);
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

  test('other jobs on the same car: by its name, however it is written, archived ones too; of no name there are none', async () => {
    const on = async (title: string, vehicle: string) => {
      const id = await newJob(shop, title);
      await shop.as.technician
        .post(`${job(id)}/changes`)
        .send(replace('/vehicle/description', vehicle, 1))
        .expect(200);
      return id;
    };
    const [first, second] = [
      await on('Feed line', 'Gannet van, 3.2'),
      await on('Returns', ' gannet VAN, 3.2 '),
    ];
    const [nameless] = [await on('Nobody knows', ''), await on('Another', 'Gannet van, 2.0')];
    await shop.as.lead
      .post(`${job(first)}/archive`)
      .send({ archived: true })
      .expect(204);
    await shop.as.technician
      .post(`${job(second)}/runs`)
      .send({ runId: randomUUID(), kind: 'joint-walk', setup: { cautionsRead: true } })
      .expect(201);
    const same = async (id: string) =>
      (await shop.as.viewer.get(`${job(id)}/same-car`).expect(200)).body as unknown;
    expect(await same(second)).toMatchObject([{ id: first, title: 'Feed line', archived: true, test: null }]);
    expect(await same(first)).toMatchObject([
      { id: second, test: { what: 'Joint by joint', verdict: null } },
    ]);
    expect(await same(nameless)).toEqual([]);
    await shop.as.viewer.get(`${job(randomUUID())}/same-car`).expect(404);
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
