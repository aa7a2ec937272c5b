import { startOf, type EndArm } from './arm.ts';
import type { Price } from './three-turns.ts';
import { type Reach, type TwoTurns } from './turn-straight-turn.ts';

const { abs, acos, max, min, PI, sqrt } = Math;
const FULL = 2 * PI;

/** Both clocks, and how dear they are. */
interface Place {
  readonly clocks: readonly [number, number];
  readonly cost: number;
}

/** A way between two hose ends, its elbows turned. */
export interface Turned extends Place {
  readonly way: TwoTurns;
}

/** Clocks of the coarse grid, a full circle. */
const COARSE = 18;
const FINE_PER_COARSE = 4;
/** Of a coarse step: where its finer ones lie. */
const FINER = [-1.5, -0.5, 0.5, 1.5].map((k) => (k * FULL) / (COARSE * FINE_PER_COARSE));
/** Places the best is sought from: no nearer to each other than this, rad, and no dearer than the best by more than this share. */
const APART = (20 * PI) / 180;
const DEARER = 1.04;
/** Nor round a coarse place whose way, with smaller bends, is already dearer by this share. */
const MUCH_DEARER = 1.2;
const MOST_STARTS = 3;
/** Steps of the clock: from less than half a coarse one, 8°, halved down to 0.03°. */
const STEPS = Array.from({ length: 9 }, (_, i) => ((8 / 2 ** i) * PI) / 180);
const AROUND = [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => [i, j] as const)).filter(([i, j]) => i || j);

const held = (v: number): number => max(-1, min(1, v));

/** Clocks tried a circle, and places kept, where two ends are to face each other. */
const FACING = 36;
const MOST_FACING = 2;
const HALVINGS = 6;
/** Bends that may be this much wider are worth a step, of the radius asked for. */
const WIDER = 1e-3;
/** Bends grow by less than this share, of the radius asked for, a rad of either clock. */
const PER_STEP = 4;
/** Worse than any turn: there is no way with bends as wide as asked. */
const NOT_YET = 100;

const apart = (a: number, b: number): number => {
  const d = abs(a - b) % FULL;
  return min(d, FULL - d);
};
const far = (a: Place, b: Place): number =>
  max(apart(a.clocks[0], b.clocks[0]), apart(a.clocks[1], b.clocks[1]));

/** Ways of two turns between two hose ends over all clocks. */
export class ClockSearch {
  private readonly a = startOf();
  private readonly b = startOf();

  /**
   * @param arms the two hose ends
   * @param price of turns and length
   * @param solve the way between two places and directions, in radii
   * @param may whether both ends may be turned so
   */
  constructor(
    private readonly arms: readonly [EndArm, EndArm],
    private readonly price: Price,
    private readonly solve: (reach: Reach) => TwoTurns | undefined,
    private readonly may: (clocks: readonly [number, number]) => boolean,
  ) {}

  /** Writes both starts; returns what the way between them depends on. */
  private reach(ca: number, cb: number, radius: number): Reach {
    const { a, b } = this;
    this.arms[0].put(a, ca, 1);
    this.arms[1].put(b, cb, -1);
    return reachOf(a, b, radius);
  }

  at(clocks: readonly [number, number], radius: number): Turned | undefined {
    const way = this.solve(this.reach(clocks[0], clocks[1], radius));
    return way && { clocks, way, cost: this.costOf(way, radius) };
  }

  private costOf({ first, straight, second }: TwoTurns, radius: number): number {
    const turn = first + second;
    return this.price.turn * turn + this.price.length * radius * (turn + straight);
  }

  /** No way at these clocks is cheaper. */
  private atLeast({ uv, gg }: Reach, radius: number): number {
    return this.price.turn * acos(held(uv)) + this.price.length * radius * sqrt(gg);
  }

  private clocks(side: 0 | 1, count: number): readonly number[] {
    if (!this.arms[side].turns) return [0];
    return Array.from({ length: count }, (_, i) => (FULL * i) / count);
  }

  /** Every way over a grid of clocks, cheapest first. */
  grid(radius: number, count = COARSE): Turned[] {
    const found: Turned[] = [];
    for (const ca of this.clocks(0, count))
      for (const cb of this.clocks(1, count)) {
        const turned = this.at([ca, cb], radius);
        if (turned) found.push(turned);
      }
    return found.sort((m, n) => m.cost - n.cost);
  }

  /** Clocks at which the two ends point nearest to each other: where a hose that bends to no radius at all would turn least. */
  facing(): readonly (readonly [number, number])[] {
    const found: Place[] = [];
    for (const ca of this.clocks(0, FACING))
      for (const cb of this.clocks(1, FACING)) {
        const { ug, vg, gg } = this.reach(ca, cb, 1);
        const far = sqrt(gg) || 1;
        found.push({ clocks: [ca, cb], cost: acos(held(ug / far)) + acos(held(vg / far)) });
      }
    found.sort((m, n) => m.cost - n.cost);
    return distinct(found, MOST_FACING).map(({ clocks }) => clocks);
  }

  /**
   * The cheapest way, looked for in steps of five degrees round the places of a coarser grid, then from each of the best until no
   * step of 0.03° makes it better.
   * @param round places of a coarse grid, found with a smaller radius: what goes in narrowly goes in widely there
   */
  best(round: readonly Turned[], radius: number): Turned | undefined {
    const steps = this.arms.map(({ turns }) => (turns ? FINER : [0]));
    let [found, least]: [Turned[], number] = [[], Infinity];
    for (const { clocks, cost: cheaper } of round) {
      // They are in order.
      if (cheaper > least * MUCH_DEARER) break;
      for (const da of steps[0]!)
        for (const db of steps[1]!) {
          const [ca, cb] = [clocks[0] + da, clocks[1] + db];
          const reach = this.reach(ca, cb, radius);
          if (this.atLeast(reach, radius) > least * DEARER) continue;
          const way = this.solve(reach);
          if (!way) continue;
          const cost = this.costOf(way, radius);
          if (cost > least * DEARER || !this.may([ca, cb])) continue;
          found.push({ clocks: [ca, cb], way, cost });
          least = min(least, cost);
        }
    }
    found = found.sort((m, n) => m.cost - n.cost);
    return this.refined(distinct(found, MOST_STARTS, least * DEARER), radius);
  }

  /** The cheapest that can be reached from any of these. */
  refined(starts: readonly Turned[], radius: number): Turned | undefined {
    let best: Turned | undefined;
    for (const start of starts) {
      const end = this.down(start, radius);
      if (!best || end.cost < best.cost - 1e-9) best = end;
    }
    return best;
  }

  /**
   * Turns the elbows on from a place, in ever smaller steps, as long as a step makes a merit smaller.
   * @param look the place at these clocks, if its merit is smaller than `better`
   * @param enough merit at which it stops
   * @param hopeless whether steps smaller than this cannot bring a merit to `enough`
   */
  private turnOn<T extends { readonly clocks: readonly [number, number]; readonly merit: number }>(
    start: T,
    look: (clocks: readonly [number, number], better: number) => T | undefined,
    enough = -Infinity,
    hopeless?: (merit: number, step: number) => boolean,
  ): T {
    const free = this.arms.map((arm) => (arm.turns ? 1 : 0));
    const around = AROUND.filter(([i, j]) => (free[0] || i === 0) && (free[1] || j === 0));
    let best = start;
    for (const step of STEPS) {
      for (let moved = true; moved && best.merit > enough;) {
        moved = false;
        for (const [i, j] of around) {
          const next = look([best.clocks[0] + i * step, best.clocks[1] + j * step], best.merit);
          if (!next || !this.may(next.clocks)) continue;
          best = next;
          moved = true;
          break;
        }
      }
      if (best.merit <= enough || hopeless?.(best.merit, step)) break;
    }
    return best;
  }

  private down(start: Turned, radius: number): Turned {
    const look = (clocks: readonly [number, number], better: number) => {
      const next = this.at(clocks, radius);
      return next && next.cost < better - 1e-10 ? { ...next, merit: next.cost } : undefined;
    };
    return this.turnOn({ ...start, merit: start.cost }, look);
  }

  /**
   * Closes in on a window of the clocks that is too narrow for any grid: turned to where the bends may be widest, until they may be
   * as wide as asked; then to where it turns least, until that is no more than asked.
   * @param start clocks at which a way with smaller bends goes in
   * @param known how wide those are, m
   * @param radius asked for, m
   * @param most of its turns together, rad
   * @returns a way at the radius asked for, or nothing
   */
  closeIn(start: readonly [number, number], known: number, radius: number, most: number): Turned | undefined {
    const look = (clocks: readonly [number, number], better: number) => {
      // Whatever is no better than what there is needs no closer look.
      let [low, high] = [Math.min(1, NOT_YET - better + WIDER) * radius, radius];
      if (better >= NOT_YET - 1 && !this.at(clocks, low)) return undefined;
      const here = this.at(clocks, radius);
      if (here) {
        const turn = here.way.first + here.way.second;
        return turn < better - 1e-9 ? { clocks, merit: turn } : undefined;
      }
      if (better < NOT_YET - 1) return undefined;
      for (let i = 0; i < HALVINGS; i++) {
        const middle = (low + high) / 2;
        if (this.at(clocks, middle)) low = middle;
        else high = middle;
      }
      return { clocks, merit: NOT_YET - low / radius };
    };
    const sofar = NOT_YET - known / radius;
    const begin = look(start, sofar) ?? { clocks: start, merit: sofar };
    // So far it has come with steps so long; smaller ones add less than a step's worth.
    const hopeless = (merit: number, step: number): boolean => NOT_YET - merit < 1 - PER_STEP * step;
    const end = this.turnOn(begin, look, most, hopeless);
    return end.merit <= most ? this.at(end.clocks, radius) : undefined;
  }
}

/** The first few of these, cheapest first, that are not neighbors of one before. */
export function distinct<T extends Place>(sorted: readonly T[], most: number, cost = Infinity): T[] {
  const kept: T[] = [];
  for (const one of sorted) {
    if (kept.length === most || one.cost > cost) break;
    if (kept.every((k) => far(k, one) > APART)) kept.push(one);
  }
  return kept;
}

function reachOf(a: Float64Array, b: Float64Array, radius: number): Reach {
  const r = 1 / radius;
  const x = (b[0]! - a[0]!) * r;
  const y = (b[1]! - a[1]!) * r;
  const z = (b[2]! - a[2]!) * r;
  return {
    uv: a[3]! * b[3]! + a[4]! * b[4]! + a[5]! * b[5]!,
    ug: a[3]! * x + a[4]! * y + a[5]! * z,
    vg: b[3]! * x + b[4]! * y + b[5]! * z,
    gg: x * x + y * y + z * z,
  };
}
