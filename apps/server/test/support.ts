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
    'truncate app_user, session, login_failure, job, job_change, revision, acceptance, test_run, test_reading, audit restart identity cascade',
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
