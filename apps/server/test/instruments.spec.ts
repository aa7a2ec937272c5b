import { randomUUID } from 'node:crypto';
import { createServer, type Server, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { openStand, type Stand } from '../../instruments/src/stand.ts';
import { InstrumentGateway, type Live } from '../src/instruments/gateway.ts';
import { Instrument } from '../src/instruments/instrument.entity.ts';
import { LineClient } from '../src/instruments/line-client.ts';
import { saidBy } from '../src/instruments/scpi.ts';
import { eventsOf, newJob, openShop, PASSWORD, type Shop } from './support.ts';

let shop: Shop;
let stand: Stand;
let address: string;
const gauge = randomUUID();
const pump = { dimension: 'pressure', query: 'MEAS:PRES?', low: 0, high: 1e6, resolution: 690 } as const;

beforeAll(async () => {
  shop = await openShop();
  stand = await openStand(0);
  process.env['VENULA_BENCH_PORT'] = String(stand.controlPort);
  await shop.db.getRepository(Instrument).insert({
    id: gauge,
    name: 'Gauge',
    host: 'nowhere.invalid',
    port: stand.ports['gauge']! - stand.controlPort,
    reads: [pump],
    calibratedOn: null,
    simulated: true,
    author: 'A lead',
  });
  await shop.app.listen(0, '127.0.0.1');
  address = await shop.app.getUrl();
});
afterAll(async () => {
  delete process.env['VENULA_BENCH_PORT'];
  await stand.close();
  await shop.close();
});

/** Reads events off the stream until enough came, and lets go of it. */
async function live(path: string, enough: (seen: Live[]) => boolean): Promise<Live[]> {
  const signedIn = await fetch(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ login: 'viewer', password: PASSWORD }),
  });
  const leave = new AbortController();
  const res = await fetch(`${address}/api/v1/${path}`, {
    headers: { cookie: signedIn.headers.getSetCookie()[0]!.split(';')[0]! },
    signal: leave.signal,
  });
  expect(res.headers.get('content-type')).toContain('text/event-stream');
  const seen: Live[] = [];
  try {
    for await (const said of eventsOf<Live>(res)) {
      seen.push(said);
      if (enough(seen)) break;
    }
  } finally {
    leave.abort();
  }
  return seen;
}
const set = (body: object) => shop.as.technician.put('/api/v1/instruments/bench').send(body);

describe('Instruments on the line', () => {
  test('the gauge shows what this car should read at the step that is read', async () => {
    const jobId = await newJob(shop);
    await set({ doing: 'reading', jobId, kind: 'base-pressure', stepId: 'base:locked' }).expect(204);
    const seen = await live(`instruments/${gauge}/live?reads=pressure`, (s) => s.length >= 3);
    for (const s of seen) {
      if (s.state !== 'reading') throw new Error(s.state);
      expect(s.value / 1e3).toBeCloseTo(300, -1);
      expect(Date.parse(s.at)).toBeGreaterThan(Date.now() - 60_000);
    }
  });

  test('put somewhere else, it never shows what it read before', async () => {
    const jobId = await newJob(shop);
    const steps = ['base:locked', 'base:hose-on', 'base:locked', 'base:hose-on'];
    for (const stepId of steps) {
      await set({ doing: 'reading', jobId, kind: 'base-pressure', stepId }).expect(204);
      const [first] = await live(`instruments/${gauge}/live?reads=pressure`, (s) => s.length > 0);
      if (first?.state !== 'reading') throw new Error(first?.state);
      expect([stepId, first.value > 270e3]).toEqual([stepId, stepId === 'base:locked']);
    }
  });

  test('unplugged it is lost, never nought, and comes back by itself', async () => {
    await shop.as.lead.put('/api/v1/instruments/bench/fault').send({ fault: 'none' }).expect(204);
    const gateway = shop.app.get(InstrumentGateway);
    const control = { host: '127.0.0.1', port: stand.controlPort };
    const seen = await live(`instruments/${gauge}/live?reads=pressure`, (s) => {
      if (s.length === 1)
        void gateway.ask(control, JSON.stringify({ tell: 'unplug', name: 'gauge', seconds: 1.2 }));
      return s.some((x) => x.state === 'lost') && s.at(-1)!.state === 'reading';
    });
    expect(seen.map((s) => s.state).join(' ')).toMatch(/^(reading )+(lost )+reading$/);
    for (const s of seen) expect(s).not.toMatchObject({ value: 0 });
  });

  test('who may do what: a viewer looks, a technician sets the bench, a lead breaks it and reads the faults', async () => {
    expect((await shop.as.viewer.get('/api/v1/instruments').expect(200)).body).toMatchObject([
      { id: gauge, simulated: true },
    ]);
    await shop.stranger.get('/api/v1/instruments').expect(401);
    await shop.stranger.get(`/api/v1/instruments/${gauge}/live?reads=pressure`).expect(401);
    await shop.as.viewer
      .put('/api/v1/instruments/bench')
      .send({ doing: 'draw-off', drawnM3: 1e-6 })
      .expect(403);
    await shop.as.technician.put('/api/v1/instruments/bench/fault').send({ fault: 'none' }).expect(403);
    await shop.as.technician.get('/api/v1/instruments/bench').expect(403);
    expect((await shop.as.lead.get('/api/v1/instruments/bench').expect(200)).body.fault).toBe('none');
    await shop.as.lead.put('/api/v1/instruments/bench/fault').send({ fault: 'imps' }).expect(400);
  });

  test('a calibration is dated by a lead and leaves a trail; what is no day is refused', async () => {
    for (const calibratedOn of ['2026-02-31', 'soon', 7])
      await shop.as.lead.patch(`/api/v1/instruments/${gauge}`).send({ calibratedOn }).expect(400);
    await shop.as.technician
      .patch(`/api/v1/instruments/${gauge}`)
      .send({ calibratedOn: '2026-11-01' })
      .expect(403);
    const { body } = await shop.as.lead
      .patch(`/api/v1/instruments/${gauge}`)
      .send({ calibratedOn: '2026-11-01' })
      .expect(200);
    expect(body.calibratedOn).toBe('2026-11-01');
    const [row] = await shop.db.query(
      `select * from audit where action = 'instrument-calibrated' order by id desc limit 1`,
    );
    expect(row).toBeDefined();
  });

  test('what does not exist or is not read, and a setting that makes no sense, are said so', async () => {
    await shop.as.viewer.get(`/api/v1/instruments/${randomUUID()}/live?reads=pressure`).expect(404);
    await shop.as.viewer.get(`/api/v1/instruments/${gauge}/live?reads=flow`).expect(400);
    await set({ doing: 'reading', jobId: randomUUID(), kind: 'volts', stepId: 'x' }).expect(404);
    await set({ doing: 'gas-hold', pressurePa: 9e9, volumeM3: 1 }).expect(400);
    await set({ doing: 'gas-hold', pressurePa: 70e3, volumeM3: 1e-3, jobId: randomUUID() }).expect(400);
    await set({ doing: 'magic' }).expect(400);
  });

  test('without a bench the simulated ones are nowhere, and setting it is no fault', async () => {
    const port = process.env['VENULA_BENCH_PORT'];
    delete process.env['VENULA_BENCH_PORT'];
    try {
      expect((await shop.as.viewer.get('/api/v1/instruments').expect(200)).body).toEqual([]);
      expect(
        (await shop.as.viewer.get(`/api/v1/instruments/${gauge}/live?reads=pressure`).expect(409)).body,
      ).toMatchObject({
        error: { code: 'NO_BENCH' },
      });
      await set({ doing: 'draw-off', drawnM3: 1e-6 }).expect(204);
      await shop.as.lead.put('/api/v1/instruments/bench/fault').send({ fault: 'none' }).expect(409);
    } finally {
      process.env['VENULA_BENCH_PORT'] = port;
    }
  });
});

describe('An instrument that misbehaves', () => {
  let server: Server;
  const open = (meet: (socket: Socket) => void): Promise<LineClient> =>
    new Promise((done) => {
      server = createServer(meet);
      server.listen(0, '127.0.0.1', () =>
        done(new LineClient('127.0.0.1', (server.address() as { port: number }).port)),
      );
    });

  test('silence is no answer, and a late answer is not taken for the next one', async () => {
    let asked = 0;
    const client = await open((socket) => {
      socket.on('error', () => socket.destroy());
      socket.on('data', () => {
        asked++;
        if (asked === 1) setTimeout(() => socket.writable && socket.write('111\n'), 900);
        else socket.write('222\n');
      });
    });
    expect(await client.ask('A?')).toBeNull();
    // Not at once: it lets the other side come back first.
    await new Promise((go) => setTimeout(go, 400));
    expect(await client.ask('B?')).toBe('222');
    client.end();
    server.close();
  });

  test('an answer nobody asked for, and one that never ends, lose the line and nothing else', async () => {
    let turn = 0;
    const client = await open((socket) => {
      socket.on('error', () => socket.destroy());
      socket.on('data', () => {
        turn++;
        if (turn === 1) socket.write('1\n2\n3\n');
        else if (turn === 2) socket.write('x'.repeat(500_000));
        else socket.write('4\n');
      });
    });
    expect(await client.ask('A?')).toBe('1');
    await new Promise((go) => setTimeout(go, 400));
    expect(await client.ask('B?')).toBeNull();
    await new Promise((go) => setTimeout(go, 700));
    expect(await client.ask('C?')).toBe('4');
    client.end();
    expect(await client.ask('D?')).toBeNull();
    server.close();
  });

  // SCPI-1999 volume 1, 7.2.1.4 and 7.2.1.5.
  test('only a number is a number', () => {
    expect(saidBy('+3.00000E+05')).toEqual({ state: 'reading', value: 3e5 });
    expect(saidBy(' -1.5 ')).toEqual({ state: 'reading', value: -1.5 });
    expect(saidBy('9.9E37').state).toBe('over');
    expect(saidBy('-9.9E37').state).toBe('over');
    expect(saidBy('9.91E37').state).toBe('nothing');
    for (const bad of [null, '', '  ', 'NaN', 'Infinity', '0x10', '1,5', '1 2', 'ready', '1e', '+', '12psi'])
      expect([bad, saidBy(bad).state]).toEqual([bad, 'lost']);
  });
});

test('an instrument is never the shop’s own database or server, by whatever name', async () => {
  const database = Number(new URL(process.env['VENULA_DATABASE_URL']!).port);
  const add = (host: string, port: number) =>
    shop.as.lead
      .post('/api/v1/instruments')
      .send({ name: 'Gauge two', host, port, calibratedOn: null, reads: [pump] });
  for (const host of ['127.0.0.1', 'localhost', '127.1.2.3', '::1', '0.0.0.0', '::ffff:127.0.0.1'])
    for (const port of [database, 4600]) {
      const { status, body } = await add(host, port);
      expect([host, port, status, body.error?.code]).toEqual([host, port, 400, 'OWN_PORT']);
    }
  const { body } = await add('127.0.0.1', 5025).expect(201);
  // One that was written into the database is not asked either.
  await shop.db.query('update instrument set port = $1 where id = $2', [database, body.id]);
  const { body: refused } = await shop.as.viewer
    .get(`/api/v1/instruments/${body.id}/live?reads=pressure`)
    .expect(400);
  expect(refused.error.code).toBe('OWN_PORT');
});
