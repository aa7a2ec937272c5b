import { descend } from '../../numerics/descent.ts';
import type { Vec3 } from '../vector.ts';
import { startOf, type EndArm } from './arm.ts';

/** By their own names: they are looked up in the innermost loop of a search. */
const { atan, max, sqrt } = Math;

/** Four lines whose three corners are rounded: where two turns and a straight piece have no room. */
export interface ThreeTurns {
  readonly clocks: readonly [number, number];
  /** m. */
  readonly corners: readonly [Vec3, Vec3, Vec3];
  /** Of the three turns together, rad. */
  readonly turn: number;
  /** m. */
  readonly length: number;
}

/** Where a way of three turns is sought from: clocks, and the corners of a way that bends tighter than it may, m. */
export interface NearMiss {
  readonly clocks: readonly [number, number];
  readonly corners: readonly [Vec3, Vec3, Vec3];
}

/** What a way costs: so much a rad, and so much a m. */
export interface Price {
  readonly turn: number;
  readonly length: number;
}

/** Weights of what is amiss, lines too short for their bends and turns too far: first the way finds its form, then the lines become long enough. */
const WEIGHTS = [3, 100, 1e4, 1e6, 1e8];
const ROUNDS = [60, 40, 30, 30, 30];
/** Bends are laid this much wider than asked, so that what the last weight leaves is made good. */
const WIDER = 1 + 1e-6;
const MET = 1e-6;

/** tan of half the angle between two lines, from their product and lengths. */
const halfTan = (product: number, n: number): number => sqrt(max(0, n - product) / max(1e-12, n + product));

/** A way of three turns below half a circle each between two hose ends, every bend of one radius. */
export class ThreeTurnsSearch {
  private readonly a = startOf();
  private readonly b = startOf();
  private turn = 0;
  private length = 0;
  private short = 0;
  private readonly least: number;

  /**
   * @param arms the two hose ends
   * @param radius of the bends, m
   * @param price of turns and length
   * @param mostTurn of the three turns together, rad
   */
  constructor(
    private readonly arms: readonly [EndArm, EndArm],
    radius: number,
    private readonly price: Price,
    private readonly mostTurn: number,
  ) {
    this.least = radius * WIDER;
  }

  /** Variables: both clocks, how far out the first and last corner are, and where the middle one is; lengths in radii. */
  private walk(x: Float64Array): void {
    const { a, b, least } = this;
    this.arms[0].put(a, x[0]!, 1);
    this.arms[1].put(b, x[1]!, -1);
    const [p, q] = [x[2]! * least, x[3]! * least];
    const x1 = x[4]! * least - a[0]! - p * a[3]!;
    const y1 = x[5]! * least - a[1]! - p * a[4]!;
    const z1 = x[6]! * least - a[2]! - p * a[5]!;
    const x2 = b[0]! - q * b[3]! - x[4]! * least;
    const y2 = b[1]! - q * b[4]! - x[5]! * least;
    const z2 = b[2]! - q * b[5]! - x[6]! * least;
    const n1 = sqrt(x1 * x1 + y1 * y1 + z1 * z1) + 1e-12;
    const n2 = sqrt(x2 * x2 + y2 * y2 + z2 * z2) + 1e-12;
    const t1 = halfTan(a[3]! * x1 + a[4]! * y1 + a[5]! * z1, n1);
    const t2 = halfTan(x1 * x2 + y1 * y2 + z1 * z2, n1 * n2);
    const t3 = halfTan(b[3]! * x2 + b[4]! * y2 + b[5]! * z2, n2);
    this.turn = 2 * (atan(t1) + atan(t2) + atan(t3));
    let [sum, short] = [0, 0];
    const line = (left: number): void => {
      sum += left;
      if (left < 0) short += left * left;
    };
    line(x[2]! - t1);
    line(n1 / least - t1 - t2);
    line(n2 / least - t2 - t3);
    line(x[3]! - t3);
    const over = this.turn - this.mostTurn;
    if (over > 0) short += over * over;
    this.short = short;
    this.length = (this.turn + sum) * least;
  }

  private worth(weight: number): (x: Float64Array) => number {
    const { turn, length } = this.price;
    const unit = 1 / (length * this.least + turn);
    return (x) => {
      this.walk(x);
      return (turn * this.turn + length * this.length) * unit + weight * this.short;
    };
  }

  /**
   * @param starts where to seek from
   * @returns the way that costs least, or nothing where no start leads to one
   */
  best(starts: readonly NearMiss[]): ThreeTurns | undefined {
    const moves = [...this.arms.map((arm) => arm.turns), true, true, true, true, true];
    let [best, cost] = [undefined as ThreeTurns | undefined, Infinity];
    for (const start of starts) {
      let x: Float64Array = this.beginning(start);
      for (let i = 0; i < WEIGHTS.length; i++) x = descend(this.worth(WEIGHTS[i]!), x, ROUNDS[i]!, moves).at;
      this.walk(x);
      const paid = this.price.turn * this.turn + this.price.length * this.length;
      if (this.short > MET * MET || paid >= cost) continue;
      [best, cost] = [this.wayAt(x), paid];
    }
    return best;
  }

  private wayAt(x: Float64Array): ThreeTurns {
    const { a, b, least } = this;
    const [p, q] = [x[2]! * least, x[3]! * least];
    return {
      clocks: [x[0]!, x[1]!],
      corners: [
        [a[0]! + p * a[3]!, a[1]! + p * a[4]!, a[2]! + p * a[5]!],
        [x[4]! * least, x[5]! * least, x[6]! * least],
        [b[0]! - q * b[3]!, b[1]! - q * b[4]!, b[2]! - q * b[5]!],
      ],
      turn: this.turn,
      length: this.length,
    };
  }

  private beginning({ clocks, corners: [first, middle, last] }: NearMiss): Float64Array {
    const { a, b, least } = this;
    this.arms[0].put(a, clocks[0], 1);
    this.arms[1].put(b, clocks[1], -1);
    const out = Math.hypot(...first.map((v, i) => v - a[i]!));
    const back = Math.hypot(...last.map((v, i) => v - b[i]!));
    return Float64Array.of(...clocks, out / least, back / least, ...middle.map((v) => v / least));
  }
}
