import { describe, expect, test } from '@jest/globals';
import { Arena } from '../../src/numerics/arena.ts';
import { interpolateLinear } from '../../src/numerics/interpolate.ts';
import { monotoneCubic } from '../../src/numerics/monotone-cubic.ts';
import { findRoot } from '../../src/numerics/root.ts';
import { SparseLu } from '../../src/numerics/sparse-lu.ts';
import { fc } from '../support/sweep.ts';

describe('monotone cubic', () => {
  const points = fc
    .uniqueArray(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 2, maxLength: 12 })
    .map((xs) => [...xs].sort((a, b) => a - b))
    .filter((xs) => xs.every((x, i) => i === 0 || x - xs[i - 1]! > 1e-3))
    .chain((xs) =>
      fc.tuple(
        fc.constant(xs),
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), {
          minLength: xs.length,
          maxLength: xs.length,
        }),
      ),
    );

  test('goes through its points and never leaves the band between neighbours', () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), ([xs, ys], t) => {
        const c = monotoneCubic(xs, ys);
        xs.forEach((x, i) => expect(c.valueAt(x)).toBeCloseTo(ys[i]!, 6));
        for (let i = 1; i < xs.length; i++) {
          const v = c.valueAt(xs[i - 1]! + t * (xs[i]! - xs[i - 1]!));
          expect(v).toBeGreaterThanOrEqual(Math.min(ys[i]!, ys[i - 1]!) - 1e-6);
          expect(v).toBeLessThanOrEqual(Math.max(ys[i]!, ys[i - 1]!) + 1e-6);
        }
      }),
    );
  });

  test('is exact on a straight line and its slope is the derivative of its value', () => {
    const line = monotoneCubic([0, 1, 4], [3, 5, 11]);
    for (const x of [-2, 0.3, 2.7, 9]) expect(line.valueAt(x)).toBeCloseTo(3 + 2 * x, 12);
    const c = monotoneCubic([0, 200, 300, 400, 500], [310, 275, 250, 222, 190]);
    for (const x of [10, 150, 250, 333, 480])
      expect(c.slopeAt(x)).toBeCloseTo((c.valueAt(x + 1e-4) - c.valueAt(x - 1e-4)) / 2e-4, 6);
    expect([c.beyond(-1), c.beyond(250), c.beyond(501)]).toEqual([true, false, true]);
  });

  test('refuses what is no curve', () => {
    expect(() => monotoneCubic([1], [1])).toThrow(/two points/);
    expect(() => monotoneCubic([1, 1], [1, 2])).toThrow(/rise/);
  });
});

describe('bracketed root', () => {
  test('finds roots of known functions', () => {
    expect(findRoot((x) => x * x - 2, 0, 2, 1e-12).x).toBeCloseTo(Math.SQRT2, 10);
    expect(findRoot((x) => Math.cos(x) - x, 0, 1, 1e-12).x).toBeCloseTo(0.7390851332151607, 10);
    expect(findRoot((x) => x ** 9, -1, 2, 1e-9)).toMatchObject({ converged: true });
    expect(findRoot((x) => x, 0, 1, 1e-9)).toMatchObject({ x: 0, converged: true });
  });

  test('says when there is no change of sign', () => {
    expect(findRoot((x) => x * x + 1, -1, 1, 1e-9).converged).toBe(false);
  });
});

describe('sparse LU', () => {
  /** Plain Gaussian elimination with pivoting, to compare with. */
  const dense = (a: number[][], b: number[]): number[] => {
    const m = a.map((row, i) => [...row, b[i]!]);
    const n = b.length;
    for (let k = 0; k < n; k++) {
      const best = m.slice(k).reduce((p, row, i) => (Math.abs(row[k]!) > Math.abs(m[p]![k]!) ? k + i : p), k);
      [m[k], m[best]] = [m[best]!, m[k]!];
      for (let i = k + 1; i < n; i++) {
        const f = m[i]![k]! / m[k]![k]!;
        for (let j = k; j <= n; j++) m[i]![j]! -= f * m[k]![j]!;
      }
    }
    const x = new Array<number>(n).fill(0);
    for (let i = n - 1; i >= 0; i--)
      x[i] = (m[i]![n]! - m[i]!.slice(i + 1, n).reduce((s, v, j) => s + v * x[i + 1 + j]!, 0)) / m[i]![i]!;
    return x;
  };

  test('agrees with dense elimination on random unsymmetric, diagonally dominant networks', () => {
    const edges = fc
      .integer({ min: 2, max: 24 })
      .chain((n) =>
        fc.tuple(
          fc.constant(n),
          fc.array(
            fc.tuple(
              fc.nat(n - 1),
              fc.nat(n - 1),
              fc.double({ min: 0.01, max: 10, noNaN: true }),
              fc.double({ min: 0, max: 10, noNaN: true }),
            ),
            { maxLength: 60 },
          ),
        ),
      );
    fc.assert(
      fc.property(edges, ([n, list]) => {
        const adjacency: number[][] = Array.from({ length: n }, () => []);
        const matrix = Array.from({ length: n }, () => new Array<number>(n).fill(0));
        for (const [i, j] of list) {
          if (i === j) continue;
          adjacency[i]!.push(j);
          adjacency[j]!.push(i);
        }
        for (const [i, j, up, down] of list) {
          if (i === j) continue;
          matrix[i]![i]! += up;
          matrix[j]![j]! += down;
          matrix[i]![j]! -= down;
          matrix[j]![i]! -= up;
        }
        for (let i = 0; i < n; i++) matrix[i]![i]! += 1;
        const b = Array.from({ length: n }, (_, i) => i - n / 3);
        const lu = new SparseLu(
          adjacency.length,
          adjacency.flatMap((row, i) => row.flatMap((j) => [i, j])),
        );
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) if (matrix[i]![j] !== 0) lu.values[lu.position(i, j)] = matrix[i]![j]!;
        expect(lu.factor()).toBe(-1);
        const x = Float64Array.from(b);
        lu.solve(x);
        dense(matrix, b).forEach((v, i) =>
          expect(Math.abs(x[i]! - v)).toBeLessThan(1e-8 * (1 + Math.abs(v))),
        );
        // Its mirror image added it is symmetric, and half of it is enough.
        const mirrored = matrix.map((row, i) => row.map((v, j) => v + matrix[j]![i]!));
        lu.clear();
        const upper = (i: number, j: number): number => Math.min(lu.position(i, j), lu.position(j, i));
        for (let i = 0; i < n; i++)
          for (let j = i; j < n; j++) if (mirrored[i]![j] !== 0) lu.values[upper(i, j)] = mirrored[i]![j]!;
        expect(lu.factorSymmetric()).toBe(-1);
        const y = new Float64Array(n);
        b.forEach((v, i) => (y[lu.place[i]!] = v));
        lu.solveSymmetricInOrder(y);
        dense(mirrored, b).forEach((v, i) =>
          expect(Math.abs(y[lu.place[i]!]! - v)).toBeLessThan(1e-8 * (1 + Math.abs(v))),
        );
      }),
    );
  });

  test('names the unknown nothing holds', () => {
    const lu = new SparseLu(3, [0, 1]);
    lu.values[lu.position(0, 0)] = 1;
    lu.values[lu.position(1, 1)] = 1;
    expect(lu.factor()).toBe(2);
    expect(lu.position(0, 2)).toBe(-1);
  });
});

test('straight interpolation holds its ends', () => {
  expect([-1, 0, 5, 10, 99].map((x) => interpolateLinear([0, 10], [1, 3], x))).toEqual([1, 1, 2, 3, 3]);
  expect(interpolateLinear([], [], 1)).toBeNaN();
});

describe('arrays out of shared blocks', () => {
  test('never overlap, start at zero, and keep what was written, however far past the first estimate they go', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.array(fc.record({ floats: fc.boolean(), length: fc.nat(60) }), { maxLength: 40 }),
        (bytes, wanted) => {
          const arena = new Arena(bytes);
          const made = wanted.map((w) => (w.floats ? arena.floats(w.length) : arena.ints(w.length)));
          made.forEach((array, i) => {
            expect(array).toHaveLength(wanted[i]!.length);
            expect(array.every((x) => x === 0)).toBe(true);
          });
          made.forEach((array, i) => array.fill(i + 1));
          made.forEach((array, i) => expect(array.every((x) => x === i + 1)).toBe(true));
        },
      ),
    );
  });
});
