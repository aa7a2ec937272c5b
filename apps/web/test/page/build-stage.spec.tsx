import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { fullReturnJob } from '@venula/core/document';
import { jobSheet } from '@venula/core/prove';
import type { NewReading, RunRow } from '../../src/api/types.ts';
import { useSendReadings } from '../../src/api/use-reading-queue.ts';
import { BuildPage } from '../../src/features/build/build-page.tsx';
import userEvent from '@testing-library/user-event';
import { choose } from './support/choose.ts';
import { emptied } from './support/device.ts';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const RUN = '22222222-2222-4222-8222-222222222222';
const HELD = jobSheet(fullReturnJob('Wagon')).find((s) => s.hold)!;

describe('The job sheet', () => {
  let run: RunRow;
  let shop: ReturnType<typeof shopSays>;
  let rows = 0;
  let secondLooks: string[] = [];
  const row = (kind: string, payload: object, author: string) => ({
    id: `row-${++rows}`,
    kind: kind as NewReading['kind'],
    payload: payload as Readonly<Record<string, unknown>>,
    corrects: null,
    author,
    takenAt: new Date(Date.UTC(2026, 10, 27, 9, rows)).toISOString(),
  });
  const done = (by: string) => row('step', { stepId: HELD.id, result: 'done', note: '' }, by);
  const Sending = () => {
    useSendReadings('p1');
    return <BuildPage />;
  };
  const open = async (...readings: RunRow['readings']) => {
    run = { ...run, readings };
    const opened = inJob(<Sending />, fullReturnJob('Wagon'));
    await screen.findByRole('region', { name: 'Next' });
    return opened;
  };
  const held = () => document.querySelector<HTMLElement>(`[data-build="${HELD.id}"]`)!;
  const unfold = () => fireEvent.click(within(held()).getAllByRole('button')[0]!);

  beforeEach(() => {
    run = {
      id: RUN,
      kind: 'build',
      setup: {},
      jobVersion: 1,
      author: 'Tess Varga',
      at: '2026-11-27T09:00:00.000Z',
      readings: [],
    };
    shop = shopSays({
      [`GET /jobs/${ID}/runs`]: () => [run],
      [`GET /jobs/${ID}/photos`]: () => [],
      'GET /shop': () => ({ name: 'Shop', secondLooks }),
      [`POST /jobs/${ID}/runs/${RUN}/readings`]: (body) => {
        const sent = body as NewReading;
        run = {
          ...run,
          readings: [...run.readings, { ...sent, id: sent.readingId, author: 'Tess Varga' }],
        };
        return {};
      },
    });
  });
  afterEach(async () => {
    shop.end();
    await emptied();
  });

  test('what somebody else did is looked at by whoever is signed in, once, and stands beside the step', async () => {
    await open(done('Lou Abernethy'));
    expect(held().textContent).toContain('no second look yet');
    unfold();
    fireEvent.click(within(held()).getByRole('button', { name: `I have looked: ${HELD.does}` }));
    await waitFor(() =>
      expect(run.readings.at(-1)).toMatchObject({ kind: 'second-look', payload: { stepId: HELD.id } }),
    );
    await waitFor(() => expect(held().textContent).toMatch(/second look: (Tess Varga|this device)/));
  });

  test('nobody looks at what they did themselves', async () => {
    await open(done('Tess Varga'));
    unfold();
    expect(held().textContent).toContain('Done by Tess Varga: nobody else has looked yet.');
    expect(within(held()).queryByRole('button', { name: /I have looked/ })).toBeNull();
  });

  test('a step done anew wants a new look', async () => {
    await open(
      done('Lou Abernethy'),
      row('second-look', { stepId: HELD.id }, 'Tess Varga'),
      done('Lou Abernethy'),
    );
    expect(held().textContent).toContain('no second look yet');
  });

  test('where the shop wants a second look the sheet says that it is not finished without', async () => {
    secondLooks = [HELD.hold!];
    await open(done('Lou Abernethy'));
    await waitFor(() => expect(held().textContent).toContain('needs a second look'));
    unfold();
    expect(held().textContent).toContain('the sheet is not finished until somebody else has looked');
    secondLooks = [];
  });

  test('another size that was fitted goes into the plan from the sheet', async () => {
    const opened = await open();
    const line = () => document.querySelector<HTMLElement>('[data-build="make:feed"]')!;
    fireEvent.click(within(line()).getAllByRole('button')[0]!);
    await choose(userEvent.setup(), within(line()).getByLabelText(/^Size/), '-10');
    expect(opened.edits.at(-1)).toMatchObject([{ path: '/plumbing/elements/feed/dash', value: 10 }]);
    expect(opened.doc().plumbing.elements['feed']).toMatchObject({ dash: 10 });
  });

  test('what is found is noted under its kind, counted until it is closed, and never rubbed out', async () => {
    await open();
    const fluids = () => screen.getByRole('region', { name: 'Fluids lost' });
    fireEvent.click(document.querySelector('[data-survey] summary')!);
    const note = within(fluids()).getByRole<HTMLButtonElement>('button', { name: /^Note it/ });
    expect(note.disabled).toBe(true);
    fireEvent.change(within(fluids()).getByRole('textbox', { name: 'Which, and how much' }), {
      target: { value: '  Brake fluid, a cup ' },
    });
    fireEvent.click(note);
    await waitFor(() => expect(fluids().textContent).toContain('to be refilled and bled'));
    expect(document.querySelector('[data-survey] summary')!.textContent).toContain('1 to close');
    fireEvent.click(within(fluids()).getByRole('button', { name: 'Refilled and bled: Brake fluid, a cup' }));
    await waitFor(() =>
      expect(document.querySelector('[data-survey] summary')!.textContent).toContain('1 noted'),
    );
    await waitFor(() => expect(run.readings.filter((r) => r.kind === 'found')).toHaveLength(2));
    expect(run.readings[0]!.payload).toMatchObject({
      of: 'fluid',
      what: 'Brake fluid, a cup',
      closed: false,
    });
  });
});
