import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { domainOf } from '../src/ui/chart/domain.ts';

const any = fc.array(fc.double({ noNaN: false, min: -1e12, max: 1e12 }), { maxLength: 30 });

fc.configureGlobal({ seed: Number(process.env['VENULA_SEED']) });

describe('the ends of a value axis', () => {
  test('hold every value, and are never the same place', () => {
    fc.assert(
      fc.property(any, fc.boolean(), fc.double({ min: 0, max: 1e6, noNaN: true }), (values, zero, least) => {
        const [lo, hi] = domainOf(values, { ...(zero ? { zero } : {}), least });
        expect(hi).toBeGreaterThan(lo);
        for (const v of values.filter(Number.isFinite)) {
          expect(v).toBeGreaterThanOrEqual(lo);
          expect(v).toBeLessThanOrEqual(hi);
        }
        if (zero) expect(lo).toBeLessThanOrEqual(0);
      }),
    );
  });

  test('a steady value stays in the middle of the least span; a pile of nothing still has an axis', () => {
    expect(domainOf([300e3, 301e3], { least: 10e3 })).toEqual([290.5e3, 310.5e3]);
    expect(domainOf([], { zero: true })).toEqual([0, 1]);
    expect(domainOf([NaN, Infinity], {})).toEqual([0, 1]);
    expect(domainOf([0, 0], { zero: true })).toEqual([0, 1]);
    expect(domainOf([0, 100], { zero: true })).toEqual([0, 106]);
  });
});
