import { describe, expect, test } from '@jest/globals';
import { ApiError, OfflineError } from '../src/api/client.ts';
import { ReadingQueue } from '../src/api/reading-queue.ts';
import { outcomeOf, type Outcome } from '../src/outbox/answers.ts';
import { Lane } from '../src/outbox/lane.ts';
import { SendingQueue, type Sends } from '../src/outbox/sending-queue.ts';
import { waitingByJob } from '../src/outbox/use-waiting-work.ts';
import { Device } from './support/memory-device.ts';
import { JOB, Shop, SteppedClock } from './support/simulated-shop.ts';
import { FORBIDDEN, refusal } from './support/shop-server.ts';

const later = (afterMs: number | null = null): Extract<Outcome, { kind: 'later' }> => ({
  kind: 'later',
  why: 'busy',
  afterMs,
});

/** A lane with one thing to send, the answers it will get, and when it asked. */
function lane(answers: readonly (Extract<Outcome, { kind: 'later' }> | 'done')[]) {
  const clock = new SteppedClock();
  const asked: number[] = [];
  const start = clock.now();
  const made = new Lane(
    {
      next: () => {
        const answer = answers[asked.length];
        if (!answer) return Promise.resolve('nothing');
        asked.push(clock.now() - start);
        return Promise.resolve(answer);
      },
    },
    clock,
  );
  made.open();
  return { clock, asked, lane: made };
}

describe('what an answer means', () => {
  test.each([
    ['no answer at all', new OfflineError(), 'offline'],
    ['half an answer', new Error('half'), 'busy'],
    ['401', refusal(401, 'NOT_SIGNED_IN'), 'signed-out'],
    ['408', refusal(408, 'X'), 'busy'],
    ['429', refusal(429, 'X'), 'busy'],
    ['500', refusal(500, 'X'), 'busy'],
    ['502', refusal(502, 'X'), 'busy'],
    ['503', refusal(503, 'BUSY'), 'busy'],
  ])('%s: the same again, later', (_name, error, why) => {
    expect(outcomeOf(error)).toMatchObject({ kind: 'later', why });
  });

  test('the time the server names is kept', () => {
    expect(outcomeOf(refusal(429, 'X', [], 90_000))).toMatchObject({ afterMs: 90_000 });
  });

  test.each([400, 403, 404, 409, 413, 422])('%d: refused for what it holds, with its field', (status) => {
    const error = new ApiError({
      status,
      code: 'VALIDATION',
      message: 'Some of it is not valid.',
      remedy: 'Correct it.',
      details: [{ path: '/brief/fuelK', message: 'out of range' }],
    });
    expect(outcomeOf(error)).toMatchObject({ kind: 'refused', refusal: { field: '/brief/fuelK' } });
  });
});

describe('a lane', () => {
  test('waits longer each time, up to half a minute, and never gives up', async () => {
    const { clock, asked } = lane(Array.from({ length: 9 }, () => later()));
    await clock.step(200_000);
    const gaps = asked.slice(1).map((t, i) => t - asked[i]!);
    expect(gaps).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000]);
  });

  test('comes back at once when the connection is back or the page is looked at, in any order of events', async () => {
    const { clock, asked, lane: l } = lane([later(), later(), later(), 'done', 'done']);
    await clock.step(3500);
    expect(asked).toHaveLength(3);
    l.wake();
    l.wake();
    await clock.step(1);
    expect(asked).toHaveLength(5);
    // All is sent; something new goes out at once again.
    l.wake();
    l.poke();
    await clock.step(1);
    expect(asked).toHaveLength(5);
  });

  test('a wait the server asked for is not cut short by anybody', async () => {
    const { clock, asked, lane: l } = lane([later(60_000), 'done']);
    await clock.step(10);
    for (let i = 0; i < 5; i++) {
      l.wake();
      l.poke();
      await clock.step(5000);
    }
    expect(asked).toHaveLength(1);
    await clock.step(36_000);
    expect(asked).toHaveLength(2);
  });

  test('new work during a wait neither cuts it short nor puts it off', async () => {
    const { clock, asked, lane: l } = lane([later(), 'done']);
    await clock.step(10);
    for (let i = 0; i < 9; i++) {
      l.poke(300);
      await clock.step(100);
    }
    expect(asked).toHaveLength(1);
    await clock.step(200);
    expect(asked).toHaveLength(2);
  });
});

describe('the outbox of a device', () => {
  const reading = (id: string) => ({
    runId: 'run-1',
    readingId: id,
    kind: 'joint' as const,
    payload: { jointId: id, result: 'dry' as const },
    corrects: null,
    takenAt: '2026-11-27T10:00:00.000Z',
  });

  test('three readings of two tabs without a connection: all three arrive, once', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    const [a, b] = [await shop.open(device), await shop.open(device)];
    void a.queue.add(JOB, reading('one'));
    void b.queue.add(JOB, reading('two'));
    void a.queue.add(JOB, reading('three'));
    await shop.clock.step(5000);
    for (const tab of [a, b])
      expect(tab.queue.getItems().map((r) => r.readingId)).toEqual(['one', 'two', 'three']);
    device.online = true;
    a.wake();
    b.wake();
    await shop.clock.step(1000);
    expect(shop.server.readings.map((r) => r.readingId)).toEqual(['one', 'two', 'three']);
    expect(b.queue.getItems()).toEqual([]);
  });

  test('a reading the server refuses stays with its reason and stands in nobody’s way', async () => {
    const shop = new Shop(1);
    const tab = await shop.open(new Device());
    void tab.queue.add(JOB, { ...reading('bad'), payload: { jointId: 'bad', result: FORBIDDEN } });
    void tab.queue.add(JOB, reading('good'));
    await shop.clock.step(1000);
    expect(shop.server.readings.map((r) => r.readingId)).toEqual(['good']);
    expect(tab.queue.getItems()).toMatchObject([
      { readingId: 'bad', refused: { message: expect.any(String) } },
    ]);
    await tab.queue.drop('bad');
    expect(tab.queue.getItems()).toEqual([]);
  });

  test('a tab that is killed loses nothing: the next one sends what it typed', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    const first = await shop.open(device);
    first.session.edit([{ op: 'replace', path: '/customer', value: 'Typed' }]);
    first.kill();
    device.online = true;
    await shop.clock.step(10_000);
    const next = await shop.open(device);
    expect(next.session.getState()).toMatchObject({ save: 'waiting', doc: { customer: 'Typed' } });
    await shop.clock.step(1000);
    expect(shop.server.document.customer).toBe('Typed');
    expect(next.session.getState().save).toBe('saved');
  });

  test('a page that is put away hands its work to the next one at once; if it comes back it takes nothing twice', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    const first = await shop.open(device);
    first.session.edit([{ op: 'replace', path: '/customer', value: 'Typed' }]);
    await shop.clock.step(1500);
    first.session.putAway();
    const next = await shop.open(device);
    expect(next.session.getState().doc.customer).toBe('Typed');
    device.online = true;
    await shop.clock.step(40_000);
    expect(shop.server.changes).toHaveLength(1);
    for (const tab of [first, next])
      expect(tab.session.getState()).toMatchObject({ save: 'saved', doc: { customer: 'Typed' } });
  });

  test('a tab that slept while another sent its work for it does not send it again', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    const sleeper = await shop.open(device);
    sleeper.session.edit([{ op: 'replace', path: '/customer', value: 'Typed' }]);
    // Its timers stand still; the other one hears nothing of it.
    sleeper.close();
    await shop.clock.step(20_000);
    const other = await shop.open(device);
    device.online = true;
    await shop.clock.step(40_000);
    other.session.edit([{ op: 'replace', path: '/customer', value: 'Newer' }]);
    await shop.clock.step(2000);
    sleeper.session.start();
    await shop.clock.step(40_000);
    expect(shop.server.document.customer).toBe('Newer');
    expect(shop.server.changes.map((c) => c.patch[0]!.value)).toEqual(['Typed', 'Newer']);
    expect(sleeper.session.getState().save).toBe('saved');
  });

  test('what one person did is not sent under another’s name: it waits until they sign in on this device', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    const tess = await shop.open(device, 'tess');
    void tess.queue.add(JOB, reading('hers'));
    tess.session.edit([{ op: 'replace', path: '/customer', value: 'Hers' }]);
    tess.close();
    device.online = true;
    const lou = await shop.open(device, 'lou');
    void lou.queue.add(JOB, reading('his'));
    await shop.clock.step(20_000);
    expect(shop.server.readings.map((r) => r.readingId)).toEqual(['his']);
    expect(shop.server.changes).toEqual([]);
    expect(lou.queue.getItems()).toMatchObject([{ readingId: 'hers', foreign: true }]);
    lou.close();
    const again = await shop.open(device, 'tess');
    await shop.clock.step(20_000);
    expect(shop.server.readings.map((r) => r.readingId)).toEqual(['his', 'hers']);
    expect(shop.server.document.customer).toBe('Hers');
    expect(again.session.getState().save).toBe('saved');
  });

  test.each(['OTHER_LINEAGE', 'FUTURE_VERSION'])(
    'a backup put back (%s): nothing of before goes over it; its owner applies it again or drops it',
    async (code) => {
      const shop = new Shop(1);
      const tab = await shop.open(new Device());
      const edit = (path: string, value: string) => tab.session.edit([{ op: 'replace', path, value }]);
      edit('/customer', 'one');
      await shop.clock.step(1000);
      const { server } = shop;
      const change = server.change.bind(server);
      const lineages: (string | undefined)[] = [];
      server.lineage = 'after';
      server.change = (body) => {
        lineages.push(body.lineage);
        const other =
          code === 'OTHER_LINEAGE' ? body.lineage !== server.lineage : body.baseVersion > server.version;
        if (other) throw refusal(409, code);
        return change(body);
      };
      // What the backup holds, and what somebody has entered since.
      server.version = 1;
      server.changes.length = 0;
      server.document = { ...server.document, customer: 'of the backup', title: 'Entered since' };
      edit('/title', 'two');
      edit('/vehicle/engine', 'three');
      await shop.clock.step(5000);
      expect(server.document).toMatchObject({ customer: 'of the backup', title: 'Entered since' });
      const { doc, refused, save } = tab.session.getState();
      expect([doc.title, save]).toEqual(['Entered since', 'refused']);
      expect(refused.map((r) => [r.patch[0]!.path, r.refusal.again])).toEqual([
        ['/title', true],
        ['/vehicle/engine', true],
      ]);
      tab.session.drop(refused[0]!.id);
      tab.session.again(refused[1]!.id);
      await shop.clock.step(5000);
      expect(server.document).toMatchObject({ title: 'Entered since', vehicle: { engine: 'three' } });
      expect(tab.session.getState()).toMatchObject({ refused: [], save: 'saved', lineage: 'after' });
      expect(lineages.at(-1)).toBe('after');
    },
  );

  test('a device without room says so, keeps the work as long as the page stands, and keeps it for good once there is room', async () => {
    const shop = new Shop(1);
    const device = new Device();
    device.online = false;
    device.full = true;
    const tab = await shop.open(device);
    tab.session.edit([{ op: 'replace', path: '/customer', value: 'Typed' }]);
    void tab.queue.add(JOB, reading('one'));
    await shop.clock.step(2000);
    expect(tab.session.getState().save).toBe('unkept');
    expect(tab.queue.getItems()).toMatchObject([{ readingId: 'one', unkept: true }]);
    device.online = true;
    tab.wake();
    await shop.clock.step(2000);
    expect(tab.session.getState().save).toBe('saved');
    expect(shop.server.document.customer).toBe('Typed');
    expect(shop.server.readings.map((r) => r.readingId)).toEqual(['one']);
    expect(tab.queue.getItems()).toEqual([]);
  });

  test('a reading stands until the page has the record with it in', async () => {
    const clock = new SteppedClock();
    let reread = (): void => undefined;
    const store = new Device().storeFor({ is: false });
    const queue = new ReadingQueue(
      { add: () => Promise.resolve() },
      store,
      clock,
      () => new Promise<void>((done) => (reread = done)),
    );
    queue.signedIn('tess');
    queue.start();
    void queue.add(JOB, reading('one'));
    await clock.step(1000);
    expect(queue.getItems()).toMatchObject([{ readingId: 'one', landed: true }]);
    expect(await store.all()).toEqual([]);
    reread();
    await clock.step(1);
    expect(queue.getItems()).toEqual([]);
  });

  test('what waits is told by job, edits and readings, and what was not taken', async () => {
    const store = new Device().storeFor({ is: false });
    const item = (
      id: string,
      jobId: string,
      kind: 'edit' | 'reading' | 'photo',
      refused?: { message: string },
    ) =>
      ({
        id,
        jobId,
        kind,
        seq: 1,
        payload: {},
        ...(refused ? { refused: { ...refused, field: '' } } : {}),
      }) as const;
    await store.write([
      item('1', 'a', 'edit'),
      item('2', 'a', 'edit', { message: 'no' }),
      item('3', 'a', 'reading'),
      item('4', 'b', 'reading'),
      item('5', 'a', 'photo'),
    ]);
    expect([...(await waitingByJob(store))]).toEqual([
      ['a', { edits: 2, readings: 1, photos: 1, refused: 1 }],
      ['b', { edits: 0, readings: 1, photos: 0, refused: 0 }],
    ]);
  });
});

describe('things of two kinds in one outbox', () => {
  const queues = (send: Sends<string>['send']) => {
    const store = new Device().storeFor({ is: false });
    const clock = new SteppedClock();
    const of = (kind: 'photo' | 'reading') =>
      new SendingQueue<string>(
        { kind, lane: () => 'one', send, arrived: () => Promise.resolve() },
        store,
        clock,
      );
    return { store, clock, photos: of('photo'), readings: of('reading') };
  };

  test('each queue sends its own, one after the other, as long as its owner is signed in', async () => {
    const sent: string[] = [];
    const { store, clock, photos, readings } = queues((item) => {
      sent.push(item.id);
      return Promise.resolve();
    });
    photos.signedIn('tess');
    readings.signedIn('tess');
    await photos.add(JOB, 'p1', 'a picture');
    await readings.add(JOB, 'r1', 'a figure');
    await photos.add(JOB, 'p2', 'another');
    expect(photos.getItems().map((i) => i.id)).toEqual(['p1', 'p2']);
    photos.signedIn('lou');
    photos.start();
    await clock.step(1000);
    expect(sent).toEqual([]);
    expect(photos.getItems().every((i) => i.foreign)).toBe(true);
    photos.signedIn('tess');
    await clock.step(1000);
    expect(sent).toEqual(['p1', 'p2']);
    expect((await store.all()).map((i) => i.id)).toEqual(['r1']);
  });

  test('what the server will not take stays with its reason until somebody drops it, and holds nothing up', async () => {
    const { clock, photos } = queues((item) =>
      item.id === 'bad' ? Promise.reject(refusal(400, 'NOT_A_PICTURE')) : Promise.resolve(),
    );
    photos.signedIn('tess');
    photos.start();
    await photos.add(JOB, 'bad', 'no picture');
    await photos.add(JOB, 'good', 'a picture');
    await clock.step(2000);
    expect(photos.getItems()).toMatchObject([{ id: 'bad', refused: { field: '' } }]);
    await photos.drop('bad');
    expect(photos.getItems()).toEqual([]);
  });
});
