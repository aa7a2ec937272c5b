import { angleBetween, norm, sub, unit, type Vec3 } from './vector.ts';

/** A corner of a route, rounded. */
export interface Corner {
  /** Which point of the route it is. */
  readonly at: number;
  /** How far the line turns there, rad. */
  readonly turn: number;
  /** The radius fits between its neighbors. */
  readonly fits: boolean;
  /** Widest radius there is room for, its neighbors rounded alike, m. */
  readonly room: number;
}

export interface RoundedPath {
  /** Along the middle of the line, m. */
  readonly length: number;
  /** All turns added up, rad. */
  readonly turn: number;
  readonly corners: readonly Corner[];
}

/**
 * Length of a route through points whose corners are rounded to a radius: each corner saves 2r·tan(a/2) − r·a of the straight way.
 * @param points route in order, m; points that lie on each other count once
 * @param radius radius of the middle of the line in a bend, m
 * @returns length, turns added up, and each corner with whether its rounding fits between its neighbors
 * Validity: two points or more; a corner that turns right back has no rounding and does not fit.
 * @throws nothing
 * @source plane geometry
 * @example roundedPath([[0, 0, 0], [1, 0, 0], [1, 1, 0]], 0.1).corners[0].fits // => true
 */
export function roundedPath(points: readonly Vec3[], radius: number): RoundedPath {
  const way = points.filter((p, i) => i === 0 || norm(sub(p, points[i - 1]!)) > 1e-9);
  const legs = way.slice(1).map((p, i) => sub(p, way[i]!));
  const straight = legs.reduce((sum, leg) => sum + norm(leg), 0);
  const turns = legs.slice(1).map((leg, i) => angleBetween(unit(legs[i]!)!, unit(leg)!));
  const corners = turns.map((turn, i): Corner => {
    const room = (leg: number, other: number | undefined): number =>
      norm(legs[leg]!) / Math.max(1e-12, Math.tan(turn / 2) + Math.tan((other ?? 0) / 2));
    const widest = turn < Math.PI - 1e-6 ? Math.min(room(i, turns[i - 1]), room(i + 1, turns[i + 1])) : 0;
    return { at: points.indexOf(way[i + 1]!), turn, fits: radius <= widest + 1e-9, room: widest };
  });
  // What does not fit is rounded as far as its legs allow: a corner never saves more than there is.
  const saved = turns.reduce((sum, a, i) => {
    const r = Math.min(radius, corners[i]!.room);
    return sum + (a < Math.PI - 1e-6 ? r * (2 * Math.tan(a / 2) - a) : 0);
  }, 0);
  return { length: straight - saved, turn: turns.reduce((sum, a) => sum + a, 0), corners };
}
