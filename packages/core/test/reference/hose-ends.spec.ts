import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { sayMiss } from '../../src/public/say.ts';
import {
  ELBOWS,
  type EndFit,
  type EndQuestion,
  fitHoseEnds,
  hosesThatGoIn,
  missOf,
  outlineOf,
  type MeasuredGap,
  type Pose,
  posesOf,
  type Vec3,
} from '../../src/public/fit.ts';
import { runs } from '../support/sweep.ts';
import { type EndId, HOSE_KINDS, type HoseKindId } from '../../src/public/kinds.ts';

const FLAT: MeasuredGap = { ahead: 0.4, left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 };
const ask = (gap: Partial<MeasuredGap>, ends = ELBOWS, dash: 6 | 8 = 6): EndQuestion => ({
  ...posesOf({ ...FLAT, ...gap }),
  hose: 'ptfe',
  dash,
  ends,
  movement: 0,
});

const add = (a: Vec3, b: Vec3, by = 1): Vec3 => [a[0] + by * b[0], a[1] + by * b[1], a[2] + by * b[2]];
const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Vec3): Vec3 => a.map((v) => v / Math.hypot(...a)) as unknown as Vec3;
const key = (f: { readonly ends: readonly [EndId, EndId] }): string => f.ends.join(' + ');

/** Two ports, and for each pair of ends how it lies (1 easily, 2 tightly) and what it loses; 0: the grid found no way. */
interface GridAnswer {
  readonly hose: HoseKindId;
  readonly from: Pose;
  readonly to: Pose;
  readonly pairs: readonly (0 | readonly [1 | 2, number])[];
}

/** Computed once by test/data/hose-ends/grid.mjs, which has a solver, sizes and losses of its own. */
const GRID = JSON.parse(
  readFileSync(join(import.meta.dirname, '../data/hose-ends/grid.json'), 'utf8'),
) as readonly GridAnswer[];

/** Of the nine ends: some five a pair of ports, all of them in the long run. */
const TRIED = Math.min(9, runs(5));

describe('hose ends against a grid of both clocks in steps of five degrees', () => {
  test.each(GRID.map((answer, n) => [n, answer] as const))(
    'ports %i: nothing the grid finds is refused, called tighter than it is, or loses more',
    (n, { hose, from, to, pairs }) => {
      const ends = ELBOWS.filter((_, i) => (i + n) % 9 < TRIED);
      const fits = new Map(
        fitHoseEnds({ from, to, hose, dash: 6, ends, movement: 0 }).map((f) => [key(f), f]),
      );
      const worse = pairs.flatMap((found, i) => {
        if (found === 0) return [];
        const pair = [ELBOWS[Math.floor(i / 9)]!, ELBOWS[i % 9]!] as const;
        if (!pair.every((end) => ends.includes(end))) return [];
        const fit = fits.get(key({ ends: pair }));
        const lies = fit ? ['', 'easily', 'tightly', 'in-a-loop'].indexOf(fit.lies) : undefined;
        const [grid, loss] = found;
        const asGood = lies !== undefined && (lies < grid || (lies === grid && fit!.loss < 1.002 * loss));
        return asGood ? [] : [{ pair, grid, loss, lies, ours: fit?.loss }];
      });
      expect(worse).toEqual([]);
    },
    60_000,
  );

  test('the grid covers 40 pairs of ports with 81 pairs of ends, of every kind', () => {
    expect(GRID.map((g) => g.pairs.length)).toEqual(Array.from({ length: 40 }, () => 81));
    const count = (lies: number) =>
      GRID.flatMap((g) => g.pairs).filter((p) => p !== 0 && p[0] === lies).length;
    expect(count(1)).toBeGreaterThan(500);
    expect(count(2)).toBeGreaterThan(200);
  });
});

const far = (a: Vec3, b: Vec3): number => Math.hypot(...a.map((v, i) => v - b[i]!));
const lengthOf = (points: readonly Vec3[]): number =>
  points.slice(1).reduce((sum, p, i) => sum + far(p, points[i]!), 0);

/** Every answer is one that can be built. */
function buildable(q: EndQuestion, fit: EndFit): void {
  const { ends, hose } = outlineOf(q, fit);
  expect(far(ends[0][0]!, q.from.at)).toBeLessThan(1e-9);
  expect(far(ends[1][0]!, q.to.at)).toBeLessThan(1e-9);
  // The hose goes from the tail of one end to the tail of the other, and is as long as it is cut.
  expect(far(ends[0].at(-1)!, hose[0]!)).toBeLessThan(1e-6);
  expect(far(ends[1].at(-1)!, hose.at(-1)!)).toBeLessThan(1e-6);
  expect(Math.abs(lengthOf(hose) / fit.cut - 1)).toBeLessThan(0.01);
  // Three points in a row of it lie on no tighter circle than its least radius.
  const least = HOSE_KINDS[q.hose].bendRadii[q.dash]!;
  for (let i = 2; i < hose.length; i++) {
    const [a, b] = [add(hose[i - 1]!, hose[i - 2]!, -1), add(hose[i]!, hose[i - 1]!, -1)];
    const turn = Math.acos(Math.min(1, dot(unit(a), unit(b))));
    const step = (Math.hypot(...a) + Math.hypot(...b)) / 2;
    if (turn > 1e-4) expect(step / turn).toBeGreaterThan(0.97 * least);
  }
  expect(fit.reserve).toBeGreaterThanOrEqual(1 - 1e-6);
}

describe('what is offered can be built', () => {
  test('over 60 seeded pairs of ports', () => {
    let seed = 5;
    const next = () => (seed = (seed * 1664525 + 1013904223) % 4294967296) / 4294967296;
    const few: readonly EndId[] = ['straight', 'elbow-60', 'elbow-120', 'elbow-180'];
    let fits = 0;
    for (let n = 0; n < 60; n++) {
      const gap = {
        ahead: 0.1 + 0.6 * next(),
        left: next() - 0.5,
        above: 0.6 * next() - 0.3,
        fromLeft: 360 * next() - 180,
        fromUp: 120 * next() - 60,
        toLeft: 360 * next() - 180,
        toUp: 120 * next() - 60,
      };
      const q = ask(gap, few, n % 2 ? 6 : 8);
      for (const fit of fitHoseEnds(q)) {
        buildable(q, fit);
        fits++;
      }
    }
    expect(fits).toBeGreaterThan(300);
  });

  test('by hand: straight on, and a quarter turn by one elbow', () => {
    const [straight] = fitHoseEnds(ask({ ahead: 0.5 }, ['straight']));
    // 24 mm of each end between seats half a meter apart.
    expect(straight!.cut).toBeCloseTo(0.452, 9);
    expect(straight!.turn).toBeCloseTo(0, 9);
    // The port points up from a -8 elbow that leads straight to the other: 14 + 19.05 mm over it.
    const q = ask({ ahead: 0.5, above: 0.03305, fromUp: 90 }, ['straight', 'elbow-90'], 8);
    const elbow = fitHoseEnds(q).find((f) => key(f) === 'elbow-90 + straight')!;
    expect(elbow.turn).toBeCloseTo(0, 3);
    expect(elbow.cut).toBeCloseTo(0.5 - (0.01905 + 0.028) - 0.028, 4);
  });

  test('a hose whose ports move is cut longer by it, and another way round it is as long', () => {
    const q = ask({ ahead: 0.4, left: 0.2, toLeft: 60 }, ['straight', 'elbow-45']);
    const [still, moved] = [fitHoseEnds(q), fitHoseEnds({ ...q, movement: 0.02 })];
    expect(moved.map((f) => f.cut)).toEqual(still.map((f) => expect.closeTo(f.cut + 0.02, 9)));
    const back = fitHoseEnds({ ...q, from: q.to, to: q.from });
    const turned = (f: EndFit) => [...f.ends].reverse().join(' + ');
    for (const f of still) {
      const other = back.find((b) => turned(b) === key(f))!;
      expect(other.loss).toBeCloseTo(f.loss, 2);
    }
  });
});

describe('why a pair does not go in', () => {
  test('two 90s at a short offset: too stiff, and the radius named is the widest at which they lie without a loop', () => {
    const q = ask({ ahead: 0.14, left: 0.05, fromLeft: 90, toLeft: 90 });
    const ends = ['elbow-90', 'elbow-90'] as const;
    const { why, least } = missOf(q, ends);
    expect(least).toBeCloseTo(0.102, 9);
    expect(fitHoseEnds(q).find((f) => key(f) === 'elbow-90 + elbow-90')!.lies).toBe('in-a-loop');
    if (why.is !== 'stiff') throw new Error(why.is);
    expect(why.turn).toBeGreaterThan((220 * Math.PI) / 180);
    expect(why.room).toBeLessThan(least);
    expect(sayMiss({ ends, least, why }, 'us')).toMatch(
      /^Two 90° swept go in only with a loop of \d+°: without one the hose would bend to a radius of .+ in; it takes 4 in or wider\.$/,
    );
    // What can lie without one comes before all that cannot.
    const lies = fitHoseEnds(q).map((f) => f.lies);
    expect(lies.indexOf('in-a-loop')).toBeGreaterThan(0);
    expect(lies.slice(lies.indexOf('in-a-loop')).every((l) => l === 'in-a-loop')).toBe(true);
  });

  test('ends that have no room run into each other, whatever the hose', () => {
    const q = ask({ ahead: 0.03 }, ['straight', 'elbow-45']);
    expect(fitHoseEnds(q)).toEqual([]);
    expect(missOf(q, ['straight', 'straight']).why).toEqual({ is: 'ends-touch' });
  });

  test('a hose longer than the longest piece is named as that', () => {
    const q = { ...ask({ ahead: 2 }, ['straight']), longest: 1.5 };
    expect(fitHoseEnds(q)).toEqual([]);
    // 24 mm of each end between seats two meters apart.
    expect(missOf(q, ['straight', 'straight']).why).toEqual({
      is: 'too-long',
      cut: expect.closeTo(1.952, 9),
      longest: 1.5,
    });
  });

  test('where the hose is too stiff the ones that are not are named', () => {
    // Two -6 ports side by side, both straight up: PTFE takes 102 mm, rubber 64 mm.
    const q = ask({ ahead: 0.14, fromUp: 90, toUp: 90 }, ['straight']);
    expect(fitHoseEnds(q).map((f) => f.lies)).toEqual(['in-a-loop']);
    expect(hosesThatGoIn(q)).toContain('rubber-braid');
  });
});

describe('ways that turn far', () => {
  test('a port that points back past the other is reached by one turn beyond half a circle', () => {
    // Rubber of 64 mm: 200° and straight back to a port that points 20° off.
    const radius = 0.064 * 1.5;
    const [turn, straight] = [(200 * Math.PI) / 180, 0.25];
    const lead = 0.024 + 0.0142875;
    const along: Vec3 = [Math.cos(turn), Math.sin(turn), 0];
    const begins: Vec3 = [lead, 0, 0];
    const arc = add(begins, [radius * Math.sin(turn), radius * (1 - Math.cos(turn)), 0]);
    const to: Pose = { at: add(arc, along, straight + lead), along: along.map((v) => -v) as unknown as Vec3 };
    const [fit] = fitHoseEnds({
      from: { at: [0, 0, 0], along: [1, 0, 0] },
      to,
      hose: 'rubber-braid',
      dash: 6,
      ends: ['straight'],
      movement: 0,
    });
    expect(fit!.lies).toBe('easily');
    expect(fit!.turn).toBeCloseTo(turn, 6);
    expect(fit!.cut).toBeCloseTo(radius * turn + straight + 2 * 0.0142875, 6);
  });

  test('three turns go in where a straight piece has no room, and only a loop is left without them', () => {
    const close = GRID.slice(10, 24).flatMap(({ hose, from, to, pairs }) =>
      fitHoseEnds({
        from,
        to,
        hose,
        dash: 6,
        ends: ['straight', 'elbow-45', 'elbow-90'],
        movement: 0,
      }).filter((f) => {
        const at = f.ends.map((end) => ELBOWS.indexOf(end));
        return f.lies === 'tightly' && f.way.bends.length === 3 && pairs[at[0]! * 9 + at[1]!] === 0;
      }),
    );
    expect(close.length).toBeGreaterThan(0);
  });
});
