import { describe, expect, test } from '@jest/globals';
import { fullReturnJob } from '../../src/public/document.ts';
import { checkJob } from '../../src/public/formats.ts';
import { cutGroups, cuttingPlan, kitLines, type Offcut, type Piece } from '../../src/public/supply.ts';
import type { Sold } from '../../src/supply/cutting.ts';
import { applied, taped } from '../support/examples.ts';
import { FOOT } from '../support/units.ts';
import { fc } from '../support/sweep.ts';

const BY_FOOT: Sold = { by: 'step', step: FOOT, longest: 15 };
const piece = (length: number, i: number): Piece => ({ id: `p${i}`, name: `Hose ${i}`, length });
const pieces = (...lengths: number[]): Piece[] => lengths.map(piece);
const offcuts = (...lengths: number[]): Offcut[] => lengths.map((length, i) => ({ id: `o${i}`, length }));
/** What a piece takes: 6 mm squared at each end and 3 mm of a cut. */
const takes = (length: number): number => length + 0.015;

type Aims = readonly [bought: number, opened: number, scrap: number];
const better = (a: Aims, b: Aims): boolean => {
  const at = a.findIndex((v, i) => Math.abs(v - b[i]!) > 1e-7);
  return at >= 0 && a[at]! < b[at]!;
};
/** Length bought for so much hose. */
const boughtFor = (used: number, sold: Sold): number =>
  sold.by === 'step'
    ? Math.ceil(used / sold.step - 1e-9) * sold.step
    : Math.min(...sold.lengths.filter((l) => l >= used - 1e-9));
/** What a plan comes to: bought (rolls, or m by the foot), length opened, leftovers under a foot. */
function aimsOf(lengths: readonly { length: number; used: number; fresh: boolean }[], sold: Sold): Aims {
  const fresh = lengths.filter((l) => l.fresh);
  const sum = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0);
  return [
    sold.by === 'roll' ? fresh.length : sum(fresh.map((l) => l.length)),
    sum(lengths.map((l) => l.length)),
    sum(lengths.map((l) => l.length - l.used).filter((left) => left < 0.3048)),
  ];
}

/** Every way to put pieces into offcuts and bought lengths: the best aims there are. */
function byTryingAll(lengths: readonly number[], shelf: readonly number[], sold: Sold): Aims {
  const longest = sold.by === 'step' ? sold.longest : Math.max(...sold.lengths);
  const open = shelf.map((room) => ({ room, used: 0, fresh: false }));
  let best: Aims = [Infinity, Infinity, Infinity];
  const put = (n: number): void => {
    if (n === lengths.length) {
      const cut = open.filter((o) => o.used > 1e-9);
      const aims = aimsOf(
        cut.map(({ room, used, fresh }) => ({ length: fresh ? boughtFor(used, sold) : room, used, fresh })),
        sold,
      );
      if (better(aims, best)) best = aims;
      return;
    }
    const need = takes(lengths[n]!);
    for (const o of [...open]) {
      if (o.used + need > o.room + 1e-9) continue;
      o.used += need;
      put(n + 1);
      o.used -= need;
    }
    if (need > longest + 1e-9) return;
    open.push({ room: longest, used: need, fresh: true });
    put(n + 1);
    open.pop();
  };
  put(0);
  return best;
}

/** The longest first, each into the first length with room. */
function longestFirst(lengths: readonly number[], roll: number): number {
  const rooms: number[] = [];
  for (const l of [...lengths].sort((a, b) => b - a)) {
    const at = rooms.findIndex((r) => r + 1e-9 >= takes(l));
    if (at < 0) rooms.push(roll - takes(l));
    else rooms[at] = rooms[at]! - takes(l);
  }
  return rooms.length;
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
    const plan = cuttingPlan(pieces(4, 0.5), [], { by: 'roll', lengths: [1, 3] });
    expect(plan.tooLong.map((p) => p.length)).toEqual([4]);
    expect(plan.bars.map((b) => b.length)).toEqual([1]);
  });

  const length = fc.integer({ min: 5, max: 300 }).map((cm) => cm / 100);
  const few = fc.array(length, { maxLength: 6 });
  const shelf = fc.array(length, { maxLength: 3 });
  test.each<readonly [string, Sold]>([
    ['by the foot', BY_FOOT],
    ['by the foot from short rolls', { by: 'step', step: FOOT, longest: 3.1 }],
    ['in rolls', { by: 'roll', lengths: [0.9, 1.8, 3.1] }],
  ])('nothing less is bought, opened or left over: against every way there is, %s', (_, sold) => {
    fc.assert(
      fc.property(few, shelf, (lengths, left) => {
        const plan = cuttingPlan(pieces(...lengths), offcuts(...left), sold);
        expect(plan.proven).toBe(true);
        expect(plan.tooLong).toEqual([]);
        const aims = aimsOf(
          plan.bars.map((b) => ({ length: b.length, used: b.length - b.left, fresh: b.offcut === null })),
          sold,
        );
        const best = byTryingAll(lengths, left, sold);
        expect(aims.map((v, i) => Math.abs(v - best[i]!) < 1e-6)).toEqual([true, true, true]);
        expect(plan.bound).toBeLessThanOrEqual(best[0] + 1e-6);
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

  test('many pieces: never more rolls than longest-first, never fewer than the bound, and what is proven meets it or was tried out', () => {
    const sold: Sold = { by: 'roll', lengths: [6.096] };
    const many = fc.array(fc.integer({ min: 30, max: 300 }), { minLength: 16, maxLength: 24 });
    fc.assert(
      fc.property(many, (cm) => {
        const lengths = cm.map((n) => n / 100);
        const plan = cuttingPlan(pieces(...lengths), [], sold);
        expect(plan.bars.flatMap((b) => b.pieces)).toHaveLength(lengths.length);
        expect(plan.rolls).toBeLessThanOrEqual(longestFirst(lengths, 6.096));
        expect(plan.rolls).toBeGreaterThanOrEqual(plan.bound);
        if (plan.rolls === plan.bound) expect(plan.proven).toBe(true);
      }),
      { numRuns: 12 },
    );
  });

  test('rolls and longest piece: the job’s before the shop’s, tube by the foot', () => {
    const doc = taped(fullReturnJob('x'));
    const shop = { rollsM: [3, 6], longestM: 9 };
    const soldBy = (plan: typeof doc) => cutGroups(plan, 'us', shop)[0]!.sold;
    expect(soldBy(doc)).toEqual({ by: 'roll', lengths: [3, 6] });
    const own = applied(doc, [{ op: 'add', path: '/hoseSold', value: { rollsM: [], longestM: 5 } }]);
    expect(soldBy(own)).toEqual({ by: 'step', step: FOOT, longest: 5 });
    expect(checkJob(own).ok).toBe(true);
    const tube = applied(doc, [{ op: 'replace', path: '/plumbing/elements/feed/hose', value: 'hard-steel' }]);
    expect(soldBy(tube)).toEqual({ by: 'step', step: FOOT, longest: 9 });
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
