import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, connect, type Server, type Socket } from 'node:net';
import { newJob, openShop, replace, type Shop } from './support.ts';

/** Stands between server and database; frozen, it takes bytes and passes none on, as a stopped database does. */
class Freezer {
  private readonly pairs = new Set<readonly [Socket, Socket]>();
  private frozen = false;
  private constructor(private readonly server: Server) {}

  static async before(url: URL): Promise<{ freezer: Freezer; url: string }> {
    const server = createServer();
    const freezer = new Freezer(server);
    server.on('connection', (near) => {
      const far = connect(Number(url.port), url.hostname);
      const pair = [near, far] as const;
      freezer.pairs.add(pair);
      for (const [from, to] of [
        [near, far],
        [far, near],
      ] as const) {
        from.on('data', (bytes) => {
          if (!freezer.frozen) to.write(bytes);
        });
        from.on('error', () => to.destroy());
        from.on('close', () => {
          to.destroy();
          freezer.pairs.delete(pair);
        });
      }
    });
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const through = new URL(url);
    through.port = String((server.address() as { port: number }).port);
    return { freezer, url: through.href };
  }

  freeze(): void {
    this.frozen = true;
  }
  thaw(): void {
    this.frozen = false;
  }
  async close(): Promise<void> {
    for (const [near, far] of this.pairs) [near, far].forEach((s) => s.destroy());
    await new Promise((closed) => this.server.close(closed));
  }
}

let shop: Shop;
let freezer: Freezer;
beforeAll(async () => {
  const through = await Freezer.before(new URL(process.env['VENULA_DATABASE_URL']!));
  freezer = through.freezer;
  process.env['VENULA_DATABASE_URL'] = through.url;
  process.env['VENULA_ANSWER_SECONDS'] = '3';
  shop = await openShop();
});
afterAll(async () => {
  await shop.close();
  await freezer.close();
});

describe('a database that stops answering', () => {
  test('is answered with “busy, try again”, readiness too, and nothing is half done after', async () => {
    const id = await newJob(shop);
    const at = `/api/v1/jobs/${id}/changes`;
    const change = replace('/customer', 'Kept', 1);
    freezer.freeze();
    const answers = await Promise.all([
      shop.stranger.get('/api/ready'),
      shop.as.viewer.get('/api/v1/jobs'),
      shop.as.technician.post(at).send(change),
      ...Array.from({ length: 30 }, () => shop.as.viewer.get(`/api/v1/jobs/${id}`)),
    ]);
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([503]));
    expect(answers[2].body.error).toMatchObject({ code: 'BUSY' });
    for (const a of answers) expect(Number(a.headers['retry-after'])).toBeGreaterThan(0);
    expect((await shop.stranger.get('/api/health')).status).toBe(200);

    freezer.thaw();
    // The same change again: done now, once, on a connection that carries nothing over from before.
    let last = await shop.as.technician.post(at).send(change);
    for (let tries = 0; last.status === 503 && tries < 20; tries++)
      last = await shop.as.technician.post(at).send(change);
    expect(last.body).toMatchObject({ version: 2 });
    expect((await shop.as.viewer.get(`/api/v1/jobs/${id}`)).body).toMatchObject({
      version: 2,
      customer: 'Kept',
    });
  });

  test('a table somebody holds locked is no fault of the request: busy, and the rest goes on', async () => {
    const id = await newJob(shop);
    const holder = shop.db.createQueryRunner();
    await holder.startTransaction();
    await holder.query('select 1 from job where id = $1 for update', [id]);
    const stuck = await shop.as.technician
      .post(`/api/v1/jobs/${id}/changes`)
      .send(replace('/customer', 'x', 1));
    expect(stuck.status).toBe(503);
    expect((await shop.as.viewer.get('/api/v1/jobs')).status).toBe(200);
    await holder.rollbackTransaction();
    await holder.release();
    await shop.as.technician
      .post(`/api/v1/jobs/${id}/changes`)
      .send(replace('/customer', 'x', 1))
      .expect(200);
  });
});
