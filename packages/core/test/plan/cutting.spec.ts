import { describe, expect, test } from '@jest/globals';
import { cuttingPlan, kitLines, type Offcut, type Piece } from '../../src/public/supply.ts';
import type { Sold } from '../../src/supply/cutting.ts';
import { FOOT } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

const BY_FOOT: Sold = { by: 'step', step: FOOT, longest: 15 };
const piece = (length: number, i: number): Piece => ({ id: `p${i}`, name: `Hose ${i}`, length });
const pieces = (...lengths: number[]): Piece[] => lengths.map(piece);
const offcuts = (...lengths: number[]): Offcut[] => lengths.map((length, i) => ({ id: `o${i}`, length }));
/** What a piece takes: 6 mm squared at each end and 3 mm of a cut. */
const takes = (length: number): number => length + 0.015;

/** Every way to put pieces into offcuts and bought lengths: the least that can be bought. */
function byTryingAll(lengths: readonly number[], shelf: readonly number[], sold: Sold): number {
  const room = [...shelf];
  const fresh: { room: number; used: number }[] = [];
  let best = Infinity;
  const bought = (): number =>
    fresh.reduce(
      (sum, f) => sum + (sold.by === 'step' ? Math.ceil(f.used / sold.step - 1e-9) * sold.step : f.room),
      0,
    );
  const put = (n: number): void => {
    if (n === lengths.length) {
      best = Math.min(best, bought());
      return;
    }
    const need = takes(lengths[n]!);
    room.forEach((left, i) => {
      if (need > left + 1e-9) return;
      room[i] = left - need;
      put(n + 1);
      room[i] = left;
    });
    for (const f of fresh) {
      if (f.used + need > f.room + 1e-9) continue;
      f.used += need;
      put(n + 1);
      f.used -= need;
    }
    for (const long of sold.by === 'step' ? [sold.longest] : sold.lengths) {
      if (need > long + 1e-9) continue;
      fresh.push({ room: long, used: need });
      put(n + 1);
      fresh.pop();
    }
  };
  put(0);
  return best;
}

describe('what is cut from which length', () => {
  test('by hand: two offcuts take what fits, the rest is bought by the foot', () => {
    const plan = cuttingPlan(pieces(0.9, 0.55, 0.3), offcuts(0.6, 1), BY_FOOT);
    expect(plan.bought).toBeCloseTo(2 * FOOT, 9);
    expect(plan.bars.map((b) => [b.offcut, b.pieces.map((p) => p.length)])).toEqual([
      ['o0', [0.55]],
      ['o1', [0.9]],
      [null, [0.3]],
    ]);
    expect(plan.bars[0]!.left).toBeCloseTo(0.6 - 0.565, 9);
  });

  test('a shelf that holds all is enough, and as few lengths of it are opened as can be', () => {
    const plan = cuttingPlan(pieces(0.3, 0.3, 0.3), offcuts(0.5, 0.5, 2), BY_FOOT);
    expect([plan.bought, plan.bars.length]).toEqual([0, 1]);
  });

  test('longer than anything there is: told, the others are cut all the same', () => {
    const plan = cuttingPlan(pieces(4, 0.5), [], { by: 'length', lengths: [1, 3] });
    expect(plan.tooLong.map((p) => p.length)).toEqual([4]);
    expect(plan.bars.map((b) => b.length)).toEqual([1]);
  });

  const length = fc.integer({ min: 5, max: 300 }).map((cm) => cm / 100);
  const few = fc.array(length, { maxLength: 6 });
  const shelf = fc.array(length, { maxLength: 3 });
  test.each<readonly [string, Sold]>([
    ['by the foot', BY_FOOT],
    ['by the foot from short rolls', { by: 'step', step: FOOT, longest: 3.1 }],
    ['in lengths of its own', { by: 'length', lengths: [0.9, 1.8, 3.1] }],
  ])('nothing less can be bought: against every way there is, %s', (_, sold) => {
    fc.assert(
      fc.property(few, shelf, (lengths, left) => {
        const plan = cuttingPlan(pieces(...lengths), offcuts(...left), sold);
        expect(plan.proven).toBe(true);
        expect(plan.tooLong).toEqual([]);
        expect(plan.bought).toBeCloseTo(byTryingAll(lengths, left, sold), 6);
        // Every piece once, no length cut beyond its end.
        expect(plan.bars.flatMap((b) => b.pieces.map((p) => p.id)).sort()).toEqual(
          lengths.map((_l, i) => `p${i}`).sort(),
        );
        for (const b of plan.bars) {
          expect(b.pieces.reduce((sum, p) => sum + takes(p.length), 0)).toBeCloseTo(b.length - b.left, 9);
          expect(b.left).toBeGreaterThanOrEqual(-1e-9);
        }
      }),
      { numRuns: 150 },
    );
  });

  test('a car’s hoses and a full shelf are planned at once and proven', () => {
    const lengths = Array.from({ length: 12 }, (_, i) => 0.2 + ((i * 37) % 29) / 10);
    const plan = cuttingPlan(pieces(...lengths), offcuts(0.4, 0.7, 1.1, 1.9, 2.5), BY_FOOT);
    expect(plan.bars.flatMap((b) => b.pieces)).toHaveLength(12);
    expect(plan.proven).toBe(true);
  });
});

describe('which line of a kit goes where', () => {
  test('by hand', () => {
    const match = kitLines(pieces(0.5, 0.9, 2), [1, 0.6, 0.55]);
    expect(match.map((m) => m.line)).toEqual([2, 0, null]);
  });

  test('against every assignment: as many served, as little over', () => {
    const length = fc.integer({ min: 1, max: 30 }).map((n) => n / 10);
    fc.assert(
      fc.property(fc.array(length, { maxLength: 5 }), fc.array(length, { maxLength: 5 }), (needs, kit) => {
        const match = kitLines(pieces(...needs), kit);
        const of = (lines: readonly (number | null)[]): readonly [number, number] => [
          lines.filter((l) => l !== null).length,
          lines.reduce<number>((sum, l, i) => sum + (l === null ? 0 : kit[l]! - needs[i]!), 0),
        ];
        let best: readonly [number, number] = [-1, Infinity];
        const put = (i: number, lines: (number | null)[]): void => {
          if (i === needs.length) {
            const here = of(lines);
            if (here[0] > best[0] || (here[0] === best[0] && here[1] < best[1] - 1e-9)) best = here;
            return;
          }
          put(i + 1, [...lines, null]);
          kit.forEach((long, k) => {
            if (long >= needs[i]! - 1e-9 && !lines.includes(k)) put(i + 1, [...lines, k]);
          });
        };
        put(0, []);
        const mine = of(match.map((m) => m.line));
        expect(mine[0]).toBe(best[0]);
        expect(mine[1]).toBeCloseTo(best[1], 9);
      }),
      { numRuns: 200 },
    );
  });
});
