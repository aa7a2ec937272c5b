import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { expect, request, test } from '@playwright/test';
import { PEOPLE } from './pages/shop.ts';

const PORT = 4698;
const URL = `http://127.0.0.1:${PORT}`;

async function startServer(): Promise<ChildProcess> {
  const server = spawn('node', ['apps/server/dist/main.js'], {
    env: { ...process.env, VENULA_PORT: String(PORT) },
    stdio: 'ignore',
  });
  const probe = await request.newContext();
  await expect
    .poll(async () => (await probe.get(`${URL}/api/ready`).catch(() => null))?.status(), { timeout: 20_000 })
    .toBe(200);
  await probe.dispose();
  return server;
}

const ended = (p: ChildProcess) =>
  new Promise((done) => (p.exitCode === null && p.signalCode === null ? p.once('exit', done) : done(null)));

test('kill -9 right after an acknowledged change loses nothing, round after round', async () => {
  let server = await startServer();
  let api = await request.newContext({ baseURL: URL });
  const login = () => api.post('/api/v1/session', { data: { login: 'tess', password: PEOPLE.tess } });
  await login();
  const made = (await (
    await api.post('/api/v1/jobs', { data: { pattern: 'full-return', title: 'Killed' } })
  ).json()) as { id: string };
  let version = 1;
  for (let round = 1; round <= 4; round++) {
    const lengthM = 1 + round / 10;
    const change = {
      changeId: randomUUID(),
      baseVersion: version,
      patch: [{ op: 'replace', path: '/plumbing/elements/feed/lengthM', value: lengthM }],
    };
    const ack = await api.post(`/api/v1/jobs/${made.id}/changes`, { data: change });
    expect(ack.status()).toBe(200);
    server.kill('SIGKILL');
    await ended(server);
    await api.dispose();
    server = await startServer();
    api = await request.newContext({ baseURL: URL });
    await login();
    const now = (await (await api.get(`/api/v1/jobs/${made.id}`)).json()) as {
      version: number;
      document: { plumbing: { elements: { feed: { lengthM: number } } } };
    };
    version += 1;
    expect(now.version).toBe(version);
    expect(now.document.plumbing.elements.feed.lengthM).toBe(lengthM);
    // The device did not see the answer and sends it again: still one change.
    const again = await api.post(`/api/v1/jobs/${made.id}/changes`, { data: change });
    expect(((await again.json()) as { version: number }).version).toBe(version);
  }
  await api.dispose();
  server.kill('SIGTERM');
  await ended(server);
  expect(server.exitCode ?? server.signalCode).not.toBe('SIGKILL');
});
