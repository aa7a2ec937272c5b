import type { EndSize } from '../kinds/plumbing/run/end-sizes.ts';
import type { Pose } from './space-path.ts';
import { add, cross, dot, scale, sub, unit, type Vec3 } from './vector.ts';

const UP: Vec3 = [0, 0, 1];
const FRONT: Vec3 = [-1, 0, 0];

/** 12 o'clock of a port as one looks at it: up; on a port that points up or down the front of the car. */
function twelve(axis: Vec3): Vec3 {
  const level = Math.abs(axis[2]) < 0.999 ? UP : FRONT;
  return unit(sub(level, scale(axis, dot(level, axis))))!;
}

/** The way an elbow leans at a clock angle, rad from 12 clockwise as one looks at the port. */
export function lean(axis: Vec3, clock: number): Vec3 {
  const up = twelve(axis);
  return add(scale(up, Math.cos(clock)), scale(cross(up, axis), Math.sin(clock)));
}

/** Where the hose leaves an end that is screwed to a port, and the corner of its bend. */
export function leaving(port: Pose, { stub, radius, tail, turn }: EndSize, clock: number): Pose {
  const side = lean(port.along, clock);
  const bend = add(port.at, scale(port.along, stub + radius * Math.sin(turn)));
  const along = add(scale(port.along, Math.cos(turn)), scale(side, Math.sin(turn)));
  const off = add(bend, scale(side, radius * (1 - Math.cos(turn))));
  return { at: add(off, scale(along, tail)), along };
}
