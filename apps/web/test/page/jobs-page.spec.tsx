import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import type { JobHead, JobList, Role } from '../../src/api/types.ts';
import { SettingsProvider } from '../../src/app/settings-provider.tsx';
import { JobsPage } from '../../src/features/jobs/jobs-page.tsx';
import { outbox } from './support/device.ts';
import { shopSays, Trouble } from './support/shop-fetch.ts';

const job = (number: number, more: Partial<JobHead> = {}): JobHead => ({
  id: `job-${number}`,
  number,
  title: `Job ${number}`,
  customer: '',
  vehicle: '',
  version: 1,
  archived: false,
  updatedAt: '2026-11-20T10:00:00.000Z',
  updatedBy: 'Tess Varga',
  summary: { stops: 0, fixes: 0, notes: 2, margin: 0.31 },
  judging: false,
  test: null,
  ...more,
});
const list = (items: readonly JobHead[], total = items.length): JobList => ({
  items,
  total,
  page: 1,
  size: 25,
});

describe('the list of jobs', () => {
  let shop: ReturnType<typeof shopSays>;
  const asked = () => shop.asked.filter((what) => what.startsWith('GET /jobs'));
  let answer: (what: string) => JobList | Trouble;
  const open = async (role: Role = 'technician', at = '/jobs'): Promise<void> => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    client.setQueryData(['me'], { id: 'p', login: 'p', name: 'P', role });
    const Where = () => <p data-testid="where">{useLocation().search}</p>;
    render(
      <QueryClientProvider client={client}>
        <MemoryRouter initialEntries={[at]}>
          <SettingsProvider>
            <JobsPage />
            <Where />
          </SettingsProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    );
    await act(() => jest.advanceTimersByTimeAsync(10));
  };
  const rows = () => screen.getAllByRole('listitem').map((li) => li.textContent ?? '');

  beforeEach(() => {
    jest.useFakeTimers();
    shop = shopSays({ 'GET /jobs.*': (_, what) => answer(what) });
  });
  afterEach(() => {
    jest.useRealTimers();
    shop.end();
  });

  test('says of each what comes next, and of one that cannot be judged why', async () => {
    answer = () =>
      list([
        job(4, { summary: { stops: 2, fixes: 1, notes: 0, margin: -0.04 } }),
        job(3, { summary: { stops: 0, fixes: 3, notes: 0, margin: 0.2 } }),
        job(2, { summary: { unjudged: 'The path of the feed has no pump.' } }),
        job(1, { summary: null }),
      ]);
    await open();
    expect(screen.getByTestId('answer').textContent).toBe('4 open jobs');
    expect(rows()[0]).toContain('2 stops');
    expect(rows()[1]).toContain('3 to fix');
    expect(rows()[2]).toContain('Cannot be checked. The path of the feed has no pump.');
    expect(rows()[3]).toContain('checking the plan…');
  });

  test('asks again by itself while plans are being judged, and no longer than that', async () => {
    let judging = true;
    answer = () => list([job(1, { judging, summary: null })]);
    await open();
    await act(() => jest.advanceTimersByTimeAsync(1600));
    expect(asked()).toHaveLength(2);
    judging = false;
    await act(() => jest.advanceTimersByTimeAsync(20_000));
    expect(asked()).toHaveLength(3);
  });

  test('searches a moment after the last letter, keeps the search in the address, and says when nothing matches', async () => {
    answer = (what) => (what.includes('search=coupe') ? list([]) : list([job(1)]));
    await open();
    const box = screen.getByRole('searchbox', { name: 'Search jobs' });
    for (const text of ['c', 'cou', 'coupe']) fireEvent.change(box, { target: { value: text } });
    await act(() => jest.advanceTimersByTimeAsync(300));
    await act(() => jest.advanceTimersByTimeAsync(50));
    expect(asked().filter((what) => what.includes('search=c'))).toHaveLength(1);
    expect(screen.getByTestId('where').textContent).toBe('?q=coupe');
    expect(screen.getByText(/No job matches/)).toBeTruthy();
  });

  test('by what they wait for: asked of the server, said in the headline, a test that failed in its row; nonsense in the address is passed over', async () => {
    const failed = { what: 'Joint by joint', at: '2026-11-20T10:00:00.000Z', verdict: 'fail' };
    answer = (what) => list(what.includes('waits=car') ? [job(2, { test: failed })] : [job(2), job(1)]);
    await open('technician', '/jobs?waits=car');
    expect(asked().at(-1)).toContain('waits=car');
    expect(screen.getByTestId('answer').textContent).toBe('1 open job with work or a test open');
    expect(rows()[0]).toContain('Joint by joint: failed');
    cleanup();
    await open('technician', '/jobs?waits=godot');
    expect(asked().at(-1)).not.toContain('waits');
    expect(screen.getByTestId('answer').textContent).toBe('2 open jobs');
    answer = () => list([]);
    cleanup();
    await open('technician', '/jobs?waits=plan');
    expect(screen.getByText('Nothing waits for that.')).toBeTruthy();
  });

  test('what is on this device only stands at its job, with what was not taken', async () => {
    const item = (id: string, kind: 'edit' | 'reading', refused?: string) => ({
      id,
      kind,
      jobId: 'job-1',
      seq: 1,
      payload: {},
      ...(refused ? { refused: { message: refused, field: '' } } : {}),
    });
    await outbox.store.write([item('a', 'edit'), item('b', 'reading'), item('c', 'reading')]);
    answer = () => list([job(2), job(1)]);
    await open();
    expect(rows()[0]).not.toContain('this device');
    expect(rows()[1]).toContain('1 change and 2 readings on this device only: open the job to send');
    await act(
      async () => void (await outbox.store.write([item('d', 'edit', 'Out of range.')], ['a', 'b', 'c'])),
    );
    await act(() => jest.advanceTimersByTimeAsync(10));
    expect(rows()[1]).toContain('1 change on this device only, 1 not taken: open the job to see to it');
    await act(async () => void (await outbox.store.write([], ['d'])));
    await act(() => jest.advanceTimersByTimeAsync(10));
    expect(rows()[1]).not.toContain('this device');
  });

  test('a viewer starts nothing, a technician no archive, a lead both; trouble is said with its remedy', async () => {
    answer = () => list([job(1)], 60);
    await open('viewer');
    expect(screen.queryByRole('button', { name: 'New job' })).toBeNull();
    expect(screen.getByText('page 1 of 3')).toBeTruthy();
    document.body.innerHTML = '';
    await open('technician');
    expect(screen.getByRole('button', { name: 'New job' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Archive' })).toBeNull();
    document.body.innerHTML = '';
    await open('lead');
    expect(within(screen.getAllByRole('listitem')[0]!).getByRole('button', { name: 'Archive' })).toBeTruthy();
    document.body.innerHTML = '';
    answer = () => new Trouble(400, 'VALIDATION', 'The jobs cannot be read.', 'Try again.');
    await open('lead', '/jobs?page=99');
    expect(screen.getByRole('alert').textContent).toBe('The jobs cannot be read. Try again.');
  });
});
