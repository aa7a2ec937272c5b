import type { KeepOut, RoutePoint } from '../document/routing.ts';
import { nearest, vec } from './clearance.ts';
import { roundedPath, type Corner } from './fillet.ts';
import { add, cross, dot, norm, scale, sub, turned, unit, type Vec3 } from './vector.ts';

/** A place on a route. */
export interface OnRoute {
  readonly at: Vec3;
  /** Leg it lies on: after which point of the route. */
  readonly leg: number;
}

/** What a route comes nearest to of one thing. */
export interface Clearance {
  readonly id: string;
  /** Between the two surfaces, m; below 0: through it. */
  readonly distance: number;
  readonly on: OnRoute;
  /** On the thing. */
  readonly at: Vec3;
  readonly sleeved: boolean;
}

/** A stretch nothing holds. */
export interface Span {
  readonly from: Vec3;
  readonly to: Vec3;
  readonly length: number;
}

export interface RouteShape {
  /** m. */
  readonly length: number;
  /** All bends added up, rad. */
  readonly turn: number;
  readonly corners: readonly Corner[];
  /** Middle of the line, close enough to be drawn and measured from. */
  readonly line: readonly OnRoute[];
  readonly spans: readonly Span[];
  /** Underside at its lowest, m above the ground. */
  readonly lowest: number;
  /** Of each keep-out, the nearest first. */
  readonly clearances: readonly Clearance[];
}

/** Points on a straight stretch are no further apart, m. */
const STEP = 0.01;
/** Nor turns of an arc, rad. */
const ARC_STEP = Math.PI / 24;

/**
 * A drawn route as the line that would lie there: rounded corners, length, bends, what it passes, what holds it.
 * @param points two or more, in order, with their clips; m
 * @param radius least radius of the line, m
 * @param outside its outside diameter, m
 * @param keepOuts by id
 * @returns lengths m, turns rad; clearances surface to surface
 * Validity: corners too tight for the radius are told and drawn sharp; clearance within 1 mm (the line is followed in steps of 10 mm).
 * @throws nothing
 * @source plane and solid geometry
 * @example routeShape([{ x: 0, y: 0, z: 0.5, clip: true, sleeved: false }, { x: 1, y: 0, z: 0.5, clip: true, sleeved: false }], 0.1, 0.012, {}).length // => 1
 */
export function routeShape(
  points: readonly RoutePoint[],
  radius: number,
  outside: number,
  keepOuts: Readonly<Record<string, KeepOut>>,
): RouteShape {
  const corners = points.map(vec);
  const path = roundedPath(corners, radius);
  const line = followed(corners, radius, path.corners);
  return {
    length: path.length,
    turn: path.turn,
    corners: path.corners,
    line,
    spans: spansOf(points, line),
    lowest: Math.min(...line.map(({ at }) => at[2])) - outside / 2,
    clearances: Object.entries(keepOuts)
      .map(([id, thing]): Clearance => clearanceOf(id, thing, line, points, outside))
      .sort((a, b) => a.distance - b.distance),
  };
}

function clearanceOf(
  id: string,
  thing: KeepOut,
  line: readonly OnRoute[],
  points: readonly RoutePoint[],
  outside: number,
): Clearance {
  let best: Clearance | undefined;
  for (const on of line) {
    const { distance, at } = nearest(on.at, thing);
    const between = distance - outside / 2;
    if (!best || between < best.distance)
      best = { id, distance: between, on, at, sleeved: points[on.leg]?.sleeved ?? false };
  }
  return best!;
}

/** The middle of the line in small steps: along the legs, round the corners that fit. */
function followed(points: readonly Vec3[], radius: number, corners: readonly Corner[]): OnRoute[] {
  const round = new Map(corners.filter((c) => c.fits && c.turn > 1e-6).map((c) => [c.at, c.turn]));
  const out: OnRoute[] = [];
  const straight = (from: Vec3, to: Vec3, leg: number): void => {
    const steps = Math.max(1, Math.ceil(norm(sub(to, from)) / STEP));
    for (let i = 0; i <= steps; i++) out.push({ at: add(from, scale(sub(to, from), i / steps)), leg });
  };
  let start = points[0]!;
  for (let leg = 0; leg + 1 < points.length; leg++) {
    const [here, next] = [points[leg]!, points[leg + 1]!];
    const turn = round.get(leg + 1);
    const way = unit(sub(next, here));
    const after = points[leg + 2] && unit(sub(points[leg + 2]!, next));
    if (turn === undefined || !way || !after) {
      straight(start, next, leg);
      start = next;
      continue;
    }
    const take = radius * Math.tan(turn / 2);
    const begin = sub(next, scale(way, take));
    straight(start, begin, leg);
    const axis = unit(cross(way, after))!;
    const center = add(begin, scale(cross(axis, way), radius));
    const steps = Math.ceil(turn / ARC_STEP);
    for (let i = 1; i <= steps; i++) {
      const angle = (turn * i) / steps;
      out.push({
        at: add(center, turned(sub(begin, center), axis, angle)),
        leg: angle < turn / 2 ? leg : leg + 1,
      });
    }
    start = add(next, scale(after, take));
  }
  return out;
}

/** From one thing that holds it to the next: its ends and its clips. */
function spansOf(points: readonly RoutePoint[], line: readonly OnRoute[]): Span[] {
  const holds = points.flatMap((p, i) =>
    p.clip || i === 0 || i === points.length - 1 ? [nearestOn(line, vec(p))] : [],
  );
  const far = [0];
  for (let i = 1; i < line.length; i++) far.push(far[i - 1]! + norm(sub(line[i]!.at, line[i - 1]!.at)));
  return holds.slice(1).map((to, i) => ({
    from: line[holds[i]!]!.at,
    to: line[to]!.at,
    length: far[to]! - far[holds[i]!]!,
  }));
}

const nearestOn = (line: readonly OnRoute[], p: Vec3): number => {
  let best = 0;
  let least = Infinity;
  line.forEach(({ at }, i) => {
    const d = dot(sub(at, p), sub(at, p));
    if (d < least - 1e-12) {
      least = d;
      best = i;
    }
  });
  return best;
};
