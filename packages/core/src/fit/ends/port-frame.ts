import {
  add,
  angleBetween,
  anySquareTo,
  cross,
  dot,
  norm,
  scale,
  squareTo,
  sub,
  unit,
  type Vec3,
} from '../vector.ts';
import type { Pose } from './pose.ts';

/**
 * Two ports as they are to each other, whatever way they are turned or mirrored in the car and whichever is named first: one at
 * the origin, the other along x, the axis of the first in the plane of x and y, that of the second on the side of z.
 */
export interface PortFrame {
  readonly from: Pose;
  readonly to: Pose;
  /** Where an elbow at clock 0 leans: towards the other port. */
  readonly twelves: readonly [Vec3, Vec3];
  /** Whether the port named first is the second one here. */
  readonly swapped: boolean;
  /** Whether the two look alike to each other, so that either could be the first. */
  readonly even: boolean;
  /** A place of the frame in the car, m, and a direction. */
  readonly place: (at: Vec3) => Vec3;
  readonly direction: (v: Vec3) => Vec3;
}

const X: Vec3 = [1, 0, 0];
const Y: Vec3 = [0, 1, 0];
/** Far below what a tape or an angle finder reads, far above rounding: the same two ports give the same figures to the last digit. */
const round = (v: number): number => Math.round(v * 1e11) / 1e11;

/**
 * @param a port as a pose, m
 * @param b the other
 * @param other whether the one that would be second is the first
 * @returns the frame of the two
 */
export function portFrame(a: Pose, b: Pose, other = false): PortFrame {
  const ahead = unit(sub(b.at, a.at)) ?? a.along;
  const [leavesA, leavesB] = [angleBetween(a.along, ahead), angleBetween(b.along, scale(ahead, -1))];
  const even = round(leavesA) === round(leavesB);
  const swapped = round(leavesA) > round(leavesB) !== other;
  const [from, to] = swapped ? [b, a] : [a, b];
  const x = swapped ? scale(ahead, -1) : ahead;
  const [first, second] = [squareTo(x, from.along), squareTo(x, to.along)];
  const y = first ?? second ?? anySquareTo(x);
  const twist = first && second ? round(angleBetween(first, second)) : 0;
  const z = scale(cross(x, y), second && dot(second, cross(x, y)) < 0 ? -1 : 1);
  const [alpha, beta] = [angleBetween(from.along, x), angleBetween(to.along, scale(x, -1))].map(round) as [
    number,
    number,
  ];
  const axisA: Vec3 = [Math.cos(alpha), Math.sin(alpha), 0];
  const axisB: Vec3 = [-Math.cos(beta), Math.sin(beta) * Math.cos(twist), Math.sin(beta) * Math.sin(twist)];
  const direction = (v: Vec3): Vec3 => add(add(scale(x, v[0]), scale(y, v[1])), scale(z, v[2]));
  return {
    from: { at: [0, 0, 0], along: axisA },
    to: { at: [round(norm(sub(b.at, a.at))), 0, 0], along: axisB },
    twelves: [squareTo(axisA, X) ?? Y, squareTo(axisB, [-1, 0, 0]) ?? Y],
    swapped,
    even,
    place: (at) => add(from.at, direction(at)),
    direction,
  };
}
