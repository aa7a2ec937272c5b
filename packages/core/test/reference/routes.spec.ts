import { describe, expect, test } from '@jest/globals';
import { nearest } from '../../src/fit/clearance.ts';
import { roundedPath } from '../../src/fit/fillet.ts';
import { keepAway } from '../../src/fit/keep-away.ts';
import { routeShape } from '../../src/fit/route.ts';
import { evaluatePlan } from '../../src/public/advise.ts';
import { fullReturnJob, sourceOf } from '../../src/public/document.ts';
import {
  addLoad,
  applyPatch,
  changeStyle,
  removePart,
  setOrigin,
  typeFigure,
} from '../../src/public/edit.ts';
import {
  bareRoute,
  isMeasured,
  type KeepOut,
  layRoute,
  type LineRoute,
  type RoutePoint,
  takeEnds,
  type Vec3,
} from '../../src/public/fit.ts';
import { checkJob } from '../../src/public/formats.ts';
import { cutLength } from '../../src/public/kinds.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { applied } from '../support/examples.ts';
import { pipe, ROUTE_CASES, routed } from '../support/route-cases.ts';
import { fc } from '../support/sweep.ts';

const spot = (x: number, y: number, z: number) => ({ x, y, z });
const point = (x: number, y: number, z: number, clip = true): RoutePoint => ({
  x,
  y,
  z,
  clip,
  sleeved: false,
});
const thing = { name: 'Thing', is: 'hot' } as const;
const BOX: KeepOut = { kind: 'box', ...thing, at: spot(1, 0, 0), size: spot(0.4, 0.2, 0.6) };
const ROD: KeepOut = { kind: 'cylinder', ...thing, from: spot(0, 0, 0), to: spot(2, 0, 0), radiusM: 0.1 };
const BALL: KeepOut = { kind: 'sphere', ...thing, at: spot(0, 0, 1), radiusM: 0.25 };

describe('distance from a keep-out, by hand', () => {
  test.each<readonly [string, Vec3, KeepOut, number]>([
    ['a face of a box', [1, 0.5, 0.1], BOX, 0.4],
    ['an edge of it', [1.5, 0.5, 0], BOX, 0.5],
    ['a corner of it', [1.5, 0.5, 0.7], BOX, Math.hypot(0.3, 0.4, 0.4)],
    ['inside it', [1, 0.06, 0], BOX, -0.04],
    ['the side of a cylinder', [1, 0.3, 0.4], ROD, 0.4],
    ['its end', [2.5, 0.05, 0], ROD, 0.5],
    ['the rim of its end', [2.3, 0, 0.5], ROD, 0.5],
    ['inside it', [1, 0, 0.02], ROD, -0.08],
    ['inside it, near its end', [1.99, 0, 0.02], ROD, -0.01],
    ['on its axis', [1, 0, 0], ROD, -0.1],
    ['a ball', [0, 0.6, 1.8], BALL, 0.75],
    ['its middle', [0, 0, 1], BALL, -0.25],
  ])('%s', (_, p, keepOut, distance) => {
    const near = nearest(p, keepOut);
    expect(near.distance).toBeCloseTo(distance, 12);
    // The nearest point lies on the surface, and as far off as is told.
    expect(Math.abs(nearest(near.at, keepOut).distance)).toBeLessThan(1e-9);
    expect(Math.hypot(...near.at.map((v, i) => v - p[i]!))).toBeCloseTo(Math.abs(distance), 9);
  });
});

describe('a drawn route', () => {
  const corner = [point(0, 0, 0.5), point(1, 0, 0.5), point(1, 1, 0.5)];

  test('is followed round its corners: as long as the closed form, its clearance that of the arc', () => {
    const shape = routeShape(corner, 0.2, 0.01, {
      // Inside the bend: from the center of the arc it is a radius away everywhere.
      post: { kind: 'cylinder', ...thing, from: spot(0.8, 0.2, 0), to: spot(0.8, 0.2, 1), radiusM: 0.05 },
      far: { kind: 'sphere', ...thing, at: spot(0.5, 0, 0.9), radiusM: 0.1 },
    });
    expect(shape.length).toBeCloseTo(2 - 0.4 + 0.1 * Math.PI, 12);
    expect(shape.clearances.map((c) => c.id)).toEqual(['post', 'far']);
    expect(shape.clearances[0]!.distance).toBeCloseTo(0.2 - 0.05 - 0.005, 3);
    expect(shape.clearances[1]!.distance).toBeCloseTo(0.4 - 0.1 - 0.005, 3);
    expect(shape.lowest).toBeCloseTo(0.495, 9);
  });

  test('is held at its ends and its clips', () => {
    const free = routeShape(
      corner.map((p) => ({ ...p, clip: false })),
      0.2,
      0.01,
      {},
    );
    expect(free.spans.map((s) => s.length)).toEqual([expect.closeTo(free.length, 2)]);
    const held = routeShape(corner, 0.2, 0.01, {});
    expect(held.spans).toHaveLength(2);
    expect(held.spans[0]!.length + held.spans[1]!.length).toBeCloseTo(held.length, 2);
  });

  test('over any points: no longer than its corners, as its line is long, and never nearer than told', () => {
    const figure = fc.integer({ min: -200, max: 200 }).map((n) => n / 100);
    const points = fc.array(fc.tuple(figure, figure, figure), { minLength: 2, maxLength: 7 });
    fc.assert(
      fc.property(points, (ps) => {
        const route = ps.map(([x, y, z]) => point(x, y, z));
        const shape = routeShape(route, 0.1, 0.012, { box: BOX, rod: ROD, ball: BALL });
        const path = roundedPath(ps, 0.1);
        expect(shape.length).toBe(path.length);
        for (const { distance, on, at } of shape.clearances) {
          expect(Number.isFinite(distance)).toBe(true);
          expect(Math.hypot(...at.map((v, i) => v - on.at[i]!))).toBeCloseTo(Math.abs(distance + 0.006), 6);
        }
        if (path.corners.every((c) => c.fits)) {
          const long = shape.line
            .slice(1)
            .reduce((sum, { at }, i) => sum + Math.hypot(...at.map((v, k) => v - shape.line[i]!.at[k]!)), 0);
          expect(long).toBeLessThanOrEqual(path.length + 1e-9);
          expect(long).toBeGreaterThan(0.995 * path.length);
        }
      }),
      { numRuns: 300 },
    );
  });
});

describe('what a line keeps away from (common practice)', () => {
  test('bare 2 3/4 in from an exhaust, sleeved 25 mm, and no more than not to rub from what it withstands', () => {
    expect(keepAway('hot', { sleeved: false, standsK: 503 })).toBeCloseTo(2.75 * 0.0254, 4);
    expect(keepAway('hot', { sleeved: true, standsK: 503 })).toBe(0.025);
    expect(keepAway('hot', { sleeved: false, surfaceK: 378, standsK: 503 })).toBe(0.002);
    const sharp = (sleeved: boolean) => keepAway('sharp', { sleeved, standsK: 503 });
    expect(sharp(true)).toBeLessThan(sharp(false));
  });

  const beside = (room: number, more: Readonly<Record<string, unknown>> = {}, sleeved = false) => {
    const { op, path, value } = pipe('hot', room);
    const points = routed.routing!.lines['feed']!.points.map((p) => ({ ...p, sleeved }));
    return applied(routed, [
      { op, path, value: { ...(value as object), ...more } },
      { op: 'replace', path: '/routing/lines/feed/points', value: points },
    ]);
  };
  const told = (...at: Parameters<typeof beside>) =>
    evaluatePlan(beside(...at)).findings.find((f) => f.code.startsWith('ROUTE_'));
  const said = (...at: Parameters<typeof beside>) => {
    const f = told(...at);
    return f ? `${f.severity} ${f.code}` : 'nothing';
  };

  /** By string: the distance is what the tape said. */
  const taped = (distanceM: number, sleeved: boolean) => {
    const passes = { hot: { name: 'Exhaust', is: 'hot' as const, sleeved, distanceM } };
    const doc = applied(
      routed,
      layRoute(routed, 'feed', { ...bareRoute('string'), stringM: 3, clips: 8, passes }),
    );
    const f = evaluatePlan(doc).findings.find((o) => o.code === 'ROUTE_HOT' || o.code === 'ROUTE_WARM');
    return f ? `${f.severity} ${f.code}` : 'nothing';
  };

  test.each([
    [0, 'stop ROUTE_HOT', 'stop ROUTE_HOT'],
    [0.0049, 'stop ROUTE_HOT', 'stop ROUTE_HOT'],
    [0.0051, 'fix ROUTE_HOT', 'fix ROUTE_HOT'],
    [0.0249, 'fix ROUTE_HOT', 'fix ROUTE_HOT'],
    [0.0254, 'fix ROUTE_HOT', 'note ROUTE_WARM'],
    [0.0697, 'fix ROUTE_HOT', 'note ROUTE_WARM'],
    // 2 3/4 in and 4 in as a tape says them are enough.
    [2.75 * 0.0254, 'note ROUTE_WARM', 'nothing'],
    [0.0999, 'note ROUTE_WARM', 'nothing'],
    [4 * 0.0254, 'nothing', 'nothing'],
  ])('%d m from an exhaust: bare %s, sleeved %s', (distance, bare, sleeved) => {
    expect([taped(distance, false), taped(distance, true)]).toEqual([bare, sleeved]);
  });

  // A sender is judged as a line is, by what it withstands at its body.
  const sender = (distanceM: number, more: Readonly<Record<string, unknown>> = {}) => {
    const bare = fullReturnJob('x');
    const withSender = applied(bare, addLoad(bare, 'sender').patch);
    const doc = applied(
      withSender,
      Object.entries({ hotDistanceM: distanceM, ...more }).map(([key, value]) => ({
        op: 'add' as const,
        path: `/wiring/loads/sender/${key}`,
        value,
      })),
    );
    const f = evaluatePlan(doc).findings.find((o) => o.code === 'SENDER_HOT' || o.code === 'SENDER_WARM');
    return { doc, f, said: f ? `${f.severity} ${f.code}` : 'nothing' };
  };

  test.each([
    [0.004, 'stop SENDER_HOT', 'stop SENDER_HOT'],
    [0.024, 'fix SENDER_HOT', 'fix SENDER_HOT'],
    [0.026, 'fix SENDER_HOT', 'note SENDER_WARM'],
    [2.75 * 0.0254, 'note SENDER_WARM', 'nothing'],
    [4 * 0.0254, 'nothing', 'nothing'],
  ])('a sender %d m from an exhaust: bare %s, shielded %s', (distance, bare, shielded) => {
    expect([sender(distance).said, sender(distance, { shielded: true }).said]).toEqual([bare, shielded]);
  });

  test('a sender beside what it withstands is left alone; a shield is offered and clears the fix', () => {
    expect(sender(0, { hotSurfaceK: 378 }).said).toBe('nothing');
    expect(sender(0, { hotSurfaceK: 390, maxK: 380 }).said).toBe('stop SENDER_HOT');
    const { doc, f } = sender(0.05);
    expect(f!.title).toMatch(/is 2 in .*from something hot; it wants 2 3\/4 in/);
    const [shield] = f!.fixes;
    expect(shield!.label).toBe('Put a shield between them');
    expect(evaluatePlan(applied(doc, shield!.patch)).findings.map((o) => o.code)).not.toContain('SENDER_HOT');
    expect(sender(0.02).f!.fixes).toEqual([]);
  });

  test('and said in inches a tape shows', () => {
    expect(told(0.05)!.title).toContain('it wants 2 3/4 in');
    expect(told(0.08)!.why.formula).toContain('against 4 in');
    expect(told(0.04, {}, true)!.why.text).toContain('good for');
  });

  test('a surface the line withstands asks for no distance; one somebody typed counts alone', () => {
    expect(said(0.04, { surfaceK: 378 })).toBe('nothing');
    expect(said(0.04, { distanceM: 0.03 })).toBe('nothing');
    expect(said(0.11, { distanceM: 0.15 })).toBe('fix ROUTE_HOT');
  });

  test('a sleeve is offered where it helps, and moving the line cures what it cannot', () => {
    const labels = (room: number) => told(room)!.fixes.map((f) => f.label.split(' ')[0]);
    expect(labels(0.05)).toEqual(['Sleeve', 'Move']);
    expect(labels(0.02)).toEqual(['Move']);
    for (const fix of told(0.05)!.fixes)
      expect(
        evaluatePlan(applied(beside(0.05), fix.patch)).findings.filter((f) => f.code === 'ROUTE_HOT'),
      ).toEqual([]);
  });
});

test('what stands where it usually does is worth a note, however near', () => {
  const { op, path, value } = pipe('hot', 0.002);
  const told = (assumed: boolean) =>
    evaluatePlan(applied(routed, [{ op, path, value: { ...(value as object), assumed } }])).findings.find(
      (f) => f.code === 'ROUTE_HOT',
    );
  expect([told(false)?.severity, told(true)?.severity]).toEqual(['stop', 'note']);
  expect(told(true)!.why.text).toContain('measure it');
});

test('wherever something hot comes near, moving the line is offered and cures it; its ports stay', () => {
  let moved = 0;
  for (let x = 0.45; x < 2.5; x += 0.2)
    for (const room of [0.02, 0.04, 0.06]) {
      const { op, path, value } = pipe('hot', room);
      const { from, to, ...rest } = value as { from: { z: number }; to: { z: number } };
      const doc = applied(routed, [
        { op, path, value: { ...rest, from: { ...from, x }, to: { ...to, x: x + 0.4 } } },
      ]);
      const hot = evaluatePlan(doc).findings.find((f) => f.code === 'ROUTE_HOT');
      // Where the line has risen to its port the pipe passes below it.
      if (!hot) continue;
      moved++;
      const move = hot.fixes.find((f) => f.label.startsWith('Move'));
      expect([x, room, move?.label]).toEqual([x, room, expect.any(String)]);
      const after = applied(doc, move!.patch);
      expect(evaluatePlan(after).findings.map((f) => f.code)).not.toContain('ROUTE_HOT');
      const ends = (d: typeof doc) => {
        const { points } = d.routing!.lines['feed']!;
        return [points[0], points.at(-1)];
      };
      expect(ends(after)).toEqual(ends(doc));
    }
  expect(moved).toBeGreaterThan(20);
});

describe('a route and its line', () => {
  const plain = fullReturnJob('x');
  const put = (route: LineRoute, take = false) => {
    const after = applyPatch(plain, layRoute(plain, 'feed', route, take));
    if (!after.ok) throw new Error('refused');
    expect(checkJob(after.value).ok).toBe(true);
    const feed = after.value.plumbing.elements['feed']!;
    return feed.kind === 'run' ? feed : undefined;
  };

  const CORNER = [point(0, 0, 0), point(2, 0, 0), point(2, 2, 0)];

  test('a drawing takes no length that was measured unless it is asked to, and is followed from then on', () => {
    const only = put({ ...bareRoute('drawn'), points: CORNER })!;
    expect([only.lengthM, sourceOf(only, 'lengthM').origin]).toEqual([4.5, 'default']);
    const taken = applied(plain, layRoute(plain, 'feed', { ...bareRoute('drawn'), points: CORNER }, true));
    const moved = applied(
      taken,
      layRoute(taken, 'feed', { ...bareRoute('drawn'), points: [point(0, 0, 0), point(3, 0, 0)] }),
    );
    const feed = moved.plumbing.elements['feed']!;
    expect(feed.kind === 'run' && feed.lengthM).toBe(3);
  });

  test('a string gives the length and says so; a drawn one length and bends', () => {
    const taped = put({ ...bareRoute('string'), stringM: 4.2 })!;
    expect([taped.lengthM, sourceOf(taped, 'lengthM').origin]).toEqual([4.2, 'string']);
    const drawn = put({ ...bareRoute('drawn'), points: CORNER }, true)!;
    // Corners of PTFE -8: 133 mm.
    expect(drawn.lengthM).toBeCloseTo(4 - 2 * 0.133 + (0.133 * Math.PI) / 2, 9);
    expect([drawn.bendDegrees, sourceOf(drawn, 'lengthM').origin]).toEqual([90, 'routed']);
  });

  const lengthOf = (doc: typeof plain) => {
    const feed = doc.plumbing.elements['feed']!;
    return feed.kind === 'run' ? [feed.lengthM, sourceOf(feed, 'lengthM').origin] : [];
  };

  test('slack changes a string, and nothing noted later brings an old length back', () => {
    const taped = applied(plain, layRoute(plain, 'feed', { ...bareRoute('string'), stringM: 4.2 }));
    const route = taped.routing!.lines['feed']!;
    expect(lengthOf(applied(taped, layRoute(taped, 'feed', { ...route, movementM: 0.02 })))).toEqual([
      4.22,
      'string',
    ]);
    const typed = applied(taped, typeFigure(taped, '/plumbing/elements/feed/lengthM', 5));
    for (const change of [{ clips: 5 }, { movementM: 0.02 }, { how: 'drawn' as const }])
      expect(lengthOf(applied(typed, layRoute(typed, 'feed', { ...route, ...change })))).toEqual([
        5,
        'typed',
      ]);
    const drawn = applied(typed, layRoute(typed, 'feed', { ...route, how: 'drawn' }));
    expect(lengthOf(applied(drawn, layRoute(drawn, 'feed', route)))).toEqual([5, 'typed']);
  });

  const gap = { ahead: 0.5, left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 };
  const found = { length: 0.61, turn: Math.PI / 2, gap };
  const ENDS = ['straight', 'elbow-90'] as const;

  test('hose ends never change a length somebody measured, typed, drew or made', () => {
    for (const origin of ['typed', 'measured', 'string', 'routed'] as const) {
      const path = '/plumbing/elements/feed/lengthM';
      const said = applied(plain, [
        { op: 'replace', path, value: 4.2672 },
        ...setOrigin(plain, path, 4.2672, origin),
      ]);
      const ended = applied(said, takeEnds(said, 'feed', ENDS, found));
      expect(lengthOf(ended)).toEqual([4.2672, origin]);
      const feed = ended.plumbing.elements['feed']!;
      expect(feed).toMatchObject({ ends: ENDS, bendDegrees: 180 });
      expect(ended.routing!.lines['feed']!.gap).toEqual(gap);
      // The ends alone come off, -8: a tail of 28 mm; a stub of 14 mm, a quarter bend of 19.05 mm radius, a tail of 28 mm.
      const off = 0.028 + 0.014 + (Math.PI / 2) * 0.01905 + 0.028;
      expect(cutLength(feed as Parameters<typeof cutLength>[0])).toBeCloseTo(4.2672 - off, 4);
    }
  });

  test('a starting figure becomes what the two ports ask for, and follows other ends; without ports it stays one', () => {
    const ended = applied(plain, takeEnds(plain, 'feed', ENDS, found));
    expect(lengthOf(ended)).toEqual([0.61, 'ports']);
    const other = applied(
      ended,
      takeEnds(ended, 'feed', ['straight', 'straight'], { ...found, length: 0.5 }),
    );
    expect(lengthOf(other)).toEqual([0.5, 'ports']);
    expect(lengthOf(applied(plain, takeEnds(plain, 'feed', ENDS)))[1]).toBe('default');
    expect(isMeasured({ left: 0, above: 0, fromLeft: 0, fromUp: 0, toLeft: 0, toUp: 0 })).toBe(false);
  });

  test('two ports as far apart as the longest hose that is sold are taken, to the foot: 98 ft', () => {
    const far = (feet: number) =>
      applyPatch(plain, takeEnds(plain, 'feed', ENDS, { ...found, gap: { ...gap, ahead: feet * 0.3048 } }));
    const taken = far(98);
    expect(taken.ok && checkJob(taken.value).ok).toBe(true);
    const beyond = far(99);
    expect(beyond.ok && checkJob(beyond.value).ok).toBe(false);
  });

  test('a length the choice of ends replaced in the past is listed once and can be put back or kept', () => {
    const [without, change] = ROUTE_CASES.LENGTHS_REPLACED;
    const old = applied(without, change);
    const listed = (doc: typeof plain) =>
      evaluatePlan(doc).findings.find((f) => f.code === 'LENGTHS_REPLACED');
    expect(listed(old)!.title).toBe('Check this line: Feed hose.');
    const [back, keep] = listed(old)!.fixes;
    expect(lengthOf(applied(old, back!.patch))).toEqual([4.2672, 'string']);
    expect(lengthOf(applied(old, keep!.patch))).toEqual([2.95, 'ports']);
    for (const fix of [back!, keep!]) expect(listed(applied(old, fix.patch))).toBeUndefined();
    // What today's program does is never listed.
    const today = applied(plain, takeEnds(plain, 'feed', ENDS, found));
    expect(listed(today)).toBeUndefined();
  });

  test('a line that goes takes its route with it', () => {
    const other = routed;
    const without = (patch: readonly PatchOperation[]) => Object.keys(applied(other, patch).routing!.lines);
    expect(without(removePart(other, 'feed'))).toEqual([]);
    expect(without(removePart(other, 'filter'))).toEqual(['feed']);
    expect(without(changeStyle(other, 'twin-pump'))).toEqual(['feed']);
  });
});
