import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob } from '@venula/core/document';
import { PSI } from '@venula/core/quantities';
import type { NewReading, NewRun, ReadingRow, Role, RunRow } from '../../src/api/types.ts';
import { useSendReadings } from '../../src/api/use-reading-queue.ts';
import { GasHold } from '../../src/features/test/gas-hold.tsx';
import { LiquidHold } from '../../src/features/test/liquid-hold.tsx';
import { ProbeProvider } from '../../src/job/record/live/probe-context.tsx';
import { emptied } from './support/device.ts';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const RUN = '22222222-2222-4222-8222-222222222222';
const START = Date.parse('2026-11-27T10:00:00.000Z');
const plan = fullReturnJob('Wagon');

const reading = (n: number, kind: ReadingRow['kind'], payload: object, minute: number): ReadingRow => ({
  id: `r-${n}`,
  kind,
  payload: payload as ReadingRow['payload'],
  corrects: null,
  author: 'Tess Varga',
  takenAt: new Date(START + minute * 60_000).toISOString(),
});
const run = (kind: RunRow['kind'], setup: object, readings: readonly ReadingRow[]): RunRow => ({
  id: RUN,
  kind,
  setup: setup as RunRow['setup'],
  jobVersion: 1,
  author: 'Tess Varga',
  at: new Date(START).toISOString(),
  readings: [...readings],
});

let shop: ReturnType<typeof shopSays>;
let sent: { readonly what: string; readonly body: unknown }[];
beforeEach(() => {
  sent = [];
  const keep = (body: unknown, what: string) => void sent.push({ what, body });
  shop = shopSays({
    [`POST /jobs/${ID}/runs`]: keep,
    [`POST /jobs/${ID}/runs/${RUN}/readings`]: keep,
    [`GET /jobs/${ID}/runs`]: () => [],
    'GET /instruments': () => [],
  });
});
afterEach(async () => {
  shop.end();
  await emptied();
});

const Sending = ({ of }: { readonly of: React.ReactNode }) => {
  useSendReadings('p1');
  return <ProbeProvider>{of}</ProbeProvider>;
};
const open = (of: React.ReactNode, role: Role = 'technician') => inJob(<Sending of={of} />, plan, { role });
/** Typed and left: Enter in a form of readings would take them. */
const typed = async (user: ReturnType<typeof userEvent.setup>, label: string, text: string) => {
  const field = screen.getByLabelText(label);
  await user.clear(field);
  await user.type(field, text);
  await user.tab();
};

describe('a hold with gas', () => {
  const SETUP = {
    cautionsRead: true,
    pressurePa: 10 * PSI,
    volumeM3: 0.15e-3,
    resolutionPa: 0.1 * PSI,
    limitM3s: 0.1e-6 / 60,
    barometricPa: 101_325,
    gaugeMaxPa: 30 * PSI,
  };
  /** Psi on the gauge, five minutes apart, the line at one temperature. */
  const held = (...psi: readonly number[]) =>
    run(
      'gas-hold',
      SETUP,
      psi.map((p, n) => reading(n, 'pressure', { pressurePa: p * PSI, kelvin: 293.15 }, 5 * n)),
    );
  const verdict = () => screen.getByTestId('hold-verdict').textContent;

  test('starts with what the shop’s gauge can prove: a smaller section sooner, and never without the cautions', async () => {
    const user = userEvent.setup();
    open(<GasHold run={undefined} />);
    const words = () => screen.getByText(/This gauge needs/).textContent;
    expect(words()).toContain('In 15 minutes it proves a section of up to');
    expect(words()).toContain('stand aside while filling');
    await typed(user, 'Volume under test', '0.1 L');
    await waitFor(() => expect(words()).not.toContain('In 15 minutes'));
    const start = screen.getByRole('button', { name: 'Start the hold' });
    expect(start.hasAttribute('disabled')).toBe(true);
    await user.click(screen.getByRole('checkbox', { name: /cautions/ }));
    await user.click(start);
    await waitFor(() => expect(sent).toHaveLength(1));
    const { kind, setup } = sent[0]!.body as NewRun;
    expect(kind).toBe('gas-hold');
    expect(setup).toMatchObject({ cautionsRead: true, volumeM3: 1e-4 });
    expect((setup as { pressurePa?: number }).pressurePa).toBeCloseTo(10 * PSI, 3);
  });

  test('fills the new dry lines that are ticked; their volume is what they hold', async () => {
    const user = userEvent.setup();
    open(<GasHold run={undefined} />);
    const volume = () => screen.getByLabelText<HTMLInputElement>('Volume under test').value;
    const all = volume();
    await user.click(await screen.findByRole('checkbox', { name: /^Return hose/ }));
    expect(volume()).not.toBe(all);
    await user.click(screen.getByRole('checkbox', { name: /cautions/ }));
    await user.click(screen.getByRole('button', { name: 'Start the hold' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect((sent[0]!.body as NewRun).setup).toMatchObject({ lines: ['feed', 'rail'] });
  });

  test('with no line ticked nothing starts', async () => {
    const user = userEvent.setup();
    open(<GasHold run={undefined} />);
    for (const name of [/^Feed hose/, /^Return hose/, /^Rail/])
      await user.click(await screen.findByRole('checkbox', { name }));
    await user.click(screen.getByRole('checkbox', { name: /cautions/ }));
    expect(screen.getByRole('button', { name: 'Start the hold' }).hasAttribute('disabled')).toBe(true);
    expect(screen.getByText('Tick the lines that are filled.')).toBeTruthy();
  });

  test('once fuel has been in every line no gas is offered, but the hold with fuel', async () => {
    const primed = {
      ...run('prime', {}, [reading(0, 'measured', { stepId: 'prime', value: 3e5 }, 0)]),
      id: 'w',
    };
    shop.end();
    shop = shopSays({ [`GET /jobs/${ID}/runs`]: () => [primed], 'GET /instruments': () => [] });
    open(<GasHold run={undefined} />);
    await screen.findByText('No gas on any line of this job.');
    expect(screen.queryByRole('button', { name: 'Start the hold' })).toBeNull();
    expect(screen.getByRole('button', { name: 'Go to the hold with fuel' })).toBeTruthy();
  });

  test('a technician stays at 15 psi, a lead goes as far as the shop allows: refused at the field, with the range', async () => {
    const user = userEvent.setup();
    const first = open(<GasHold run={undefined} />);
    await typed(user, 'Apply', '20 psi');
    expect((await screen.findByRole('alert')).textContent).toContain('to 15 psi');
    first.unmount();
    open(<GasHold run={undefined} />, 'lead');
    await typed(user, 'Apply', '20 psi');
    expect(screen.queryByRole('alert')).toBeNull();
    await typed(user, 'Apply', '40 psi');
    expect((await screen.findByRole('alert')).textContent).toContain('psi');
  });

  test.each([
    ['nothing read', [], /^Fill, let it settle/],
    ['one reading', [10], /^(?:Cannot tell yet|Fill)/],
    ['steady for 20 minutes', [10, 10, 10, 10, 10], /^Holds: the leak is below the limit/],
    ['falling', [10, 9, 8, 7, 6], /^Leaks: find it with soap/],
    ['rising', [10, 11, 12, 13, 14], /^Pressure has risen/],
    ['a needle step within five minutes', [10, 9.9], /^Cannot tell yet: wait until/],
  ] as const)('%s: says so, in the largest words there are', (_what, psi, words) => {
    open(<GasHold run={held(...psi)} />);
    expect(verdict()).toMatch(words);
  });

  test('a reading is corrected by a new one that names it, at the time it was taken', async () => {
    const user = userEvent.setup();
    open(<GasHold run={held(10, 1)} />);
    await user.click(screen.getAllByRole('button', { name: 'Edit' })[1]!);
    const field = screen.getByLabelText<HTMLInputElement>('Gauge reads');
    expect(field.value).toBe('1 psi');
    await typed(user, 'Gauge reads', '10 psi');
    await user.click(screen.getByRole('button', { name: 'Replace that reading' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const { corrects, payload, takenAt } = sent[0]!.body as NewReading;
    expect(corrects).toBe('r-1');
    expect(takenAt).toBe(new Date(START + 5 * 60_000).toISOString());
    expect((payload as { pressurePa: number }).pressurePa).toBeCloseTo(10 * PSI, 3);
  });

  test('an empty field stays empty until something valid is in it: no reading nobody typed', async () => {
    const user = userEvent.setup();
    open(<GasHold run={held(10)} />);
    const take = screen.getByRole('button', { name: 'Take the reading now' });
    expect(screen.getByLabelText<HTMLInputElement>('Gauge reads').value).toBe('');
    expect(take.hasAttribute('disabled')).toBe(true);
    await typed(user, 'Gauge reads', '9.8 psi');
    expect(take.hasAttribute('disabled')).toBe(true);
    await typed(user, 'Line temperature', '900 F');
    expect(take.hasAttribute('disabled')).toBe(true);
    await typed(user, 'Line temperature', '68 F');
    await waitFor(() => expect(take.hasAttribute('disabled')).toBe(false));
    await user.click(take);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect((sent[0]!.body as NewReading).payload).toMatchObject({ kelvin: 293.15 });
  });
});

describe('a hold with fuel', () => {
  const SETUP = {
    cautionsRead: true,
    resolutionPa: 0.1 * PSI,
    limitM3s: (5 * 0.025e-6) / 60,
    gaugeMaxPa: 150 * PSI,
    volumeM3: 0.3e-3,
    swellsM3K: 0,
  };
  const DRAWN = reading(0, 'draw-off', { drawnM3: 1e-6, beforePa: 300e3, afterPa: 220e3 }, 0);
  const at = (n: number, isolation: string, pressurePa: number, minute: number) =>
    reading(n, 'pressure', { pressurePa, kelvin: 293.15, isolation }, minute);
  const verdict = () => screen.getByTestId('fuel-hold-verdict').textContent;

  test('first a little is drawn off; after it the gauge must stand lower', async () => {
    const user = userEvent.setup();
    open(<LiquidHold run={run('liquid-hold', SETUP, [])} />);
    expect(verdict()).toMatch(/^First draw a little off/);
    await typed(user, 'Before', '43 psi');
    await typed(user, 'After', '44 psi');
    expect(screen.getByText(/After must be less than before/)).toBeTruthy();
    expect(screen.getByRole('button', { name: 'Keep it' }).hasAttribute('disabled')).toBe(true);
    await typed(user, 'After', '31 psi');
    await user.click(screen.getByRole('button', { name: 'Keep it' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect((sent[0]!.body as NewReading).kind).toBe('draw-off');
  });

  test('falls as it stands and stands with the return capped: the regulator is named, the rail is tight', () => {
    open(
      <LiquidHold
        run={run('liquid-hold', SETUP, [
          DRAWN,
          at(1, 'open', 300e3, 2),
          at(2, 'open', 160e3, 8),
          at(3, 'open', 20e3, 14),
          at(4, 'return-capped', 300e3, 20),
          at(5, 'return-capped', 300e3, 26),
          at(6, 'return-capped', 300e3, 32),
        ])}
      />,
    );
    expect(verdict()).toBe('Leaks: see which way below.');
    const ways = within(screen.getByTestId('leak-ways')).getAllByRole('listitem');
    expect(ways.map((w) => w.textContent).join('\n')).toMatch(
      /Regulator: seat or diaphragm, to the return: leaks, [\d.]+ drops a minute/,
    );
  });

  test('what is capped now is chosen by a touch, counts its own readings, and says how it is done', async () => {
    const user = userEvent.setup();
    open(<LiquidHold run={run('liquid-hold', SETUP, [DRAWN, at(1, 'open', 300e3, 2)])} />);
    expect(screen.getByText(/Nothing is capped/)).toBeTruthy();
    const capped = screen.getByRole('radio', { name: /Return capped/ });
    expect(capped.closest('label')!.textContent).toContain('0 read');
    await user.click(capped);
    expect(screen.getByText(/never by clamping PTFE or hard tube/)).toBeTruthy();
    expect(within(screen.getByRole('table')).queryAllByRole('row')).toHaveLength(1);
  });
});
