import type { IncomingMessage } from 'node:http';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Controller, Get } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { AccessCheck } from '../src/accounts/access-check.ts';
import { WHO } from '../src/accounts/access.ts';
import { newJob, openShop, PASSWORD, signedIn, visitor, type Shop } from './support.ts';

process.env['VENULA_BACKUP_DIR'] = mkdtempSync(join(tmpdir(), 'venula-backups-'));

let shop: Shop;
beforeAll(async () => {
  shop = await openShop();
});
afterAll(() => shop.close());

type Verb = 'get' | 'post' | 'put' | 'patch' | 'delete';
interface Open {
  readonly verb: Verb;
  readonly path: string;
  readonly who: keyof typeof WHO;
  readonly byPassword: boolean;
  readonly beforeOwnPassword: boolean;
}

/** Every route at a place that is there for nobody: what is allowed is then answered with 400 or 404. */
const routes = (): Open[] =>
  served().map((r) => ({ ...r, path: r.path.replaceAll(/\{[^}]+\}/g, randomUUID()) }));

/** Every route the application serves, with its rule. */
function served(): Open[] {
  const rules = new Map(
    shop.app
      .get(AccessCheck)
      .routes()
      .map((r) => [`${r.controller}_${r.handler}`, r.access]),
  );
  const { paths } = SwaggerModule.createDocument(shop.app, new DocumentBuilder().build());
  return Object.entries(paths).flatMap(([path, verbs]) =>
    Object.entries(verbs as Record<Verb, { operationId?: string }>).map(([verb, { operationId }]) => {
      const rule = rules.get(operationId!);
      if (!rule) throw new Error(`${operationId} is served and has no rule`);
      return { verb: verb as Verb, path, ...rule };
    }),
  );
}

/** JSON to its end; a stream, which has none, is left once it has begun. */
function read(res: IncomingMessage, done: (error: Error | null, body: unknown) => void): void {
  if (res.headers['content-type']?.includes('event-stream')) {
    res.destroy();
    return done(null, {});
  }
  let text = '';
  res.setEncoding('utf8');
  res.on('data', (part: string) => (text += part));
  res.on('end', () => {
    const json = res.headers['content-type']?.includes('json') && text !== '';
    done(null, json ? JSON.parse(text) : {});
  });
}

describe('who may call what', () => {
  test('every role on every route: in where its rule says so, and nowhere else', async () => {
    const all = routes();
    expect(all.length).toBeGreaterThan(55);
    for (const { verb, path, who } of all) {
      for (const role of ['stranger', 'viewer', 'technician', 'lead'] as const) {
        // A session of its own for each: one of the routes signs out.
        const agent = role === 'stranger' ? visitor(shop) : await signedIn(shop, role);
        const { status, body } = await agent[verb](path)
          .buffer(true)
          .parse((res, done) => read(res as unknown as IncomingMessage, done));
        const allowed =
          who === 'anyone' || (role !== 'stranger' && (WHO[who] as readonly string[]).includes(role));
        const refused =
          [401, 403].includes(status) && ['NOT_SIGNED_IN', 'NOT_ALLOWED'].includes(body?.error?.code);
        expect([verb, path, role, refused ? 'refused' : 'in']).toEqual([
          verb,
          path,
          role,
          allowed ? 'in' : 'refused',
        ]);
        expect([verb, path, role, status]).not.toEqual([verb, path, role, 500]);
      }
    }
  });

  test('docs/access.md is that table (UPDATE_DOCS=1 writes it)', () => {
    const file = fileURLToPath(new URL('../../../docs/access.md', import.meta.url));
    const mark = (who: Open['who'], role: string) =>
      who === 'anyone' || (WHO[who] as readonly string[]).includes(role) ? 'yes' : '';
    const lines = served()
      .map(({ verb, path, who, byPassword }) => [
        `${verb.toUpperCase()} ${path}`,
        who === 'anyone' ? 'yes' : '',
        ...['viewer', 'technician', 'lead'].map((role) => mark(who, role)),
        byPassword ? 'password' : '',
      ])
      .map((row) => `| ${row.join(' | ')} |`)
      .sort();
    const text = [
      '# Who may call what',
      '',
      'Written from the rules of the routes (`@Allows`), held by `access.spec`, which also calls each as each. “password”: not in a session opened with a PIN.',
      '',
      '| route | stranger | viewer | technician | lead | |',
      '| --- | --- | --- | --- | --- | --- |',
      ...lines,
      '',
    ].join('\n');
    if (process.env['UPDATE_DOCS'] === '1') writeFileSync(file, text);
    // However wide its columns are set.
    const cells = (table: string) => table.replaceAll(/[ -]*\|[ -]*/g, '|').trim();
    expect(cells(readFileSync(file, 'utf8'))).toBe(cells(text));
  });

  test('a viewer writes nothing but their own account and session', () => {
    const open = routes().filter((r) => r.verb !== 'get' && (r.who === 'everyone' || r.who === 'anyone'));
    expect(new Set(open.map((r) => `${r.verb} ${r.path.replaceAll(/[0-9a-f-]{36}/g, ':id')}`))).toEqual(
      new Set([
        'post /api/v1/session',
        'post /api/v1/session/pin',
        'delete /api/v1/session',
        'put /api/v1/me/password',
        'put /api/v1/me/pin',
        'delete /api/v1/me/sessions/:id',
        'post /api/v1/first-run',
      ]),
    );
  });

  test('a PIN opens no people, settings or backups, and a password for once nothing but the choice of an own one', async () => {
    const lead = await signedIn(shop, 'lead');
    await lead.post('/api/v1/devices').send({ name: 'Cart tablet' }).expect(201);
    await lead.put('/api/v1/me/pin').send({ password: PASSWORD, pin: '7394' }).expect(204);
    const me = (await lead.get('/api/v1/session').expect(200)).body as { id: string };
    await lead.post('/api/v1/session/pin').send({ personId: me.id, pin: '7394' }).expect(200);
    const added = await shop.as.lead
      .post('/api/v1/people')
      .send({ login: 'nia', name: 'Nia Osei', role: 'lead' })
      .expect(201);
    const fresh = await signedIn(shop, 'nia', added.body.password as string);
    for (const { verb, path, who, byPassword, beforeOwnPassword } of routes()) {
      if (who === 'anyone' || path.endsWith('/v1/session')) continue;
      if (byPassword)
        expect([verb, path, (await lead[verb](path)).body?.error?.code]).toEqual([
          verb,
          path,
          'PASSWORD_NEEDED',
        ]);
      if (!beforeOwnPassword)
        expect([verb, path, (await fresh[verb](path)).body?.error?.code]).toEqual([
          verb,
          path,
          'CHOOSE_PASSWORD',
        ]);
    }
    // What leads do at the car, they do by PIN.
    await lead.get('/api/v1/people').expect(200);
    await lead
      .post(`/api/v1/jobs/${await newJob(shop)}/archive`)
      .send({ archived: true })
      .expect(204);
  });

  test('a route without a rule stops the start and says which', () => {
    class Forgotten {
      open(): string {
        return 'anything';
      }
    }
    Get('forgotten')(
      Forgotten.prototype,
      'open',
      Object.getOwnPropertyDescriptor(Forgotten.prototype, 'open')!,
    );
    Controller()(Forgotten);
    const check = new AccessCheck(
      { getControllers: () => [{ metatype: Forgotten }] } as never,
      new Reflector(),
    );
    expect(() => check.onModuleInit()).toThrow('Forgotten.open');
  });
});
