import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import { proofOf, type RunKind } from '@venula/core/prove';
import { jointList } from '@venula/core/supply';
import type { NewReading, NewRun, Role, RunRow } from '../../src/api/types.ts';
import { useSendReadings } from '../../src/api/use-reading-queue.ts';
import { TestPage } from '../../src/features/test/test-page.tsx';
import { emptied, outbox } from './support/device.ts';
import { inJob } from './support/job.tsx';
import { shopSays, Trouble } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const JOINTS = jointList(fullReturnJob('Wagon'));

describe('the Test stage', () => {
  let runs: RunRow[];
  let refuse: Trouble | null;
  let online: boolean;
  let shop: ReturnType<typeof shopSays>;

  const Sending = () => {
    useSendReadings('p1');
    return <TestPage />;
  };
  const open = async (role: Role = 'technician') => {
    const opened = inJob(<Sending />, fullReturnJob('Wagon'), { role });
    await screen.findByRole('region', { name: 'Joint by joint' });
    await screen.findByRole('region', { name: 'Wiring, dry' });
    return opened;
  };
  const add = (run: RunRow, body: NewReading): RunRow => ({
    ...run,
    readings: [
      ...run.readings,
      { ...body, id: body.readingId, corrects: body.corrects, author: 'Tess Varga' },
    ],
  });
  const row = (n: number) => document.querySelector<HTMLElement>(`[data-joint="${JOINTS[n]!.id}"]`)!;
  const walk = () => screen.getByRole('region', { name: 'Joint by joint' });
  const started = async (user: ReturnType<typeof userEvent.setup>) => {
    await user.click(within(walk()).getByRole('checkbox', { name: /cautions/ }));
    await user.click(within(walk()).getByRole('button', { name: 'Start the walk' }));
    await waitFor(() => expect(row(0)).not.toBeNull());
  };

  /** What is worked out beside the page has come in. */
  const settled = () => act(async () => void (await new Promise((done) => setTimeout(done, 50))));

  beforeEach(() => {
    runs = [];
    refuse = null;
    online = true;
    shop = shopSays({
      [`GET /jobs/${ID}/runs`]: () => runs,
      [`POST /jobs/${ID}/runs`]: (body) => {
        const { runId, kind, setup } = body as NewRun;
        const run: RunRow = {
          id: runId,
          kind,
          setup,
          jobVersion: 1,
          author: 'Tess Varga',
          at: '2026-11-27T10:00:00.000Z',
          readings: [],
        };
        runs = [...runs, run];
        return run;
      },
      [`POST /jobs/${ID}/runs/[^/]+/readings`]: (body) => {
        if (!online) throw new TypeError('no connection');
        if (refuse) return refuse;
        runs = runs.map((r) => (r.kind === 'joint-walk' ? add(r, body as NewReading) : r));
        return {};
      },
    });
  });
  afterEach(async () => {
    shop.end();
    await emptied();
  });

  test('a walk that came in with a file takes nothing more, and counts once somebody of this shop confirms it', async () => {
    const at = '2026-11-27T10:00:00.000Z';
    const end = {
      id: 'end',
      kind: 'sign-off',
      payload: { verdict: 'pass', note: '' },
      corrects: null,
    } as const;
    const run = { id: 'from-file', kind: 'joint-walk', setup: {}, jobVersion: 1, author: 'Lou', at } as const;
    runs = [{ ...run, fromFile: true, readings: [{ ...end, author: 'Lou', takenAt: at, fromFile: true }] }];
    const user = userEvent.setup();
    await open();
    await waitFor(() => expect(walk().textContent).toContain('does not count as this shop’s test'));
    expect(walk().textContent).toContain('Lou (stated by the file)');
    await user.click(within(walk()).getByRole('button', { name: /^Confirm as/ }));
    await waitFor(() => expect(runs[0]!.readings.at(-1)).toMatchObject({ kind: 'confirm' }));
    await waitFor(() => expect(walk().textContent).toContain('confirmed as this shop’s by Tess Varga'));
    expect(within(walk()).queryByRole('button', { name: /^Confirm as/ })).toBeNull();
  });

  test('every joint of the plan is walked: a tap says what it is, a second tap takes it back, the count follows', async () => {
    const user = userEvent.setup();
    await open();
    expect(walk().textContent).toContain(`${JOINTS.length} joints, from the tank out and back`);
    await started(user);
    const progress = () => screen.getByTestId('walk-progress').textContent;
    await user.click(within(row(0)).getByRole('button', { name: /^Dry/ }));
    await waitFor(() => expect(progress()).toBe(`1 of ${JOINTS.length} joints looked at`));
    await user.click(within(row(1)).getByRole('button', { name: /^Leak/ }));
    await waitFor(() => expect(progress()).toBe(`2 of ${JOINTS.length} joints looked at, 1 leaking`));
    expect(within(row(1)).getByRole('button', { name: /^Leak/ }).getAttribute('aria-pressed')).toBe('true');
    await waitFor(() => expect(runs[0]!.readings).toHaveLength(2));
    await user.click(within(row(1)).getByRole('button', { name: /^Leak/ }));
    await waitFor(() => expect(progress()).toBe(`1 of ${JOINTS.length} joints looked at`));
    // Nothing is rubbed out: the record holds all three.
    await waitFor(() =>
      expect(runs[0]!.readings.map((r) => r.payload['result'])).toEqual(['dry', 'leak', 'open']),
    );
  });

  test('without a connection what is tapped stands, is counted as waiting, and goes out in order', async () => {
    const user = userEvent.setup();
    await open();
    await started(user);
    online = false;
    for (const n of [0, 1]) await user.click(within(row(n)).getByRole('button', { name: /^Dry/ }));
    await screen.findByText(/^2 readings wait on this device/);
    expect(screen.getByTestId('walk-progress').textContent).toContain('2 of');
    online = true;
    act(() => void window.dispatchEvent(new Event('online')));
    await waitFor(() => expect(screen.queryByText(/waits? on this device/)).toBeNull(), { timeout: 4000 });
    expect(runs[0]!.readings.map((r) => r.payload['jointId'])).toEqual([JOINTS[0]!.id, JOINTS[1]!.id]);
  });

  test('one the server will not take is told with what was read, and dropped by hand', async () => {
    const user = userEvent.setup();
    await open();
    await started(user);
    refuse = new Trouble(409, 'RUN_CLOSED', 'This walk is signed off.', 'Start another.');
    await user.click(within(row(0)).getByRole('button', { name: /^Dry/ }));
    const alert = await screen.findByText(/Not taken: This walk is signed off\. Start another\./);
    expect(alert.closest('[role="alert"]')!.textContent).toContain(`Joint ${JOINTS[0]!.id}, dry`);
    expect(screen.getByTestId('walk-progress').textContent).toContain('0 of');
    await user.click(screen.getByRole('button', { name: 'Drop it' }));
    await waitFor(() => expect(screen.queryByText(/Not taken/)).toBeNull());
  });

  test('one ahead of the shop’s clock stays here until its owner sends it with the time of now; any can be sent again', async () => {
    const user = userEvent.setup();
    await open();
    await started(user);
    refuse = new Trouble(
      400,
      'AHEAD_OF_TIME',
      'This reading is ahead of the shop’s clock.',
      'Use the time of sending.',
    );
    await user.click(within(row(0)).getByRole('button', { name: /^Dry/ }));
    await screen.findByText(/Not taken: This reading is ahead/);
    const [kept] = await outbox.store.all();
    const taken = (kept!.payload as NewReading).takenAt;
    // Sent again as it is, it is refused again, and still here.
    await user.click(screen.getByRole('button', { name: 'Send again' }));
    await screen.findByText(/Not taken: This reading is ahead/);
    refuse = null;
    await user.click(screen.getByRole('button', { name: 'Use the time of sending' }));
    await waitFor(() => expect(screen.queryByText(/Not taken/)).toBeNull());
    await waitFor(() => expect(runs[0]!.readings).toHaveLength(1));
    expect(Date.parse(runs[0]!.readings[0]!.takenAt)).toBeGreaterThan(Date.parse(taken));
  });

  test('what somebody else took on this device waits for them; a device without room says to keep the page open', async () => {
    const user = userEvent.setup();
    await outbox.store.write([
      {
        id: 'r-lou',
        kind: 'reading',
        jobId: ID,
        seq: 1,
        by: 'lou',
        payload: {
          runId: 'run',
          readingId: 'r-lou',
          kind: 'joint',
          payload: {},
          corrects: null,
          takenAt: '',
        },
      },
    ]);
    await open();
    await screen.findByText(/^1 reading taken by somebody else on this device/);
    await started(user);
    online = false;
    outbox.full = true;
    await user.click(within(row(0)).getByRole('button', { name: /^Dry/ }));
    await screen.findByText(/This device has no room for a reading: keep this page open/);
    outbox.full = false;
  });

  test('a viewer reads the walk and presses nothing', async () => {
    runs = [
      {
        id: 'run',
        kind: 'joint-walk',
        setup: {},
        jobVersion: 1,
        author: 'Tess Varga',
        at: '2026-11-27T10:00:00.000Z',
        readings: [],
      },
    ];
    await open('viewer');
    expect(
      within(row(0))
        .getAllByRole('button')
        .every((b) => b.hasAttribute('disabled')),
    ).toBe(true);
    expect(screen.queryByRole('button', { name: /Start/ })).toBeNull();
  });

  test('a test the plan has outgrown says so, and is the next thing to do', async () => {
    const signed = (kind: RunKind, verdict: string, at: number): RunRow => ({
      id: `run-${at}`,
      kind,
      setup: {},
      jobVersion: 1,
      author: 'Tess Varga',
      at: `2026-11-27T1${at}:00:00.000Z`,
      readings: [
        {
          id: `sign-${at}`,
          kind: 'sign-off',
          payload: { verdict, note: '', proves: proofOf(fullReturnJob('Wagon'), kind) },
          corrects: null,
          author: 'Tess Varga',
          takenAt: `2026-11-27T1${at}:30:00.000Z`,
        },
      ],
    });
    const answer = () => screen.getByTestId('answer').textContent;
    runs = [signed('winding', 'pass', 0), signed('dry-test', 'pass', 1), signed('joint-walk', 'pass', 2)];
    const { job } = await open();
    await waitFor(() => expect(answer()).toMatch(/^Next: prime/));
    expect(walk().textContent).toContain('Passed');
    expect(walk().textContent).not.toContain('The plan has changed');
    // Another size: other joints, the same wires.
    act(() => job.edit({ op: 'replace', path: '/plumbing/elements/feed/dash', value: 10 }));
    await waitFor(() => expect(answer()).toBe('Joint by joint: passed on an older plan. Test it again.'));
    expect(walk().textContent).toContain('The plan has changed what this proved: do it again.');
    expect(screen.getByRole('region', { name: 'Wiring, dry' }).textContent).not.toContain('has changed');
    await userEvent.setup().click(screen.getByRole('button', { name: 'Go to this test' }));
    expect(document.activeElement).toBe(walk());
    act(() => job.undo());
    await waitFor(() => expect(answer()).toMatch(/^Next: /));
    expect(walk().textContent).not.toContain('The plan has changed');
    await settled();
  });

  test('a stop against the plan is the first thing said, before any fuel moves', async () => {
    const { job } = await open();
    expect(screen.getByTestId('answer').textContent).toContain('Test in this order');
    act(() => job.edit({ op: 'replace', path: '/plumbing/elements/return/dash', value: 3 }));
    expect(screen.getByTestId('answer').textContent).toMatch(/^Fix \d+ stops? before fuel goes in/);
    await settled();
  });
});
