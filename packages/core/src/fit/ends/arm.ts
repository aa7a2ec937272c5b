import type { EndSize } from '../../kinds/plumbing/run/end-sizes.ts';
import { add, cross, scale, type Vec3 } from '../vector.ts';
import { lean, leaving } from './clock.ts';
import type { Pose } from './pose.ts';

/** By their own names: they are looked up in the innermost loop of a search. */
const { cos, sin } = Math;

/** Where the hose may begin to bend: a place, m, and a direction, as six figures. */
export type Start = Float64Array;
export const startOf = (): Start => new Float64Array(6);

/** A hose end on its port, with the piece of hose that leaves it straight: where the hose begins to bend, by the clock of the elbow. */
export class EndArm {
  /** Whether it can be turned: a straight end looks the same at every clock. */
  readonly turns: boolean;
  private readonly middle: Pose;
  private readonly reach: number;
  private readonly sin: number;
  private readonly up: Vec3;
  private readonly right: Vec3;

  /**
   * @param port m
   * @param size of the end, m and rad
   * @param lead hose that stays straight, m
   * @param twelve where it leans at clock 0
   */
  constructor(
    readonly port: Pose,
    readonly size: EndSize,
    lead: number,
    readonly twelve: Vec3,
  ) {
    const { stub, radius, tail, turn } = size;
    const out = tail + lead;
    this.turns = turn > 0;
    // Along the port's axis, and off it: the bend, then the tail and the straight piece of hose.
    const ahead = stub + radius * sin(turn) + out * cos(turn);
    this.middle = {
      at: add(port.at, scale(port.along, ahead)),
      along: scale(port.along, cos(turn)),
    };
    this.reach = radius * (1 - cos(turn)) + out * sin(turn);
    this.sin = sin(turn);
    this.up = twelve;
    this.right = cross(twelve, port.along);
  }

  lean(clock: number): Vec3 {
    return lean(this.port.along, clock, this.twelve);
  }

  /** Where the hose begins. */
  tail(clock: number): Pose {
    return leaving(this.port, this.size, this.lean(clock));
  }

  /** Where it may begin to bend, written to `out`; `sense` −1 for the direction in which a hose arrives there. */
  put(out: Start, clock: number, sense: 1 | -1): void {
    const c = cos(clock);
    const s = sin(clock);
    const { at, along } = this.middle;
    for (let i = 0; i < 3; i++) {
      const side = c * this.up[i]! + s * this.right[i]!;
      out[i] = at[i]! + this.reach * side;
      out[i + 3] = sense * (along[i]! + this.sin * side);
    }
  }
}
