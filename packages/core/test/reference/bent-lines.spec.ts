import { describe, expect, test } from '@jest/globals';
import { endOfPath, planePaths } from '../support/plane-path.ts';
import { roundedPath } from '../../src/fit/fillet.ts';
import { lengthOf, pointsOf, twoTurnWay } from '../../src/fit/ends/hose-way.ts';
import { turnsInPlane } from '../../src/fit/ends/plane-turns.ts';
import { anyWay, type Reach, withoutLoop } from '../../src/fit/ends/turn-straight-turn.ts';
import type { Pose, Vec3 } from '../../src/public/fit.ts';
import { fc } from '../support/sweep.ts';

/** By their own names: the search over all directions asks for them millions of times. */
const { PI, SQRT2, abs, acos, cos, hypot, max, min, sin, sqrt, tan } = Math;

/** Rounded corners against what plane geometry gives by hand. */
describe('a route with rounded corners', () => {
  test.each([
    [
      'one right angle',
      [
        [0, 0, 0],
        [1, 0, 0],
        [1, 1, 0],
      ],
      0.2,
      2 - 0.4 + 0.1 * PI,
      PI / 2,
    ],
    [
      '45° in space',
      [
        [0, 0, 0],
        [0, 0, 1],
        [0, 1, 2],
      ],
      0.3,
      1 + SQRT2 - 0.6 * tan(PI / 8) + 0.3 * (PI / 4),
      PI / 4,
    ],
    [
      'straight on through a point',
      [
        [0, 0, 0],
        [1, 0, 0],
        [3, 0, 0],
      ],
      0.5,
      3,
      0,
    ],
    [
      'a point that lies on the last one',
      [
        [0, 0, 0],
        [1, 0, 0],
        [1, 0, 0],
        [1, 2, 0],
      ],
      0.1,
      3 - 0.2 + 0.05 * PI,
      PI / 2,
    ],
  ] as const)('%s', (_, points, radius, length, turn) => {
    const path = roundedPath(points, radius);
    expect(path.length).toBeCloseTo(length, 12);
    expect(path.turn).toBeCloseTo(turn, 12);
  });

  test('a bend too wide for its legs is told at its corner, and so are two that share a short leg', () => {
    const stairs: Vec3[] = [
      [0, 0, 0],
      [1, 0, 0],
      [1, 0.3, 0],
      [2, 0.3, 0],
    ];
    expect(roundedPath(stairs, 0.1).corners.map((c) => c.fits)).toEqual([true, true]);
    expect(roundedPath(stairs, 0.2).corners.map((c) => [c.at, c.fits])).toEqual([
      [1, false],
      [2, false],
    ]);
    // Right back the way it came.
    expect(
      roundedPath(
        [
          [0, 0, 0],
          [1, 0, 0],
          [0, 0, 0],
        ],
        0.1,
      ).corners[0]!.fits,
    ).toBe(false);
  });

  test('is never longer than its corners, and gets shorter with the radius', () => {
    const figure = fc.double({ min: -2, max: 2, noNaN: true });
    const point: fc.Arbitrary<Vec3> = fc.tuple(figure, figure, figure);
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 8 }), (points) => {
        const lengths = [0, 0.01, 0.02].map((r) => roundedPath(points, r).length);
        expect(lengths[1]!).toBeLessThanOrEqual(lengths[0]! + 1e-12);
        expect(lengths[2]!).toBeLessThanOrEqual(lengths[1]! + 1e-12);
      }),
    );
  });
});

/** L. E. Dubins 1957: the shortest way of bounded curvature is one of six words. */
describe('ways in a plane', () => {
  const pose = fc.record({
    x: fc.double({ min: -5, max: 5, noNaN: true }),
    y: fc.double({ min: -5, max: 5, noNaN: true }),
    heading: fc.double({ min: 0, max: 2 * PI, noNaN: true }),
  });

  test('every way that is found ends where it should', () => {
    fc.assert(
      fc.property(pose, pose, fc.double({ min: 0.1, max: 2, noNaN: true }), (from, to, radius) => {
        const ways = planePaths(from, to, radius);
        expect(ways.length).toBeGreaterThan(0);
        for (const way of ways) {
          const end = endOfPath(from, way, radius);
          expect(hypot(end.x - to.x, end.y - to.y)).toBeLessThan(1e-6);
          expect(abs(sin((end.heading - to.heading) / 2))).toBeLessThan(1e-6);
          expect(way.length).toBeGreaterThanOrEqual(hypot(to.x - from.x, to.y - from.y) - 1e-7);
        }
      }),
      { numRuns: 2000 },
    );
  });

  test.each([
    // By hand: half a circle to either side, a quarter and on, and back in place by three arcs of a circle.
    ['half a circle over', { x: 0, y: 2, heading: PI }, PI, 'LSL'],
    ['straight on', { x: 3, y: 0, heading: 0 }, 3, 'LSL'],
    ['a quarter, then straight', { x: 1, y: 3, heading: PI / 2 }, PI / 2 + 2, 'LSL'],
    // Two circles of the inner tangent, 4 apart: it rises by 30° and is √12 long.
    ['one lane over', { x: 4, y: 2, heading: 0 }, PI / 3 + sqrt(12), 'LSR'],
    ['about turn on the spot', { x: 0, y: 0, heading: PI }, (7 * PI) / 3, 'RLR'],
  ])('%s', (_, to, length) => {
    const [best] = planePaths({ x: 0, y: 0, heading: 0 }, to, 1);
    expect(best!.length).toBeCloseTo(length, 9);
  });

  test('the shortest comes first, and the way back is as long', () => {
    fc.assert(
      fc.property(pose, (to) => {
        const from = { x: 0, y: 0, heading: 0 };
        const ways = planePaths(from, to, 1);
        const best = ways[0]!;
        for (const way of ways) expect(way.length).toBeGreaterThanOrEqual(best.length - 1e-9);
        const back = planePaths(
          { x: to.x, y: to.y, heading: to.heading + PI },
          { x: 0, y: 0, heading: PI },
          1,
        )[0]!;
        expect(back.length).toBeCloseTo(best.length, 6);
      }),
      { numRuns: 1000 },
    );
  });
});

/** Directions on a sphere, seeded. */
function seeded(seed: number) {
  let x = seed;
  return (): number => {
    x = (x * 1664525 + 1013904223) % 4294967296;
    return x / 4294967296;
  };
}
const direction = (next: () => number): Vec3 => {
  const z = 2 * next() - 1;
  const a = 2 * PI * next();
  const r = sqrt(1 - z * z);
  return [r * cos(a), r * sin(a), z];
};

/**
 * The same by another road: every direction of the straight piece on a fine grid of the sphere, refined round the best, scored by
 * how far the two arcs and the straight piece miss the end.
 */
function byGrid(from: Pose, to: Pose, radius: number): number {
  const gap = to.at.map((v, i) => v - from.at[i]!) as unknown as Vec3;
  const bend = (u: Vec3, d: Vec3): { turn: number; half: number } => {
    const cos = min(1, max(-1, u[0] * d[0] + u[1] * d[1] + u[2] * d[2]));
    const turn = acos(cos);
    return { turn, half: radius * tan(turn / 2) };
  };
  const look = (d: Vec3) => {
    const [a, b] = [bend(from.along, d), bend(d, to.along)];
    const rest = gap.map(
      (v, i) => v - a.half * (from.along[i]! + d[i]!) - b.half * (d[i]! + to.along[i]!),
    ) as unknown as Vec3;
    const straight = rest[0] * d[0] + rest[1] * d[1] + rest[2] * d[2];
    const miss = hypot(...rest.map((v, i) => v - straight * d[i]!)) + max(0, -straight);
    return { miss, length: radius * (a.turn + b.turn) + straight };
  };
  const at = (theta: number, phi: number): Vec3 => [sin(theta) * cos(phi), sin(theta) * sin(phi), cos(theta)];
  let best = { miss: Infinity, length: Infinity };
  const starts: { theta: number; phi: number; miss: number }[] = [];
  for (let i = 0; i <= 30; i++)
    for (let j = 0; j < 60; j++) {
      const [theta, phi] = [(PI * i) / 30, (2 * PI * j) / 60];
      starts.push({ theta, phi, miss: look(at(theta, phi)).miss });
    }
  for (const start of starts.sort((p, q) => p.miss - q.miss).slice(0, 12)) {
    let { theta, phi } = start;
    let now = look(at(theta, phi));
    for (let step = 0.05; step > 1e-12; step /= 2)
      for (let moved = true, n = 0; moved && n < 200; n++) {
        moved = false;
        for (const [dt, dp] of [
          [step, 0],
          [-step, 0],
          [0, step],
          [0, -step],
        ] as const) {
          const there = look(at(theta + dt, phi + dp));
          if (there.miss < now.miss) {
            [theta, phi, now, moved] = [theta + dt, phi + dp, there, true];
            break;
          }
        }
      }
    if (now.miss < 1e-6 && now.length < best.length) best = now;
  }
  return best.length;
}

const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const reachOf = (from: Pose, to: Pose, radius: number): Reach => {
  const gap = to.at.map((v, i) => (v - from.at[i]!) / radius) as unknown as Vec3;
  return {
    uv: dot(from.along, to.along),
    ug: dot(from.along, gap),
    vg: dot(to.along, gap),
    gg: dot(gap, gap),
  };
};

/** It arrives where it should, along the way it should, and is as long as it says. */
function arrives(way: ReturnType<typeof twoTurnWay>, to: Pose): void {
  const points = pointsOf(way);
  const [last, before] = [points.at(-1)!, points.at(-2)!];
  expect(hypot(...last.map((v, i) => v - to.at[i]!))).toBeLessThan(1e-6);
  const step = hypot(...last.map((v, i) => v - before[i]!));
  // The last chord of an arc leans by half of its step.
  const lean = acos(min(1, dot(last.map((v, i) => (v - before[i]!) / step) as unknown as Vec3, to.along)));
  expect(lean).toBeLessThan(way.rest > 1e-9 ? 1e-5 : 0.13);
  const chords = points
    .slice(1)
    .reduce((sum, p, i) => sum + hypot(...p.map((v, j) => v - points[i]![j]!)), 0);
  expect(abs(chords / lengthOf(way) - 1)).toBeLessThan(0.005);
}

describe('ways in space', () => {
  test('on 200 seeded pairs it is as short as a search over all directions, never bent tighter, and arrives', () => {
    const next = seeded(7);
    let compared = 0;
    for (let n = 0; n < 200; n++) {
      const from: Pose = { at: [0, 0, 0], along: direction(next) };
      const far = direction(next).map((v) => v * (0.5 + 1.5 * next())) as unknown as Vec3;
      const to: Pose = { at: far, along: direction(next) };
      const found = withoutLoop(reachOf(from, to, 0.1));
      const other = byGrid(from, to, 0.1);
      if (!found) continue;
      compared++;
      const way = twoTurnWay(from, to, 0.1, found);
      arrives(way, to);
      // The search over directions knows turns below half a circle alone.
      if (max(found.first, found.second) < 3) expect(abs(lengthOf(way) / other - 1)).toBeLessThan(0.01);
      else expect(lengthOf(way)).toBeLessThan(other * 1.001);
    }
    expect(compared).toBeGreaterThan(120);
  });

  test('there is a way between any two poses, however close, and it arrives', () => {
    const next = seeded(5);
    for (let n = 0; n < 2000; n++) {
      const from: Pose = { at: [0, 0, 0], along: direction(next) };
      const at = direction(next).map((v) => v * 0.5 * next()) as unknown as Vec3;
      const to: Pose = { at, along: direction(next) };
      const found = anyWay(reachOf(from, to, 0.1));
      expect([n, found !== undefined]).toEqual([n, true]);
      arrives(twoTurnWay(from, to, 0.1, found!), to);
    }
  });

  const flat = (x: number, y: number, h: number): Pose => ({ at: [x, y, 0], along: [cos(h), sin(h), 0] });

  test('in a plane it is no longer than the best way of the plane, each of its turns up to a full circle', () => {
    const next = seeded(11);
    let as = 0;
    for (let n = 0; n < 500; n++) {
      const [h0, h1] = [2 * PI * next(), 2 * PI * next()];
      const far = { x: 0.6 * next() - 0.3, y: 0.6 * next() - 0.3, heading: h1 };
      const best = planePaths({ x: 0, y: 0, heading: h0 }, far, 0.1).find((p) => p.word[1] === 'S')!;
      const found = anyWay(reachOf(flat(0, 0, h0), flat(far.x, far.y, h1), 0.1))!;
      const length = 0.1 * (found.first + found.straight + found.second);
      expect([n, length < best.length + 1e-6]).toEqual([n, true]);
      if (abs(length - best.length) < 1e-6) as++;
    }
    // Out of the plane there is a shorter one for some.
    expect(as).toBeGreaterThan(400);
  });

  test('three turns in a plane are the words LRL and RLR, as long as their closed forms have them', () => {
    const next = seeded(13);
    let compared = 0;
    for (let n = 0; n < 500; n++) {
      const [h0, h1] = [2 * PI * next(), 2 * PI * next()];
      const far = { x: 0.3 * next() - 0.15, y: 0.3 * next() - 0.15, heading: h1 };
      const to = flat(far.x, far.y, h1);
      const ways = turnsInPlane(flat(0, 0, h0), to, 0.1);
      for (const way of ways) arrives(way, to);
      for (const known of planePaths({ x: 0, y: 0, heading: h0 }, far, 0.1)) {
        if (known.word[1] === 'S') continue;
        compared++;
        const nearest = min(...ways.map((way) => abs(lengthOf(way) - known.length)));
        expect([n, known.word, nearest < 1e-6]).toEqual([n, known.word, true]);
      }
    }
    expect(compared).toBeGreaterThan(500);
  });
});
