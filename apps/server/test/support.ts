import { randomUUID } from 'node:crypto';
import { Test } from '@nestjs/testing';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request from 'supertest';
import { type DataSource } from 'typeorm';
import { hashSecret } from '../src/accounts/secrets.ts';
import { User, type Role } from '../src/accounts/user.entity.ts';
import { AppModule } from '../src/app.module.ts';
import { configure } from '../src/bootstrap.ts';
import { DEFAULT_SETTINGS } from '../src/shop/settings.ts';
import { ShopRow, THE_SHOP } from '../src/shop/shop.entity.ts';
import { emptyTables } from '../src/db/emptied.ts';
import { createDataSource } from '../src/db/data-source.ts';

export interface Shop {
  readonly app: NestExpressApplication;
  readonly http: ReturnType<NestExpressApplication['getHttpServer']>;
  readonly db: DataSource;
  readonly as: Record<Role, ReturnType<typeof request.agent>>;
  readonly stranger: ReturnType<typeof request>;
  close(): Promise<void>;
}

export const PASSWORD = 'correct horse';

/** Everything a shop holds, gone. */
export const emptied = (db: DataSource): Promise<void> => db.transaction(emptyTables);

/** The application as it is served. */
export async function serve(): Promise<NestExpressApplication> {
  const module = await Test.createTestingModule({ imports: [AppModule] }).compile();
  const app = configure(
    module.createNestApplication<NestExpressApplication>({ bodyParser: false, logger: false }),
  );
  return app.init();
}

/** The real application on the real database, with one person of each role signed in. */
export async function openShop(): Promise<Shop> {
  const db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  await emptied(db);
  await db.getRepository(ShopRow).insert({
    id: THE_SHOP,
    demo: false,
    settings: { ...DEFAULT_SETTINGS, name: 'Test shop' },
    author: 'test',
  });
  const passwordHash = await hashSecret(PASSWORD);
  const roles: Role[] = ['technician', 'lead', 'viewer'];
  for (const role of roles)
    await db.getRepository(User).insert({ login: role, name: `A ${role}`, role, passwordHash, active: true });

  const app = await serve();
  const http = app.getHttpServer();
  const as = {} as Shop['as'];
  for (const role of roles) {
    as[role] = request.agent(http);
    await as[role].post('/api/v1/session').send({ login: role, password: PASSWORD }).expect(200);
  }
  return {
    http,
    app,
    db,
    as,
    stranger: request(http),
    async close() {
      await app.close();
      await db.destroy();
    },
  };
}

/** Somebody on a device of their own; `from` is another address, where the shop sits behind a proxy. */
export function visitor(shop: Shop, from?: string): ReturnType<typeof request.agent> {
  const agent = request.agent(shop.http);
  if (from) agent.set('X-Forwarded-For', from);
  return agent;
}

export async function signedIn(shop: Shop, login: string, password = PASSWORD, from?: string) {
  const agent = visitor(shop, from);
  await agent.post('/api/v1/session').send({ login, password }).expect(200);
  return agent;
}

export async function newJob(shop: Shop, title = 'Test job'): Promise<string> {
  const res = await shop.as.technician
    .post('/api/v1/jobs')
    .send({ pattern: 'full-return', title })
    .expect(201);
  return res.body.id as string;
}

export const replace = (path: string, value: unknown, baseVersion: number) => ({
  changeId: randomUUID(),
  baseVersion,
  patch: [{ op: 'replace', path, value }],
});

export interface Line {
  readonly id: string;
  readonly summary: {
    readonly stops?: number;
    readonly fixes?: number;
    readonly margin?: number | null;
    readonly unjudged?: string;
  } | null;
  readonly judging: boolean;
}

/** The list of jobs as the page gets it. */
export const lines = async (shop: Shop): Promise<Line[]> =>
  (await shop.as.viewer.get('/api/v1/jobs?size=100').expect(200)).body.items as Line[];

/** A job's line once it is judged: asks again, as the page does. */
export async function judged(shop: Shop, id: string): Promise<Line> {
  for (let tries = 0; tries < 600; tries++) {
    const line = (await lines(shop)).find((l) => l.id === id)!;
    if (!line.judging) return line;
    await new Promise((resume) => setTimeout(resume, 50));
  }
  throw new Error(`job ${id} was never judged`);
}

/** What a stream of events says, one by one as it comes. */
export async function* eventsOf<E>(res: Response): AsyncGenerator<E> {
  let text = '';
  for await (const part of res.body!.pipeThrough(new TextDecoderStream())) {
    text += part;
    const events = text.split('\n\n');
    text = events.pop()!;
    for (const event of events) {
      const data = /^data: (.*)$/m.exec(event)?.[1];
      if (data) yield JSON.parse(data) as E;
    }
  }
}
