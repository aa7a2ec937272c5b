import type { Vec3 } from '../vector.ts';

/** A port in the car: where it is, and where its axis points out of it. */
export interface Pose {
  readonly at: Vec3;
  /** Unit vector, the way the line runs there. */
  readonly along: Vec3;
}
