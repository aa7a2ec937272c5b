import { bendLoss } from '../../flow/minor-losses.ts';
import { add, norm, scale, sub, type Vec3 } from '../vector.ts';
import type { EndArm } from './arm.ts';
import { ClockSearch, distinct, type Turned } from './clock-search.ts';
import { endsApart } from './ends-apart.ts';
import { type HoseWay, lengthOf, roundedWay, threeCorners, turnOf, twoTurnWay } from './hose-way.ts';
import { turnsInPlane } from './plane-turns.ts';
import type { Pose } from './pose.ts';
import { type NearMiss, type Price, ThreeTurnsSearch } from './three-turns.ts';
import * as turns from './turn-straight-turn.ts';

/** Friction factor in the loss by which combinations are ranked: smooth hose at the flows of a pump. */
export const FRICTION = 0.024;
/** Bends of a hose that lies by itself are this much wider than the least it takes. */
export const EASY = 1.5;
/** Radius of the coarse grid, of the radius asked for: what goes in through a narrow window of the clocks goes in widely there. */
const WIDE_WINDOW = 0.85;
/** The same for ways that nearly go in: the grid of the easy radius is then the near miss's of the least. */
const NEAR_MISS = WIDE_WINDOW / EASY;
const NEAR_MISSES = 3;
/** A straight piece shorter than this, in radii, is as good as none: three turns may do better. */
const HARDLY_STRAIGHT = 0.05;
/** How much longer than the gap a way without a loop may be, radii: two full circles; of three turns, which are for close ports alone, half a one. */
const TWO_TURNS_ROUND = 4 * Math.PI;
const THREE_TURNS_ROUND = Math.PI;
/** Places of the coarse grid from which a narrow window is closed in on. */
const CLOSED_IN = 2;
/** Worth closing in on where a way is known already. */
const CHEAPER = 0.7;
/** Clocks tried a circle for a way in a loop: it goes in at each of them, and changes little from one to the next. */
const LOOP_COUNT = 18;
/** The same with one elbow alone. */
const ONE_ELBOW = 72;
const MOST_LOOPS = 6;
/** Loops longer than the shortest by this are not looked at. */
const LONGER = 1.2;
/** How closely the widest radius is found, of a radius at which it lies. */
const REFINED = 1e-3;

type Clocks = readonly [number, number];

/** A way of the hose with its elbows turned, in the frame of the two ports. */
export interface Laid {
  readonly clocks: Clocks;
  readonly way: HoseWay;
  readonly cost: number;
}

const cheapest = <T extends { readonly cost: number }>(ways: readonly (T | undefined)[]): T | undefined =>
  ways.reduce<T | undefined>((a, b) => (a && (!b || a.cost <= b.cost) ? a : b), undefined);

const nearly = (reach: turns.Reach): turns.TwoTurns | undefined => turns.withoutLoop(reach, turns.NEARLY);
const free = (reach: turns.Reach): turns.TwoTurns | undefined => turns.withoutLoop(reach);

function start({ clocks, way }: Laid): NearMiss[] {
  const corners = threeCorners(way);
  return corners ? [{ clocks, corners }] : [];
}

/** A hose between two ends on their ports, laid at any radius with the elbows turned as it pleases. */
export class HoseBetween {
  private facing: readonly Clocks[] | undefined;
  private readonly found = new Map<number, Turned | undefined>();
  private readonly grids = new Map<number, readonly Turned[]>();

  /**
   * @param arms the two ends
   * @param bore of the hose, m
   * @param lead hose that stays straight at each end, m
   * @param thick how near the middles of the two ends may come, m
   */
  constructor(
    readonly arms: readonly [EndArm, EndArm],
    private readonly bore: number,
    private readonly lead: number,
    private readonly thick: number,
  ) {}

  private price(radius: number): Price {
    return { turn: bendLoss(180 / Math.PI, radius / this.bore), length: FRICTION / this.bore };
  }

  private readonly may = (clocks: Clocks): boolean => endsApart(this.arms, clocks) >= this.thick;

  private search(radius: number, solve = free): ClockSearch {
    return new ClockSearch(this.arms, this.price(radius), solve, this.may);
  }

  /** Every way of two turns over a coarse grid of clocks, kept: one radius asks for the grid of another. */
  private grid(radius: number): readonly Turned[] {
    const known = this.grids.get(radius) ?? this.search(radius, nearly).grid(radius);
    this.grids.set(radius, known);
    return known;
  }

  /** Where the two ends point nearest to each other, at whatever radius. */
  private faces(): readonly Clocks[] {
    return (this.facing ??= this.search(1).facing());
  }

  /**
   * The way of two turns without a loop that costs least.
   * @param radius of its bends, m
   * @param least a smaller one, m: what does not go in with that does not go in with this
   */
  inTwoTurns(radius: number, least = radius): Laid | undefined {
    const two = this.turned(radius, least);
    return two && this.within(this.twoTurns(two, radius), TWO_TURNS_ROUND);
  }

  /** The same, at whatever length; kept. */
  private turned(radius: number, least: number): Turned | undefined {
    if (this.found.has(radius)) return this.found.get(radius);
    const search = this.search(radius);
    const open = search.best(this.grid(WIDE_WINDOW * radius), radius);
    const hopeless = !open && least < radius && !this.turned(least, least);
    const narrow = hopeless ? [] : this.closedIn(radius, CHEAPER * (open?.cost ?? Infinity));
    const two = cheapest([open, search.refined(narrow, radius)]);
    this.found.set(radius, two);
    return two;
  }

  /** Through windows too narrow for the grid, from where it goes in with smaller bends at no more than a cost. */
  private closedIn(radius: number, most: number): Turned[] {
    const search = this.search(radius, nearly);
    const places = [
      ...this.faces().map((clocks) => ({ clocks, known: 0 })),
      ...[WIDE_WINDOW, NEAR_MISS].flatMap((share) =>
        distinct(this.grid(share * radius), CLOSED_IN, most).map(({ clocks }) => ({
          clocks,
          known: share * radius,
        })),
      ),
    ];
    return places.flatMap(({ clocks, known }) => search.closeIn(clocks, known, radius, turns.LOOP) ?? []);
  }

  /** The way of two or three turns without a loop that costs least. */
  withoutLoop(radius: number): Laid | undefined {
    const two = this.inTwoTurns(radius);
    if (two && (two.way.bends[1]?.after ?? radius) > HARDLY_STRAIGHT * radius) return two;
    const starts = two ? start(two) : this.nearMisses(radius);
    const three = this.threeTurns(starts, radius);
    return cheapest([two, three && this.within(three, THREE_TURNS_ROUND)]);
  }

  /** The same, unless it is far longer than the gap between the ports. */
  private within(laid: Laid, round: number): Laid | undefined {
    const [a, b] = this.arms.map((arm) => arm.port.at) as [Vec3, Vec3];
    return lengthOf(laid.way) <= norm(sub(b, a)) + round * laid.way.radius ? laid : undefined;
  }

  private twoTurns({ clocks, way, cost }: Turned, radius: number): Laid {
    return { clocks, way: twoTurnWay(...this.poses(clocks), radius, way), cost };
  }

  /** Ways of two turns that would go in with smaller bends. */
  private nearMisses(radius: number): NearMiss[] {
    return [WIDE_WINDOW, NEAR_MISS]
      .flatMap((share) =>
        distinct(this.grid(share * radius), NEAR_MISSES - 1).flatMap((t) =>
          start(this.twoTurns(t, share * radius)),
        ),
      )
      .slice(0, NEAR_MISSES);
  }

  private threeTurns(starts: readonly NearMiss[], radius: number): Laid | undefined {
    const price = this.price(radius);
    const three = new ThreeTurnsSearch(this.arms, radius, price, turns.LOOP).best(starts);
    if (!three || !this.may(three.clocks)) return undefined;
    const [from, to] = this.poses(three.clocks);
    return {
      clocks: three.clocks,
      way: roundedWay(from, three.corners, to, radius),
      cost: price.turn * three.turn + price.length * three.length,
    };
  }

  /** The way that costs least, round in a loop. */
  inALoop(radius: number): Laid | undefined {
    let shortest = Infinity;
    const quick = (reach: turns.Reach): turns.TwoTurns | undefined => {
      const way = turns.anyWay(reach, LONGER * shortest, false);
      if (way) shortest = Math.min(shortest, turns.lengthOf(way));
      return way;
    };
    const count = this.arms.every((arm) => arm.turns) ? LOOP_COUNT : ONE_ELBOW;
    const grid = this.search(radius, quick)
      .grid(radius, count)
      .filter(({ clocks }) => this.may(clocks));
    const close = (reach: turns.Reach) => turns.anyWay(reach, LONGER * shortest);
    const search = this.search(radius, close);
    const starts = distinct(grid, MOST_LOOPS).flatMap(({ clocks }) => search.at(clocks, radius) ?? []);
    const best = search.refined(starts, radius);
    return cheapest([best && this.twoTurns(best, radius), ...this.inPlane(radius)]);
  }

  /** Ways of three turns at the clocks that lean into the plane of the two ports, where they lie in one. */
  private inPlane(radius: number): Laid[] {
    const { turn, length } = this.price(radius);
    const clocks = this.arms.map((arm) => (arm.turns ? [0, Math.PI] : [0]));
    return clocks[0]!
      .flatMap((a) => clocks[1]!.map((b): Clocks => [a, b]))
      .filter(this.may)
      .flatMap((at) =>
        turnsInPlane(...this.poses(at), radius).map((way) => ({
          clocks: at,
          way,
          cost: turn * turnOf(way) + length * lengthOf(way),
        })),
      );
  }

  /** Where the hose may bend at either side, along the way it runs. */
  poses([a, b]: Clocks): readonly [Pose, Pose] {
    const [from, to] = [this.arms[0].tail(a), this.arms[1].tail(b)];
    const lead = (p: Pose): Vec3 => add(p.at, scale(p.along, this.lead));
    return [
      { at: lead(from), along: from.along },
      { at: lead(to), along: scale(to.along, -1) },
    ];
  }

  /** Widest radius at which it lies in two turns at these clocks, up to `most`, m. */
  widestAt(clocks: Clocks, known: number, most: number): number {
    const lies = (radius: number): boolean => this.search(radius).at(clocks, radius) !== undefined;
    if (lies(most)) return most;
    return widest(lies, known, most, REFINED * known);
  }

  /** Widest radius at which it lies without a loop at some clocks, up to `most`, m; 0: none worth the name. */
  widest(most: number): number {
    return widest((radius) => this.withoutLoop(radius) !== undefined, 0, most, 0.02 * most);
  }
}

function widest(lies: (radius: number) => boolean, known: number, most: number, within: number): number {
  let [low, high] = [known, most];
  while (high - low > within) {
    const middle = (low + high) / 2;
    if (lies(middle)) low = middle;
    else high = middle;
  }
  return low;
}
