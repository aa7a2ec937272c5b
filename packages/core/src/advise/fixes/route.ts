import type { JobDocument, LineRoute, RoutePoint } from '../../document/job-document.ts';
import { nearest, vec } from '../../fit/clearance.ts';
import { CLIP_SPACING, clearOf, KEEP_AWAY } from '../../fit/keep-away.ts';
import { drawnShape, passings } from '../../fit/passing.ts';
import { add, norm, scale, sub, unit, type Vec3 } from '../../fit/vector.ts';
import { setOrigin } from '../../edit/figures.ts';
import { elementPath } from '../../edit/paths.ts';
import { outsideOf } from '../../kinds/plumbing/run/geometry.ts';
import { layRoute } from '../../fit/lay-route.ts';
import type { LyingFound } from '../../judge/route/lying.ts';
import type { PassingFound } from '../../judge/route/passing.ts';
import type { LengthsReplaced, ReplacedLine } from '../../judge/route/replaced.ts';
import type { Fix } from '../../outcome/finding.ts';
import type { FixMaker } from './context.ts';

/** Further than needed by so much, m: the next look should not find it on the edge. */
const BEYOND = 0.006;
const MOST_STEPS = 12;

/** A sleeve, where one is enough; and for a drawn line more room. */
export const passingFixes: FixMaker<PassingFound> = ({ code, place, figures }, { doc }) => {
  const route = doc.routing?.lines[place.id];
  if (!route) return [];
  const sleeve = code === 'ROUTE_HOT' || code === 'ROUTE_WARM' || code === 'ROUTE_EDGE';
  const fixes: Fix[] = sleeve && !figures.sleeved ? sleeved(doc, place.id, route, figures.what) : [];
  if (route.how === 'drawn' && code !== 'ROUTE_WARM' && code !== 'ROUTE_OPEN')
    fixes.push(...moved(doc, place.id, route, figures));
  return fixes;
};

/** Everywhere along the line where a sleeve is asked for and would do. */
function sleeved(doc: JobDocument, id: string, route: LineRoute, what: string): Fix[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  const shape = drawnShape(doc, run, route);
  const near = passings(doc, run, route, shape).filter(
    (p) =>
      (p.is === 'hot' || p.is === 'sharp') &&
      !p.sleeved &&
      p.distance < p.clear &&
      (p.is === 'sharp' || p.distance >= KEEP_AWAY.hot.sleeved),
  );
  if (near.length === 0) return [];
  const does = { act: 'sleeve', what: near.length > 1 ? null : what } as const;
  if (route.how === 'string') {
    const passes = { ...route.passes };
    for (const { id: key } of near) passes[key] = { ...passes[key]!, sleeved: true };
    return [{ does, patch: layRoute(doc, id, { ...route, passes }) }];
  }
  const legs = new Set(
    (shape?.clearances ?? []).flatMap((c) => (near.some((p) => p.id === c.id) ? [c.on.leg] : [])),
  );
  const points = route.points.map((p, i) => (legs.has(i) ? { ...p, sleeved: true } : p));
  return [{ does, patch: layRoute(doc, id, { ...route, points }) }];
}

/** The stretch that is too near shifted straight away from it; its ports stay where they are. */
function moved(
  doc: JobDocument,
  id: string,
  route: LineRoute,
  { id: thing, stands }: PassingFound['figures'],
): Fix[] {
  const run = doc.plumbing.elements[id];
  const keepOut = doc.routing?.keepOuts[thing];
  if (run?.kind !== 'run' || !keepOut) return [];
  // A line with nothing between its ports gets a point to be moved by.
  const before = route.points.length > 2 ? route.points : halved(route.points);
  let points = [...before];
  const legs = new Set<number>();
  // Rounding the corners anew brings it a little nearer again, and where it is nearest moves along: a few steps.
  for (let n = 0; n < MOST_STEPS; n++) {
    const shape = drawnShape(doc, run, { ...route, points });
    const near = shape?.clearances.find((c) => c.id === thing);
    if (!shape || !near) return [];
    const { surfaceK } = keepOut;
    const needs =
      keepOut.distanceM ?? clearOf(keepOut.is, { sleeved: near.sleeved, surfaceK, standsK: stands });
    if (near.distance >= needs) break;
    const way = unit(sub(near.on.at, near.at));
    if (!way) return [];
    const half = outsideOf(run.dash) / 2;
    for (const { at, leg } of shape.line) if (nearest(at, keepOut).distance - half < needs) legs.add(leg);
    const off = scale(way, (near.distance < -half ? -1 : 1) * (needs - near.distance + BEYOND));
    points = points.map((p, i) =>
      i > 0 && i < points.length - 1 && (legs.has(i) || legs.has(i - 1)) ? spot(p, off) : p,
    );
  }
  // As far as its points went in the end, which is what somebody has to do under the car.
  const by = Math.max(...points.map((p, i) => norm(sub(vec(p), vec(before[i]!)))));
  return [
    { does: { act: 'move-line', by, what: keepOut.name }, patch: layRoute(doc, id, { ...route, points }) },
  ];
}

const spot = (p: RoutePoint, off: Vec3): RoutePoint => {
  const [x, y, z] = add(vec(p), off).map((v) => Math.round(v * 1e4) / 1e4) as unknown as Vec3;
  return { ...p, x, y, z };
};

function halved([a, b]: readonly RoutePoint[]): RoutePoint[] {
  if (!a || !b) return [];
  const middle = { ...a, x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2, clip: true };
  return [a, middle, b];
}

/** More clips; or up to the floor. */
export const lyingFixes: FixMaker<LyingFound> = ({ code, place, limit }, { doc }) => {
  const route = doc.routing?.lines[place.id];
  const run = doc.plumbing.elements[place.id];
  if (!route || run?.kind !== 'run') return [];
  if (code === 'ROUTE_SPAN') {
    if (route.how === 'string') {
      const clips = Math.ceil((route.stringM ?? 0) / CLIP_SPACING) - 1;
      return [{ does: { act: 'clips', count: clips }, patch: layRoute(doc, place.id, { ...route, clips }) }];
    }
    const points = clipped(route.points);
    const count = points.filter((p, i) => p.clip && i > 0 && i < points.length - 1).length;
    return points.length <= 40
      ? [{ does: { act: 'clips', count }, patch: layRoute(doc, place.id, { ...route, points }) }]
      : [];
  }
  if (code === 'ROUTE_LOW') {
    const least = limit + outsideOf(run.dash) / 2;
    const points = route.points.map((p, i) =>
      i > 0 && i < route.points.length - 1 && p.z < least ? { ...p, z: Math.ceil(least * 1000) / 1000 } : p,
    );
    return [{ does: { act: 'tuck-up' }, patch: layRoute(doc, place.id, { ...route, points }) }];
  }
  return [];
};

/** Every inner point a clip, and one more wherever a leg is longer than a line is left free. */
function clipped(points: readonly RoutePoint[]): RoutePoint[] {
  const last = points.length - 1;
  return points.flatMap((p, i) => {
    const here = i > 0 && i < last ? { ...p, clip: true } : p;
    const next = points[i + 1];
    if (!next) return [here];
    const [a, b] = [vec(p), vec(next)];
    const parts = Math.ceil(norm(sub(b, a)) / CLIP_SPACING);
    const between = Array.from({ length: Math.max(0, parts - 1) }, (_, n): RoutePoint => {
      const [x, y, z] = add(a, scale(sub(b, a), (n + 1) / parts));
      return spot({ x, y, z, clip: true, sleeved: p.sleeved }, [0, 0, 0]);
    });
    return [here, ...between];
  });
}

/** The string's length put back where one is kept, or the present one confirmed; either way the line is listed no more. */
export const replacedFixes: FixMaker<LengthsReplaced> = ({ figures: { lines } }, { doc }) => {
  const put = ({ id, lengthM }: ReplacedLine, value: number, origin: 'string' | 'ports') => {
    const path = elementPath(id, 'lengthM');
    return [
      ...(value === lengthM ? [] : [{ op: 'replace' as const, path, value }]),
      ...setOrigin(doc, path, value, origin),
    ];
  };
  const taped = lines.filter((l) => l.stringM !== null);
  const only = <T>(values: readonly T[]): T | null => (values.length === 1 ? values[0]! : null);
  const keep: Fix = {
    does: { act: 'keep-lengths', length: only(lines.map((l) => l.lengthM)) },
    patch: lines.flatMap((l) => put(l, l.lengthM, 'ports')),
  };
  if (taped.length === 0) return [keep];
  return [
    {
      does: {
        act: 'strings-back',
        length: only(taped.map((l) => l.stringM!)),
        others: lines.length - taped.length,
      },
      patch: lines.flatMap((l) =>
        l.stringM === null ? put(l, l.lengthM, 'ports') : put(l, l.stringM, 'string'),
      ),
    },
    keep,
  ];
};
