import type { JobDocument } from '../document/job-document.ts';
import type { BillLine } from '../kinds/bill-line.ts';
import { runLines } from '../kinds/plumbing/run/lines.ts';
import type { UnitSystem } from '../quantities/units.ts';
import { sold } from './sold.ts';
import { FOOT } from '../quantities/constants.ts';

/** What a part costs: a piece, or a meter of it. Cents, whole or not. */
export interface Price {
  readonly part: string;
  readonly unit: 'each' | 'm';
  readonly cents: number;
}

/** An order list with its prices. */
export interface Priced {
  /** By line, in cents for what is ordered of it; null: no price is known. */
  readonly costs: readonly (number | null)[];
  /** Of the lines that have one. */
  readonly total: number;
  /** Lines without a price. */
  readonly unpriced: number;
}

/**
 * What an order list costs as it is sold: whole pieces, whole feet or half meters.
 * @param lines of the order list
 * @param prices known prices, by the words of the list
 * @param system unit system of the shop
 * @returns cents
 * Validity: prices without tax or freight, in the shop’s one currency.
 * @throws nothing
 * @source arithmetic
 * @example priceList([{ group: 'ends', part: 'x', quantity: 2, unit: 'each', note: '' }], [{ part: 'x', unit: 'each', cents: 1250 }], 'us').total // => 2500
 */
export function priceList(lines: readonly BillLine[], prices: readonly Price[], system: UnitSystem): Priced {
  const by = new Map(prices.map((p) => [`${p.unit} ${p.part}`, p.cents]));
  const costs = lines.map((line) => {
    const cents = by.get(`${line.unit} ${line.part}`);
    if (cents === undefined) return null;
    const { quantity, unit } = sold(line, system);
    return Math.round(cents * quantity * (unit === 'ft' ? FOOT : 1));
  });
  return {
    costs,
    total: costs.reduce<number>((sum, c) => sum + (c ?? 0), 0),
    unpriced: costs.filter((c) => c === null).length,
  };
}

/**
 * What some lines cost made up in the shop, hose and ends alone: to be set against a kit.
 * @param doc job document
 * @param ids the lines a kit would take the place of
 * @param prices known prices
 * @param system unit system of the shop
 * @returns cents, and how many of their parts have no price
 * Validity: hose bought for these lines alone, as it is sold.
 * @throws nothing
 * @source arithmetic
 * @example piecedPrice(fullReturnJob('x'), ['feed'], [], 'us').unpriced > 0 // => true
 */
export function piecedPrice(
  doc: JobDocument,
  ids: readonly string[],
  prices: readonly Price[],
  system: UnitSystem,
): Pick<Priced, 'total' | 'unpriced'> {
  const parts = new Map<string, BillLine>();
  for (const id of ids) {
    const run = doc.plumbing.elements[id];
    if (run?.kind !== 'run') continue;
    for (const line of runLines(run, { ethanol: doc.brief.fuel.ethanol, inlets: 1, checkFollows: false })) {
      const other = parts.get(line.part);
      parts.set(line.part, other ? { ...other, quantity: other.quantity + line.quantity } : line);
    }
  }
  return priceList([...parts.values()], prices, system);
}

/** One row of a price list that was read. */
export interface PriceRow {
  /** In the file, from 1, its heading not counted. */
  readonly row: number;
  readonly part: string;
  /** What is wrong with it; absent: it can be taken. */
  readonly trouble?: string;
  readonly price?: Price;
}

const MOST_CENTS = 10_000_00;

/**
 * Prices from rows of a file: part, price, and “per” (each, ft, m) where it is not each.
 * @param rows cells by heading, as a CSV reader gives them
 * @returns every row with its price or what is wrong with it; the last of two prices for one part wins and the first says so
 * Validity: headings part, price, per in any case.
 * @throws nothing
 * @source own format
 * @example readPrices([{ part: 'x', price: '$12.50' }])[0].price.cents // => 1250
 */
export function readPrices(rows: readonly Readonly<Record<string, string | undefined>>[]): PriceRow[] {
  const read = rows.map((cells, i): PriceRow => {
    const by = Object.fromEntries(
      Object.entries(cells).map(([k, v]) => [k.trim().toLowerCase(), (v ?? '').trim()]),
    );
    // A cell that a spreadsheet was kept from running as a formula.
    const part = (by['part'] ?? '').replace(/^'/, '');
    const row = i + 1;
    const bad = (trouble: string): PriceRow => ({ row, part, trouble });
    if (part === '') return bad('no part is named');
    if (part.length > 200) return bad('the name is longer than 200 characters');
    const text = (by['price'] ?? '').replace(/[$\s]/g, '').replace(/,(?=\d{3}\b)/g, '');
    if (!/^\d+(\.\d{1,4})?$/.test(text)) return bad(`“${by['price'] ?? ''}” is no price: type 12.50`);
    const amount = Number(text) * 100;
    if (amount > MOST_CENTS)
      return bad(
        `“${by['price'] ?? ''}” is more than $10,000, the most a price may be: check its decimal point`,
      );
    const per = (by['per'] ?? '').toLowerCase();
    if (!['', 'each', 'ft', 'foot', 'm', 'meter'].includes(per)) return bad(`per “${per}”: each, ft or m`);
    const foot = per === 'ft' || per === 'foot';
    const unit = foot || per === 'm' || per === 'meter' ? ('m' as const) : ('each' as const);
    return { row, part, price: { part, unit, cents: foot ? amount / FOOT : amount } };
  });
  const last = new Map(read.map((r) => [r.part, r.row]));
  return read.map((r) =>
    r.price && last.get(r.part) !== r.row
      ? { row: r.row, part: r.part, trouble: `row ${last.get(r.part)} has another price for it` }
      : r,
  );
}
