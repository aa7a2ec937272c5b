import type { EndSize } from '../../kinds/plumbing/run/end-sizes.ts';
import { add, cross, dot, scale, squareTo, type Vec3 } from '../vector.ts';
import type { Pose } from './pose.ts';

const UP: Vec3 = [0, 0, 1];
const FRONT: Vec3 = [-1, 0, 0];

/** 12 o'clock of a port as one looks at it: up; on a port that points up or down the front of the car. */
export const twelve = (axis: Vec3): Vec3 => squareTo(axis, Math.abs(axis[2]) < 0.999 ? UP : FRONT)!;

/** The way an elbow leans at a clock angle, rad from 12 clockwise as one looks at the port. */
export const lean = (axis: Vec3, clock: number, up = twelve(axis)): Vec3 =>
  add(scale(up, Math.cos(clock)), scale(cross(up, axis), Math.sin(clock)));

/** The clock angle of a way to lean, rad, the inverse of `lean`. */
export function clockOf(axis: Vec3, leans: Vec3): number {
  const up = twelve(axis);
  return Math.atan2(dot(leans, cross(up, axis)), dot(leans, up));
}

/** Where the hose leaves an end that is screwed to a port and leans to a side. */
export function leaving(port: Pose, { stub, radius, tail, turn }: EndSize, side: Vec3): Pose {
  const bend = add(port.at, scale(port.along, stub + radius * Math.sin(turn)));
  const along = add(scale(port.along, Math.cos(turn)), scale(side, Math.sin(turn)));
  const off = add(bend, scale(side, radius * (1 - Math.cos(turn))));
  return { at: add(off, scale(along, tail)), along };
}
