import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { fullReturnJob, type JobDocument } from '@venula/core/document';
import { billOfMaterials, type Price, toolList } from '@venula/core/supply';
import type { PutPrices, ShelfRow } from '../../src/api/types.ts';
import { PartsPage } from '../../src/features/parts/parts-page.tsx';
import { inJob } from './support/job.tsx';
import { shopSays } from './support/shop-fetch.ts';

const ID = '11111111-1111-4111-8111-111111111111';
const plan = fullReturnJob('Wagon');
const bill = billOfMaterials(plan);
/** Ordered by the piece, and one of them. */
const FILTER = bill.find((l) => l.unit === 'each' && /filter/i.test(l.part))!;

/** Where a part is named, and not where it goes. */
const PART = '[data-part-line] > td:nth-child(2)';

describe('Parts', () => {
  let shelf: ShelfRow[];
  let prices: Price[];
  let put: PutPrices[];
  let shop: ReturnType<typeof shopSays>;
  const open = (doc: JobDocument = plan) => inJob(<PartsPage />, doc);
  const answer = () => screen.getByTestId('answer').textContent;
  const rowOf = (part: string) => screen.getByText(part, { selector: PART }).closest('tr')!;
  /** The tab with the keyboard is the tab that is shown. */
  const tab = (name: string) => act(() => screen.getByRole('tab', { name }).focus());

  beforeEach(() => {
    [shelf, prices, put] = [[], [], []];
    shop = shopSays({
      'GET /shelf': () => shelf,
      'GET /prices': () => prices,
      'PUT /prices': (body) => {
        put.push(body as PutPrices);
        return prices;
      },
    });
  });
  afterEach(() => shop.end());

  test('every line of the bill stands in the list once, under its group, with how many to get', () => {
    open();
    expect(answer()).toMatch(new RegExp(`^${bill.length} items to get`));
    for (const line of bill) expect(screen.getAllByText(line.part, { selector: PART })).toHaveLength(1);
    expect(within(rowOf(FILTER.part)).getAllByRole('cell')[0]!.textContent).toBe(String(FILTER.quantity));
    expect(document.body.textContent).not.toMatch(/undefined|NaN|Infinity|\[object/);
  });

  test('what has a price is added up; the rest is said to have none', async () => {
    const other = bill.find((l) => l.unit === 'each' && l !== FILTER)!;
    prices = [
      { part: FILTER.part, unit: 'each', cents: 8_950 },
      { part: other.part, unit: 'each', cents: 1_000 },
    ];
    open();
    const total = (FILTER.quantity * 89.5 + other.quantity * 10).toFixed(2);
    await waitFor(() =>
      expect(document.body.textContent).toContain(`$${total}, and ${bill.length - 2} items without a price`),
    );
    expect(rowOf(FILTER.part).textContent).toContain('$89.50 each');
  });

  test('a price is typed at its line; what is no price is refused there', async () => {
    const user = userEvent.setup();
    open();
    await user.click(screen.getByRole('button', { name: 'Prices' }));
    const field = within(rowOf(FILTER.part)).getByRole('textbox');
    await user.type(field, 'twelve{Enter}');
    expect(put).toEqual([]);
    expect(rowOf(FILTER.part).textContent).toMatch(/price/i);
    await user.clear(field);
    await user.type(field, '12.50{Enter}');
    await waitFor(() =>
      expect(put).toEqual([{ prices: [{ part: FILTER.part, unit: 'each', cents: 1250 }] }]),
    );
  });

  test('what the shop has put aside for this job is not ordered; what it put aside for another is', async () => {
    const row = (jobId: string): ShelfRow => ({
      id: 's-1',
      part: FILTER.part,
      unit: 'each',
      quantity: 5,
      note: '',
      reserved: [{ jobId, number: 7, title: 'Wagon', quantity: FILTER.quantity }],
    });
    shelf = [row(ID)];
    const own = open();
    const many = () => within(rowOf(FILTER.part)).getAllByRole('cell')[0]!.textContent;
    await waitFor(() => expect(many()).toBe('none'));
    own.unmount();
    shelf = [row('99999999-9999-4999-8999-999999999999')];
    open();
    expect(many()).toBe(String(FILTER.quantity));
  });

  test('which hose for which line: a touch plans with it; with ethanol rubber does not do, and it says why', async () => {
    const user = userEvent.setup();
    const { doc, unmount } = open();
    tab('Hoses');
    const line = (): HTMLElement => document.querySelector<HTMLElement>('[data-hose-line="return"]')!;
    const push = within(line()).getByRole('button', { name: /^Push-on/ });
    await user.click(push);
    expect(doc().plumbing.elements['return']).toMatchObject({ hose: 'push-on' });
    unmount();
    open({ ...plan, brief: { ...plan.brief, fuel: { ...plan.brief.fuel, ethanol: 0.85 } } });
    tab('Hoses');
    expect(within(line()).queryByRole('button', { name: /^Push-on/ })).toBeNull();
    expect(within(line()).getByRole('group').textContent).toMatch(/Push-on[^.]*ethanol/i);
  });

  test('the tools to lay out first, each once', () => {
    open();
    tab('Tools');
    const tools = toolList(plan);
    expect(answer()).toBe(`${tools.length} tools to lay out first.`);
    for (const { name } of tools) expect(screen.getAllByText(name, { selector: 'strong' })).toHaveLength(1);
  });
});
