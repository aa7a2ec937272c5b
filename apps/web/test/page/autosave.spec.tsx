import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen } from '@testing-library/react';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { applyPatch } from '@venula/core/edit';
import { MemoryRouter } from 'react-router';
import { ApiError, OfflineError } from '../../src/api/client.ts';
import type { NewChange } from '../../src/api/types.ts';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { JobContext } from '../../src/job/job-context.ts';
import { JobHeader } from '../../src/job/job-header.tsx';
import { JobSession, type ChangeAnswer } from '../../src/job/job-session.ts';
import { OpenJob } from '../../src/job/open-job.ts';
import { PlanQuantity, PlanText } from '../../src/job/plan-fields.tsx';
import { RefusedEdits } from '../../src/job/refused-edits.tsx';
import { browserClock } from '../../src/outbox/lane.ts';
import { Device } from '../support/memory-device.ts';

const refusal = (status: number, code: string, more: object = {}): ApiError =>
  new ApiError({ status, code, message: 'Not possible.', remedy: 'Correct it.', details: [], ...more });

/** A server with one job, and what it says to the next changes instead of taking them. */
class OneJob {
  document: JobDocument = fullReturnJob('Wagon');
  version = 1;
  readonly taken: NewChange[] = [];
  readonly trouble: Error[] = [];
  online = true;

  change(body: NewChange): Promise<ChangeAnswer> {
    if (!this.online) return Promise.reject(new OfflineError());
    const trouble = this.trouble.shift();
    if (trouble) return Promise.reject(trouble);
    if (this.taken.some((t) => t.changeId === body.changeId))
      return Promise.resolve({ version: this.version });
    const after = applyPatch(this.document, body.patch);
    if (!after.ok) return Promise.reject(refusal(422, 'PATCH_FAILED'));
    this.document = after.value;
    this.taken.push(body);
    return Promise.resolve({ version: ++this.version });
  }
}

describe('what is typed is saved by itself', () => {
  let server: OneJob;
  let tablet: Device;
  let ids: number;
  let end: () => void;

  const open = async (): Promise<void> => {
    const session = await JobSession.open(
      { id: 'job', version: server.version, document: server.document },
      {
        server: { change: (_, body) => server.change(body), read: () => Promise.reject(new OfflineError()) },
        store: tablet.storeFor(),
        presence: tablet.presenceFor(),
        clock: browserClock,
        newId: () => `id-${++ids}`,
        person: 'tess',
      },
    );
    const job = new OpenJob(
      {
        id: 'job',
        number: 7,
        person: {
          id: 'tess',
          login: 'tess',
          name: 'Tess Varga',
          role: 'technician',
          via: 'password',
          ownPassword: true,
        },
      },
      session,
      {
        getPlan: () => NO_PLAN,
        subscribe: () => () => undefined,
        solve: () => undefined,
        stop: () => undefined,
      },
    );
    const ends = [session.start(), job.start()];
    end = () => ends.forEach((e) => e());
    render(
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter>
          <SettingsProvider>
            <JobContext value={job}>
              <JobHeader />
              <RefusedEdits />
              <PlanText path="/customer" label="Customer" max={120} />
              <PlanQuantity path="/brief/basePressurePa" />
            </JobContext>
          </SettingsProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    );
  };
  const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
  const type = (label: string, text: string) => {
    const field = screen.getByLabelText<HTMLInputElement>(label);
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };
  const word = () => screen.getByTestId('save-state').textContent;

  beforeEach(() => {
    jest.useFakeTimers();
    server = new OneJob();
    tablet = new Device();
    ids = 0;
  });
  afterEach(() => {
    end();
    jest.useRealTimers();
  });

  test('a moment after the last key, as one change, and says when the server has it', async () => {
    await open();
    expect(word()).toBe('Saved');
    type('Customer', 'Nora');
    type('Customer', 'Nora Quist');
    expect(word()).toBe('Saving…');
    expect(server.taken).toHaveLength(0);
    await pass(299);
    expect(server.taken).toHaveLength(0);
    // On the device from the first moment on.
    expect(tablet.held()).toHaveLength(1);
    await pass(10);
    expect(server.taken.map((t) => t.patch)).toEqual([
      [{ op: 'replace', path: '/customer', value: 'Nora Quist' }],
    ]);
    expect(word()).toBe('Saved');
    expect(tablet.held()).toHaveLength(0);
  });

  test('without a connection it is kept and says so, and goes out by itself when it is back', async () => {
    await open();
    server.online = false;
    type('Customer', 'Nora');
    await pass(1000);
    expect(word()).toBe('No connection: kept on this device');
    type('Base pressure', '50 psi');
    await pass(60_000);
    expect(tablet.held()).toHaveLength(2);
    server.online = true;
    await pass(31_000);
    expect(word()).toBe('Saved');
    expect(server.document.customer).toBe('Nora');
    expect(server.document.brief.basePressurePa).toBeCloseTo(344_738, -2);
  });

  test('a busy server and one that has signed us out are told apart; the change keeps its id', async () => {
    await open();
    server.trouble.push(refusal(503, 'BUSY'), refusal(401, 'NOT_SIGNED_IN'));
    type('Customer', 'Nora');
    await pass(400);
    expect(word()).toContain('server is busy: kept on this device');
    await pass(1100);
    expect(word()).toContain('Signed out: kept on this device');
    await pass(3000);
    expect(word()).toBe('Saved');
    expect(server.taken).toHaveLength(1);
  });

  test('on a device without room it asks to keep the page open, until the server has it', async () => {
    await open();
    tablet.full = true;
    server.online = false;
    type('Customer', 'Nora');
    await pass(1000);
    expect(word()).toContain('keep this page open until it says Saved');
    server.online = true;
    await pass(31_000);
    expect(word()).toBe('Saved');
  });

  test('what the server refuses goes alone, with its reason and what was typed, until it is dropped', async () => {
    await open();
    type('Customer', 'Nora');
    type('Base pressure', '50 psi');
    server.trouble.push(
      refusal(422, 'OUT_OF_RANGE', { details: [{ path: '/customer', message: 'too long' }] }),
    );
    await pass(1000);
    expect(word()).toBe('Not taken');
    const alert = screen.getByRole('alert');
    expect(alert.textContent).toContain('Not possible. Too long. Correct it.');
    expect(alert.textContent).toContain('Customer Nora');
    expect(server.document.brief.basePressurePa).toBeGreaterThan(340e3);
    expect(screen.getByLabelText<HTMLInputElement>('Customer').value).toBe('');
    fireEvent.click(screen.getByRole('button', { name: 'Drop it' }));
    await pass(10);
    expect(word()).toBe('Saved');
    expect(tablet.held()).toHaveLength(0);
  });

  test('a page that is opened anew has what the one before had not sent, and what was refused', async () => {
    await open();
    server.online = false;
    type('Customer', 'Nora');
    await pass(500);
    end();
    document.body.innerHTML = '';
    server.online = true;
    await open();
    expect(screen.getByLabelText<HTMLInputElement>('Customer').value).toBe('Nora');
    await pass(1000);
    expect(server.document.customer).toBe('Nora');
  });

  test('undo and redo are saved like anything else', async () => {
    await open();
    const [undo, redo] = [
      screen.getByRole('button', { name: 'Undo' }),
      screen.getByRole('button', { name: 'Redo' }),
    ];
    expect(undo.hasAttribute('disabled')).toBe(true);
    type('Customer', 'Nora');
    await pass(1000);
    fireEvent.click(undo);
    await pass(1000);
    expect(server.document.customer).toBe('');
    fireEvent.click(redo);
    await pass(1000);
    expect([server.document.customer, word()]).toEqual(['Nora', 'Saved']);
  });
});

const NO_PLAN = { states: [], first: null, plan: null, judged: false, fault: null };
