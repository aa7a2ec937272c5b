import { randomUUID } from 'node:crypto';
import { Test } from '@nestjs/testing';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request from 'supertest';
import { type DataSource } from 'typeorm';
import { hashPassword } from '../src/accounts/accounts.service.ts';
import { User, type Role } from '../src/accounts/user.entity.ts';
import { AppModule } from '../src/app.module.ts';
import { configure } from '../src/bootstrap.ts';
import { createDataSource } from '../src/db/data-source.ts';

export interface Shop {
  readonly app: NestExpressApplication;
  readonly db: DataSource;
  readonly as: Record<Role, ReturnType<typeof request.agent>>;
  readonly stranger: ReturnType<typeof request>;
  close(): Promise<void>;
}

export const PASSWORD = 'correct horse';

/** The real application on the real database, with one person of each role signed in. */
export async function openShop(): Promise<Shop> {
  const db = createDataSource();
  await db.initialize();
  await db.runMigrations();
  await db.query(
    'truncate app_user, session, login_failure, job, job_change, revision, acceptance, test_run, test_reading, shelf_item, shelf_reservation, shop_price, photo, library_entry, instrument, audit restart identity cascade',
  );
  const passwordHash = await hashPassword(PASSWORD);
  const roles: Role[] = ['technician', 'lead', 'viewer'];
  for (const role of roles)
    await db.getRepository(User).insert({ login: role, name: `A ${role}`, role, passwordHash, active: true });

  const module = await Test.createTestingModule({ imports: [AppModule] }).compile();
  const app = configure(
    module.createNestApplication<NestExpressApplication>({ bodyParser: false, logger: false }),
  );
  await app.init();
  const http = app.getHttpServer();
  const as = {} as Shop['as'];
  for (const role of roles) {
    as[role] = request.agent(http);
    await as[role].post('/api/v1/session').send({ login: role, password: PASSWORD }).expect(200);
  }
  return {
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
