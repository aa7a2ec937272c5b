import { add, anySquareTo, cross, dot, scale, sub, unit, type Vec3 } from '../vector.ts';
import type { Bend, HoseWay } from './hose-way.ts';
import type { Pose } from './pose.ts';

const { acos, atan2, hypot, PI } = Math;
const FULL = 2 * PI;
/** A turn from 0 to a full circle; a whole one that is one by rounding is none. */
const turnFrom = (angle: number): number => {
  const t = ((angle % FULL) + FULL) % FULL;
  return FULL - t < 1e-9 ? 0 : t;
};
/** Places this near to a plane lie in it, m. */
const FLAT = 1e-9;

/** The plane that two poses lie in, as its normal; nothing where they lie in none. */
function planeOf(from: Pose, to: Pose): Vec3 | undefined {
  const gap = sub(to.at, from.at);
  const u = from.along;
  const normal = unit(cross(u, gap), FLAT) ?? unit(cross(u, to.along), FLAT) ?? anySquareTo(u);
  const flat = Math.abs(dot(normal, gap)) < FLAT && Math.abs(dot(normal, to.along)) < FLAT;
  return flat ? normal : undefined;
}

/** The first turn, the middle one that bends the other way, and the last, for first turns to the left. */
function turns(x: number, y: number, heading: number): (readonly [number, number, number])[] {
  // Middles of the first and the last circle, radii; the middle one touches both.
  const [ax, ay] = [0, 1];
  const [bx, by] = [x - Math.sin(heading), y + Math.cos(heading)];
  const apart = hypot(bx - ax, by - ay);
  if (apart > 4 || apart < 1e-9) return [];
  const line = atan2(by - ay, bx - ax);
  const off = acos(apart / 4);
  return [line + off, line - off].map((way) => {
    const [mx, my] = [ax + 2 * Math.cos(way), ay + 2 * Math.sin(way)];
    const back = atan2(my - by, mx - bx);
    return [turnFrom(way + PI / 2), turnFrom(way - back), turnFrom(heading - PI / 2 - back)] as const;
  });
}

/**
 * Ways of three turns in a plane, each bending the other way than the one before: for two places too close for a straight piece.
 * @param from where it begins
 * @param to where it arrives, along the way it does so
 * @param radius of its bends, m
 * @returns up to four ways; none where the two lie in no plane, or more than four radii apart
 * @source L. E. Dubins 1957, words LRL and RLR
 */
export function turnsInPlane(from: Pose, to: Pose, radius: number): HoseWay[] {
  const normal = planeOf(from, to);
  if (!normal) return [];
  const gap = scale(sub(to.at, from.at), 1 / radius);
  return ([1, -1] as const).flatMap((side) => {
    const left = scale(cross(normal, from.along), side);
    const heading = atan2(dot(to.along, left), dot(to.along, from.along));
    return turns(dot(gap, from.along), dot(gap, left), heading).map((three): HoseWay => {
      let along = from.along;
      const bends = three.map((turn, i): Bend => {
        const toward = scale(cross(normal, along), i === 1 ? -side : side);
        along = add(scale(along, Math.cos(turn)), scale(toward, Math.sin(turn)));
        return { after: 0, toward, turn };
      });
      return { from, bends, rest: 0, radius };
    });
  });
}
