import { startOf, type EndArm, type Start } from './arm.ts';
import type { Price } from './three-turns.ts';
import { leastTurn, type Reach, type TwoTurns } from './turn-straight-turn.ts';

const { abs, max, min, PI, sqrt } = Math;
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
/** Of each valley of the coarse grid so many places are looked round: its cheapest may not go in with wider bends, another may. */
const MOST_A_VALLEY = 8;
/** Steps of the clock: from less than half a coarse one, 8°, halved down to 0.03°. */
const STEPS = Array.from({ length: 9 }, (_, i) => ((8 / 2 ** i) * PI) / 180);
/** What steps of a degree leave dearer than another place by this share does not become the cheaper one. */
const A_DEGREE = STEPS[3]!;
const HARDLY_DEARER = 1.005;
const AROUND = [-1, 0, 1].flatMap((i) => [-1, 0, 1].map((j) => [i, j] as const)).filter(([i, j]) => i || j);

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
  private atLeast(reach: Reach, radius: number): number {
    const turn = leastTurn(reach);
    return this.price.turn * turn + this.price.length * radius * max(turn, sqrt(reach.gg));
  }

  /** Where the hose may begin to bend at either side, at clocks evenly round the circle. */
  private starts(side: 0 | 1, count: number): readonly { readonly clock: number; readonly at: Start }[] {
    const arm = this.arms[side];
    return Array.from({ length: arm.turns ? count : 1 }, (_, i) => {
      const [clock, at] = [(FULL * i) / count, startOf()];
      arm.put(at, clock, side === 0 ? 1 : -1);
      return { clock, at };
    });
  }

  /** Every way over a grid of clocks, cheapest first. */
  grid(radius: number, count = COARSE): Turned[] {
    const found: Turned[] = [];
    const [first, second] = [this.starts(0, count), this.starts(1, count)];
    for (const a of first)
      for (const b of second) {
        const way = this.solve(reachOf(a.at, b.at, radius));
        if (way) found.push({ clocks: [a.clock, b.clock], way, cost: this.costOf(way, radius) });
      }
    return found.sort((m, n) => m.cost - n.cost);
  }

  /** Clocks at which the two ends point nearest to each other: where a hose that bends to no radius at all would turn least. */
  facing(): readonly (readonly [number, number])[] {
    const [first, second] = [this.starts(0, FACING), this.starts(1, FACING)];
    const costs = first.map(({ at: a }) => second.map(({ at: b }) => leastTurn(reachOf(a, b, 1))));
    const least: Place[] = [];
    for (let n = 0; n < MOST_FACING; n++) {
      let best: Place | undefined;
      for (const [i, row] of costs.entries())
        for (let j = 0; j < row.length; j++) {
          const cost = row[j]!;
          if (best && cost >= best.cost) continue;
          const place = { clocks: [first[i]!.clock, second[j]!.clock] as const, cost };
          if (least.every((k) => far(k, place) > APART)) best = place;
        }
      if (best) least.push(best);
    }
    return least.map(({ clocks }) => clocks);
  }

  /**
   * The cheapest way, looked for in steps of five degrees round the cheapest places of each valley of a coarser grid, then from
   * each of the best until no step of 0.03° makes it better.
   * @param round places of a coarse grid, found with a smaller radius: what goes in narrowly goes in widely there
   */
  best(round: readonly Turned[], radius: number): Turned | undefined {
    const found: Turned[] = [];
    const looked = new Map<number, number>();
    let least = Infinity;
    const basins = basinsOf(round);
    for (const [i, { clocks, cost: cheaper }] of round.entries()) {
      // They are in order.
      if (cheaper > least * MUCH_DEARER) break;
      const times = looked.get(basins[i]!) ?? 0;
      if (times === MOST_A_VALLEY) continue;
      const here = this.cheapestNear(clocks, radius, least * DEARER);
      if (!here) continue;
      looked.set(basins[i]!, times + 1);
      found.push(here);
      least = min(least, here.cost);
    }
    const starts = found.sort((m, n) => m.cost - n.cost);
    return this.refined(distinct(starts, MOST_STARTS, least * DEARER), radius);
  }

  /** The cheapest of the finer steps round a place of the coarse grid, if it costs no more than so much. */
  private cheapestNear(clocks: readonly [number, number], radius: number, most: number): Turned | undefined {
    const [first, second] = this.arms.map(({ turns }) => (turns ? FINER : [0])) as [number[], number[]];
    let best: Turned | undefined;
    for (const da of first)
      for (const db of second) {
        const at = [clocks[0] + da, clocks[1] + db] as const;
        const reach = this.reach(at[0], at[1], radius);
        const limit = best?.cost ?? most;
        if (this.atLeast(reach, radius) > limit) continue;
        const way = this.solve(reach);
        if (!way) continue;
        const cost = this.costOf(way, radius);
        if (cost <= limit && this.may(at)) best = { clocks: at, way, cost };
      }
    return best;
  }

  /** The cheapest that can be reached from any of these. */
  refined(starts: readonly Turned[], radius: number): Turned | undefined {
    let best: Turned | undefined;
    for (const start of starts) {
      const end = this.down(start, radius, best && best.cost * HARDLY_DEARER);
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
    // What made it better once is tried first the next time.
    let first = 0;
    for (const step of STEPS) {
      for (let moved = true; moved && best.merit > enough;) {
        moved = false;
        for (let n = 0; n < around.length; n++) {
          const which = (first + n) % around.length;
          const [i, j] = around[which]!;
          const next = look([best.clocks[0] + i * step, best.clocks[1] + j * step], best.merit);
          if (!next || !this.may(next.clocks)) continue;
          best = next;
          first = which;
          moved = true;
          break;
        }
      }
      if (best.merit <= enough || hopeless?.(best.merit, step)) break;
    }
    return best;
  }

  /** @param within cost a degree's steps have to come down to, or smaller ones are not worth it */
  private down(start: Turned, radius: number, within = Infinity): Turned {
    const look = (clocks: readonly [number, number], better: number) => {
      const next = this.at(clocks, radius);
      return next && next.cost < better - 1e-10 ? { ...next, merit: next.cost } : undefined;
    };
    const hopeless = (cost: number, step: number): boolean => step <= A_DEGREE && cost > within;
    return this.turnOn({ ...start, merit: start.cost }, look, undefined, hopeless);
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

/** Of each place of a coarse grid, cheapest first: which of its valleys it lies in, by always going on to the cheapest neighbor. */
function basinsOf(sorted: readonly Turned[]): number[] {
  const index = (clock: number): number => Math.round((clock * COARSE) / FULL);
  const key = (a: number, b: number): number => ((a + COARSE) % COARSE) * COARSE + ((b + COARSE) % COARSE);
  const known = new Map<number, number>();
  const basins: number[] = [];
  for (const [i, { clocks }] of sorted.entries()) {
    const [a, b] = [index(clocks[0]), index(clocks[1])];
    const before = AROUND.map(([da, db]) => known.get(key(a + da, b + db)) ?? Infinity);
    const cheapest = min(...before);
    known.set(key(a, b), i);
    basins.push(cheapest === Infinity ? i : basins[cheapest]!);
  }
  return basins;
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
