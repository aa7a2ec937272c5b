import { describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '../../src/public/document.ts';
import { taped } from '../support/examples.ts';
import {
  type BillLine,
  billOfMaterials,
  piecedPrice,
  priceList,
  readPrices,
} from '../../src/public/supply.ts';

const line = (part: string, quantity: number, unit: 'each' | 'm' = 'each'): BillLine => ({
  group: 'ends',
  part,
  quantity,
  unit,
  note: '',
});

describe('what an order list costs', () => {
  const prices = [
    { part: 'End', unit: 'each', cents: 1899 },
    { part: 'Hose', unit: 'm', cents: 2000 },
  ] as const;

  test('by the piece, by whole feet or half meters; what has no price is counted, not taken as free', () => {
    const lines = [line('End', 3), line('Hose', 1.3, 'm'), line('Clip', 4)];
    // 1.3 m is 5 ft, that is 1.524 m; or three half meters.
    expect(priceList(lines, prices, 'us')).toEqual({ costs: [5697, 3048, null], total: 8745, unpriced: 1 });
    expect(priceList(lines, prices, 'metric').costs).toEqual([5697, 3000, null]);
    // A price a meter is none for a piece.
    expect(priceList([line('Hose', 1)], prices, 'us').unpriced).toBe(1);
  });

  test('a whole list priced line by line adds up, and lines made up in the shop cost their hose and ends', () => {
    const doc = taped(fullReturnJob('x'));
    const lines = billOfMaterials(doc);
    const all = lines.map((l) => ({ part: l.part, unit: l.unit, cents: 100 }));
    const { total, unpriced, costs } = priceList(lines, all, 'us');
    expect([unpriced, total]).toEqual([0, costs.reduce<number>((sum, c) => sum + c!, 0)]);
    // Feed: 4.43 m of hose is 15 ft at $1 a meter, and two ends.
    expect(piecedPrice(doc, ['feed'], all, 'us')).toMatchObject({
      total: Math.round(15 * 30.48) + 200,
      unpriced: 0,
    });
    expect(piecedPrice(doc, ['pump'], all, 'us').total).toBe(0);
  });
});

describe('a price list that is read', () => {
  test('prices as people write them, each wrong row with its reason', () => {
    const rows = readPrices([
      { Part: 'End', Price: '$1,234.50' },
      { part: 'Hose', price: '6.10', per: 'ft' },
      { part: "'=Odd", price: '3' },
      { part: '', price: '3' },
      { part: 'Clip', price: 'free' },
      { part: 'Clip', price: '-1' },
      { part: 'Wire', price: '1', per: 'mile' },
      { part: 'Car', price: '99999' },
      { part: 'End', price: '20' },
    ]);
    expect(rows.map((r) => r.price?.cents)).toEqual([
      undefined,
      expect.closeTo(610 / 0.3048, 6),
      300,
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
      2000,
    ]);
    expect(rows.map((r) => r.trouble)).toEqual([
      'row 9 has another price for it',
      undefined,
      undefined,
      'no part is named',
      '“free” is no price: type 12.50',
      '“-1” is no price: type 12.50',
      'per “mile”: each, ft or m',
      '“99999” is more than $10,000, the most a price may be: check its decimal point',
      undefined,
    ]);
    expect(rows[2]!.part).toBe('=Odd');
  });
});
