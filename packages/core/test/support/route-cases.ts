import { fullReturnJob, type JobDocument } from '../../src/public/document.ts';
import { bareRoute, layRoute, type LineRoute, type RoutePoint } from '../../src/public/fit.ts';
import type { PatchOperation } from '../../src/public/outcome.ts';
import { applied } from './examples.ts';

/** A feed drawn along the floor of a car, clipped every foot and a half, past nothing. */
const at = (x: number, y: number, z: number, clip = true): RoutePoint => ({ x, y, z, clip, sleeved: false });
const FEED: LineRoute = {
  ...bareRoute('drawn'),
  points: [
    at(2.6, 0.3, 0.4),
    ...[2.2, 2.15, 1.75, 1.3, 0.85, 0.4].map((x) => at(x, 0.3, 0.25)),
    at(0.1, 0.3, 0.4),
    at(0, 0.3, 0.6),
  ],
};
const plain = fullReturnJob('x');
const vehicle = {
  layout: 'front',
  structure: 'unibody',
  wheelbaseM: 2.6,
  trackM: 1.5,
  floorM: 0.2,
  tank: { x: 2.8, y: 0, z: 0.45 },
  engine: { x: 0, y: 0, z: 0.6 },
};

/** The same job with its feed drawn in the car. */
export const routed: JobDocument = applied(plain, [
  { op: 'add', path: '/routing', value: { vehicle, keepOuts: {}, lines: { feed: FEED } } },
]);

/** A pipe across the car under the feed, with so much room between. */
export const pipe = (is: string, room: number): PatchOperation => ({
  op: 'add',
  path: '/routing/keepOuts/pipe',
  value: {
    kind: 'cylinder',
    name: 'Pipe',
    is,
    from: { x: 1.5, y: -0.5, z: 0.25 - 0.0072 - 0.03 - room },
    to: { x: 1.5, y: 0.9, z: 0.25 - 0.0072 - 0.03 - room },
    radiusM: 0.03,
  },
});
type Case = readonly [JobDocument, readonly PatchOperation[]];
const past = (is: string, room: number): Case => [routed, [pipe(is, room)]];
const point = (i: number, key: string, value: unknown): PatchOperation => ({
  op: 'replace',
  path: `/routing/lines/feed/points/${i}/${key}`,
  value,
});

/** The same of steel tube. */
const hardFeed = applied(routed, [
  { op: 'replace', path: '/plumbing/elements/feed/hose', value: 'hard-steel' },
]);

/** A string of 14 ft with its two ports, as the earlier choice of hose ends kept them. */
const taped = applied(plain, [
  ...layRoute(plain, 'feed', {
    ...bareRoute('string'),
    stringM: 4.2672,
    gap: { ahead: 3, left: 0.1, above: 0, fromLeft: 0, fromUp: 0, toLeft: 90, toUp: 0 },
  }),
]);

/** Each finding of a route: a plan without it and what brings it up. */
export const ROUTE_CASES = {
  ROUTE_HOT: past('hot', 0.05),
  ROUTE_WARM: past('hot', 0.085),
  ROUTE_MOVING: past('moving', 0.015),
  ROUTE_EDGE: past('sharp', 0.004),
  ROUTE_ACCESS: past('access', 0.004),
  ROUTE_OPEN: past('unknown', 0.03),
  ROUTE_BEND: [routed, [point(2, 'y', 0.45)]],
  ROUTE_SPAN: [routed, [point(3, 'clip', false)]],
  TUBE_MOVES: [hardFeed, [{ op: 'replace', path: '/routing/lines/feed/movementM', value: 0.03 }]],
  LENGTHS_REPLACED: [
    taped,
    [
      { op: 'replace', path: '/plumbing/elements/feed/lengthM', value: 2.95 },
      {
        op: 'add',
        path: '/plumbing/elements/feed/lengthMFrom',
        value: { origin: 'routed', value: 2.95 },
      },
    ],
  ],
  ROUTE_LOW: [routed, [point(4, 'z', 0.19)]],
} as const satisfies Readonly<Record<string, Case>>;
