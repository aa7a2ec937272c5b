import type { JobDocument, LineRoute, RoutePoint } from '../../document/job-document.ts';
import { vec } from '../../fit/clearance.ts';
import { CLIP_SPACING, keepAway } from '../../fit/keep-away.ts';
import { drawnShape, passings } from '../../fit/passing.ts';
import { add, norm, scale, sub, unit, type Vec3 } from '../../fit/vector.ts';
import { outsideOf } from '../../kinds/plumbing/run/geometry.ts';
import { layRoute } from '../../fit/lay-route.ts';
import type { LyingFound } from '../../judge/route/lying.ts';
import type { PassingFound } from '../../judge/route/passing.ts';
import type { Fix } from '../../outcome/finding.ts';
import type { FixMaker } from './context.ts';

/** Further than needed by so much, m: the next look should not find it on the edge. */
const BEYOND = 0.006;

/** A sleeve, where one is enough; and for a drawn line more room. */
export const passingFixes: FixMaker<PassingFound> = ({ code, place, value, limit, figures }, { doc }) => {
  const route = doc.routing?.lines[place.id];
  if (!route) return [];
  const sleeve = code === 'ROUTE_HOT' || code === 'ROUTE_WARM' || code === 'ROUTE_EDGE';
  const fixes: Fix[] = sleeve && !figures.sleeved ? sleeved(doc, place.id, route, figures.what) : [];
  if (route.how === 'drawn' && code !== 'ROUTE_WARM' && code !== 'ROUTE_OPEN')
    fixes.push(...moved(doc, place.id, route, figures, limit - value + BEYOND));
  return fixes;
};

/** Everywhere along the line where a sleeve is asked for and would do. */
function sleeved(doc: JobDocument, id: string, route: LineRoute, what: string): Fix[] {
  const run = doc.plumbing.elements[id];
  if (run?.kind !== 'run') return [];
  const shape = drawnShape(doc, run, route);
  const near = passings(doc, run, route, shape).filter(
    (p) => (p.is === 'hot' || p.is === 'sharp') && !p.sleeved && (p.warm || p.distance < p.needs),
  );
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
  by: number,
): Fix[] {
  const run = doc.plumbing.elements[id];
  const keepOut = doc.routing?.keepOuts[thing];
  if (run?.kind !== 'run' || !keepOut) return [];
  let points = [...route.points];
  let distance = by;
  // Rounding the corners anew brings it a little nearer again: a few steps.
  for (let n = 0; n < 4 && distance > 0; n++) {
    const near = drawnShape(doc, run, { ...route, points })?.clearances.find((c) => c.id === thing);
    if (!near) return [];
    const needs = keepOut.distanceM ?? keepAway(keepOut.is, near.sleeved, keepOut.surfaceK, stands);
    distance = needs - near.distance + (n === 0 ? BEYOND : BEYOND / 2);
    if (near.distance >= needs) break;
    const way = unit(sub(near.on.at, near.at));
    if (!way) return [];
    points = shifted(
      points,
      near.on.leg,
      near.on.at,
      scale(near.distance < 0 ? scale(way, -1) : way, distance),
    );
  }
  return [
    { does: { act: 'move-line', by, what: keepOut.name }, patch: layRoute(doc, id, { ...route, points }) },
  ];
}

const spot = (p: RoutePoint, off: Vec3): RoutePoint => {
  const [x, y, z] = add(vec(p), off).map((v) => Math.round(v * 1e4) / 1e4) as unknown as Vec3;
  return { ...p, x, y, z };
};

function shifted(points: readonly RoutePoint[], leg: number, at: Vec3, off: Vec3): RoutePoint[] {
  const ends = [0, points.length - 1];
  const [a, b] = [leg, leg + 1];
  // A leg that hangs on a port gets a point of its own to be moved by.
  if (ends.includes(a) || ends.includes(b)) {
    const near = [a, b].find((i) => !ends.includes(i) && norm(sub(vec(points[i]!), at)) < 0.15);
    if (near !== undefined) return points.map((p, i) => (i === near ? spot(p, off) : p));
    const [x, y, z] = at;
    const fresh: RoutePoint = { x, y, z, clip: true, sleeved: points[a]!.sleeved };
    return [...points.slice(0, b), spot(fresh, off), ...points.slice(b)];
  }
  return points.map((p, i) => (i === a || i === b ? spot(p, off) : p));
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
