import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '../../src/public/advise.ts';
import { type ElementOf, fullReturnJob, type JobDocument, PATTERNS } from '../../src/public/document.ts';
import { setOrigin } from '../../src/public/edit.ts';
import {
  bareRoute,
  drawnShape,
  layRoute,
  usualPass,
  usualPoints,
  usualVehicle,
} from '../../src/public/fit.ts';
import { applied } from '../support/examples.ts';

/** How a line is drawn before anybody moved a point of it, and what a thing that was only placed says. */

const INCH = 0.0254;
const LAYOUTS = ['front', 'mid', 'rear'] as const;
type Layout = (typeof LAYOUTS)[number];

const inCar = (doc: JobDocument, layout: Layout): JobDocument =>
  applied(doc, [
    {
      op: 'add',
      path: '/routing',
      value: { keepOuts: {}, lines: {}, vehicle: usualVehicle(layout, 'unibody') },
    },
  ]);
const long = (doc: JobDocument, id: string, lengthM: number): JobDocument =>
  applied(doc, [
    { op: 'replace', path: `/plumbing/elements/${id}/lengthM`, value: lengthM },
    ...setOrigin(doc, `/plumbing/elements/${id}/lengthM`, lengthM, 'string'),
  ]);
const draw = (doc: JobDocument, id: string, layout: Layout) => {
  const route = {
    ...bareRoute('drawn'),
    points: usualPoints(doc, id, usualVehicle(layout, 'unibody')),
  };
  const run = doc.plumbing.elements[id] as ElementOf<'run'>;
  return { route, shape: drawnShape(doc, run, route)! };
};

describe('the first drawing of a line', () => {
  test('is as long as the line is known to be: 2 ft is not drawn as 12', () => {
    for (const { id: pattern, job } of PATTERNS)
      for (const layout of LAYOUTS) {
        const doc = inCar(job('x'), layout);
        for (const [id, e] of Object.entries(doc.plumbing.elements)) {
          if (e.kind !== 'run' || e.zone === 'in-tank') continue;
          for (const lengthM of [0.3048, 0.6096, 1.5, 3, 4.2672, 7]) {
            const { shape } = draw(long(doc, id, lengthM), id, layout);
            // Points are rounded to a quarter of an inch.
            const near = Math.abs(shape.length - lengthM) < INCH / 2 + 0.02 * lengthM;
            expect([pattern, layout, id, lengthM, near ? 'as long' : shape.length]).toEqual([
              pattern,
              layout,
              id,
              lengthM,
              'as long',
            ]);
          }
        }
      }
  });

  test('begins where the line before it ends, and joins two that are drawn', () => {
    const twin = inCar(PATTERNS.find((p) => p.id === 'full-return')!.job('x'), 'front');
    const before = long(twin, 'feed', 2);
    const { route } = draw(before, 'feed', 'front');
    const laid = applied(before, layRoute(before, 'feed', route));
    const next = Object.entries(laid.plumbing.paths).find(([, p]) => p.order.includes('feed'))![1];
    const after = next.order
      .slice(next.order.indexOf('feed') + 1)
      .find((id) => laid.plumbing.elements[id]!.kind === 'run');
    const own = after ?? 'feed';
    const last = draw(laid, own, 'front').route.points;
    if (after) expect(last[0]).toMatchObject({ x: route.points.at(-1)!.x });
    expect(last.length).toBeGreaterThan(1);
  });

  test('without a known length it takes its share of the way, as before', () => {
    const doc = inCar(fullReturnJob('x'), 'front');
    const { shape } = draw(doc, 'feed', 'front');
    expect(shape.length).toBeGreaterThan(1);
  });
});

describe('a thing a line passes', () => {
  const doc = fullReturnJob('x');
  const passing = (distanceM?: number): JobDocument =>
    applied(
      doc,
      layRoute(doc, 'feed', {
        ...bareRoute('string'),
        passes: {
          'hot-1': { ...usualPass('hot', 'Exhaust'), ...(distanceM === undefined ? {} : { distanceM }) },
        },
      }),
    );
  const codes = (d: JobDocument) =>
    evaluatePlan(d).findings.flatMap((f) =>
      f.code.startsWith('ROUTE_HOT') || f.code === 'ROUTE_WARM' ? [f.code] : [],
    );

  test('says nothing before somebody measured how far it is, and what it is then', () => {
    expect(codes(passing())).toEqual([]);
    // Bare beside an exhaust: 2 3/4 in.
    expect(codes(passing(0.06))).toEqual(['ROUTE_HOT']);
    expect(codes(passing(0.08))).toEqual(['ROUTE_WARM']);
    expect(codes(passing(0.3))).toEqual([]);
  });
});
