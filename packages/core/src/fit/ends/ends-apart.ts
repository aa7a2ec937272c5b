import { add, dot, norm, scale, sub, type Vec3 } from '../vector.ts';
import type { EndArm } from './arm.ts';

/** By their own names: they are looked up in the innermost loop of a search. */
const { ceil, cos, max, min, sin } = Math;

const held = (v: number): number => max(0, min(1, v));

/** Least distance between two straight lines from a to b and from c to d, m. */
function between(a: Vec3, b: Vec3, c: Vec3, d: Vec3): number {
  const [u, v, w] = [sub(b, a), sub(d, c), sub(a, c)];
  const [uu, uv, vv, uw, vw] = [dot(u, u), dot(u, v), dot(v, v), dot(u, w), dot(v, w)];
  const det = uu * vv - uv * uv;
  let s = det > 1e-18 ? held((uv * vw - vv * uw) / det) : 0;
  const t = vv > 0 ? held((uv * s + vw) / vv) : 0;
  s = uu > 0 ? held((uv * t - uw) / uu) : 0;
  return norm(sub(add(a, scale(u, s)), add(c, scale(v, t))));
}

/** A bend is drawn as corners of at most so much, rad: a millimeter outside it in a size -6. */
const PART = Math.PI / 4;

/** The middle of an end as straight lines: from its seat, round the corners of its bend, to its tail. */
function lines(arm: EndArm, clock: number): readonly Vec3[] {
  const { stub, radius, turn } = arm.size;
  const { at, along } = arm.port;
  const side = arm.lean(clock);
  const parts = ceil(turn / PART - 1e-9);
  const part = turn / parts;
  const corners = Array.from({ length: parts }, (_, i) => {
    // Each corner lies out of the middle of its part of the bend.
    const [angle, reach] = [(i + 0.5) * part, radius / cos(part / 2)];
    const ahead = add(at, scale(along, stub + reach * sin(angle)));
    return add(ahead, scale(side, radius - reach * cos(angle)));
  });
  return [at, ...corners, arm.tail(clock).at];
}

/**
 * Least distance between the middles of two hose ends on their ports.
 * @param arms the two ends
 * @param clocks of their elbows, rad
 * @returns m
 * @source solid geometry: least distance of line segments
 */
export function endsApart(arms: readonly [EndArm, EndArm], clocks: readonly [number, number]): number {
  const [a, b] = [lines(arms[0], clocks[0]), lines(arms[1], clocks[1])];
  let least = Infinity;
  for (let i = 0; i + 1 < a.length; i++)
    for (let j = 0; j + 1 < b.length; j++) least = min(least, between(a[i]!, a[i + 1]!, b[j]!, b[j + 1]!));
  return least;
}
