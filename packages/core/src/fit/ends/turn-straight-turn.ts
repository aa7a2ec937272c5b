/** By their own names: they are looked up in the innermost loop of a search. */
const { abs, acos, atan2, max, min, PI, sqrt, tan } = Math;

/**
 * What a way between two poses depends on, in radii of its bends: products of the direction it leaves in (u), the direction it
 * arrives in (v) and the gap between the two places (g).
 */
export interface Reach {
  readonly uv: number;
  readonly ug: number;
  readonly vg: number;
  readonly gg: number;
}

/** A turn, a straight piece and a turn, in radii and rad. */
export interface TwoTurns {
  readonly first: number;
  readonly straight: number;
  readonly second: number;
  /** How far before the end the last line meets the straight piece's, in radii; below 0 for a last turn beyond half a circle. */
  readonly back: number;
  /** Whether the first turn bends away from where it goes, to come round. */
  readonly away: boolean;
}

const held = (v: number): number => max(-1, min(1, v));

/**
 * No way from one place to another turns less, however wide its bends: its directions sweep a curve on the sphere that has the
 * direction of the gap within its hull, so on a great circle between two of its points.
 */
export function leastTurn({ ug, vg, gg }: Reach): number {
  const gap = sqrt(gg);
  return gap > 0 ? acos(held(ug / gap)) + acos(held(vg / gap)) : 0;
}

export const lengthOf = ({ first, straight, second }: TwoTurns): number => first + straight + second;

/** Which form: whether the first turn bends away, which way the straight piece runs on its line, and the last turns looked at. */
interface Form {
  readonly side: 1 | -1;
  readonly run: 1 | -1;
  /** rad, and the tangents of their halves: in rows of their own, for the innermost loop. */
  readonly tried: Float64Array;
  readonly tangents: Float64Array;
}

const FULL = 2 * PI;
const DEGREE = PI / 180;
const every = (from: number, to: number): number[] =>
  Array.from({ length: Math.floor((to - from) / 10) + 1 }, (_, i) => from + 10 * i);
/** At half a circle the corner of the last turn is at infinity: it is looked for on either side of it. */
const SHORT = [0, ...every(5, 175), 179.8];
const LONG = [180.2, ...every(185, 355), 359.5];
const form = (side: 1 | -1, run: 1 | -1, degrees: readonly number[]): Form => {
  const tried = Float64Array.from(degrees, (d) => d * DEGREE);
  return { side, run, tried, tangents: tried.map((b) => tan(b / 2)) };
};

/** Turns of the hose together up to which it lies without a loop, degrees. */
const LOOP_DEGREES = 220;
/** The same, rad. */
export const LOOP = LOOP_DEGREES * DEGREE;
/** What a search that closes in on such a way begins with: with smaller bends it may turn a little more. */
const NEARLY_DEGREES = LOOP_DEGREES + 25;
/** The same, rad. */
export const NEARLY = NEARLY_DEGREES * DEGREE;
/** A first turn that bends away is half a circle or more: little is left for the last; and the other way round. */
const REST = NEARLY_DEGREES - 180;
const BEYOND_HALF = LONG.filter((b) => b <= 180 + REST);
const BOTH_BELOW_HALF = form(1, 1, SHORT);
const ONE_BEYOND_HALF: readonly Form[] = [
  form(
    -1,
    1,
    SHORT.filter((b) => b <= REST),
  ),
  // The corner of a last turn beyond half a circle lies ahead of the end: the first turn may bend either way.
  form(1, -1, BEYOND_HALF),
  form(-1, -1, BEYOND_HALF),
  form(1, 1, BEYOND_HALF),
];
const ANY: readonly Form[] = ([1, -1] as const).flatMap((side) => [
  form(side, 1, SHORT),
  form(side, -1, LONG),
  form(side, 1, LONG),
]);
const SAME = 1e-15;
const ROUNDS = 60;

/**
 * The first turn and the straight piece that reach the corner of the last turn are known in closed form; what is left is one
 * equation in the last turn: the angle under which the straight piece arrives is the turn that is left.
 */
class Arrival {
  private readonly uv: number;
  private readonly ug: number;
  private readonly vg: number;
  private readonly gg: number;

  constructor(
    { uv, ug, vg, gg }: Reach,
    private readonly side: 1 | -1,
    private readonly run: 1 | -1,
  ) {
    this.uv = uv;
    this.ug = ug;
    this.vg = vg;
    this.gg = gg;
  }

  /**
   * @param q tangent of half the last turn
   * @returns above 0: it arrives more nearly in line than the turn allows for; NaN: the corner lies within the first turn's circle
   */
  at(q: number): number {
    const { uv, side, run } = this;
    const z = this.ug - q * uv;
    const q2 = q * q;
    const far2 = this.gg - 2 * q * this.vg + q2;
    const off = side * sqrt(max(0, far2 - z * z));
    const onLine2 = far2 - 2 * off;
    if (!(onLine2 >= 0)) return NaN;
    const onLine = run * sqrt(onLine2);
    const share = 1 / (onLine2 + 1);
    const cos = (onLine * z + 1 - off) * share;
    const sin = (z - onLine * (1 - off)) * share;
    const across = abs(off) < 1e-12 ? 0 : (this.vg - q - z * uv) / off;
    return cos * uv + sin * across - (1 - q2) / (1 + q2);
  }

  /** The way with a last turn, rad, whether or not it arrives in line; its straight piece may be below 0. */
  way(second: number): TwoTurns {
    const q = tan(second / 2);
    const z = this.ug - q * this.uv;
    const far2 = this.gg - 2 * q * this.vg + q * q;
    const off = this.side * sqrt(max(0, far2 - z * z));
    const onLine = this.run * sqrt(max(0, far2 - 2 * off));
    const angle = atan2(z - onLine * (1 - off), onLine * z + 1 - off);
    const first = angle < -1e-9 ? angle + 2 * PI : max(0, angle);
    return { first, straight: onLine - q, second, back: q, away: this.side < 0 };
  }
}

/** Regula falsi between two places of opposite sign, the kept end halved (Illinois). */
function rootOf(
  arrival: Arrival,
  low: number,
  atLow: number,
  high: number,
  atHigh: number,
): number | undefined {
  let [a, fa] = [low, atLow];
  let [b, fb] = [high, atHigh];
  for (let round = 0; round < ROUNDS; round++) {
    const c = b - (fb * (b - a)) / (fb - fa);
    const fc = arrival.at(tan(c / 2));
    if (!(fc === fc)) return undefined;
    if (abs(fc) < SAME || abs(b - a) < 1e-14) return c;
    if (fc * fb < 0) {
      a = b;
      fa = fb;
    } else fa /= 2;
    b = c;
    fb = fc;
  }
  return abs(fb) < 1e-9 ? b : undefined;
}

/** Turns change by less than this between two tries, rad, where a way is looked for. */
const SLACK = 0.5;
const HALVINGS = 12;

/** The last turn nearest to one the first turn cannot reach that it can, looked for from one it can. */
function edge(arrival: Arrival, can: number, cannot: number): number {
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (can + cannot) / 2;
    const f = arrival.at(tan(middle / 2));
    if (f === f) can = middle;
    else cannot = middle;
  }
  return can;
}

/** What becomes of a way that is found: true, and no other is looked for. */
type Take = (way: TwoTurns) => boolean;

const offer = (way: TwoTurns, most: number, take: Take): boolean =>
  way.straight > -1e-9 &&
  way.first + way.second <= most &&
  take(way.straight < 0 ? { ...way, straight: 0 } : way);

/** A look at what lies between two last turns. */
function between(
  arrival: Arrival,
  low: number,
  atLow: number,
  high: number,
  atHigh: number,
  most: number,
  take: Take,
): boolean {
  const guess = arrival.way(high);
  if (guess.straight < -SLACK || guess.first + low > most + SLACK) return false;
  const b = rootOf(arrival, low, atLow, high, atHigh);
  return b !== undefined && offer(arrival.way(b), most, take);
}

/** Every way of one form whose turns together are at most so much, given to `take` until it says stop. */
function ways(
  reach: Reach,
  { side, run, tried, tangents }: Form,
  most: number,
  edges: boolean,
  take: Take,
  last = most,
): boolean {
  const arrival = new Arrival(reach, side, run);
  let before = NaN;
  let low = 0;
  for (let i = 0; i < tried.length; i++) {
    if (low > last) return false;
    const high = tried[i]!;
    const f = arrival.at(tangents[i]!);
    if (f * before < 0) {
      if (between(arrival, low, before, high, f, most, take)) return true;
    } else if (high === 0) {
      if (f > -SAME && offer(arrival.way(0), most, take)) return true;
    } else if (edges && i > 0 && (f === f) !== (before === before)) {
      // Up to where the corner of the last turn comes to lie within the first turn's circle.
      const at = f === f ? edge(arrival, high, low) : edge(arrival, low, high);
      const there = arrival.at(tan(at / 2));
      const found =
        f === f
          ? there * f < 0 && between(arrival, at, there, high, f, most, take)
          : before * there < 0 && between(arrival, low, before, at, there, most, take);
      if (found) return true;
    }
    before = f;
    low = high;
  }
  return false;
}

/**
 * Shortest way of a turn, a straight piece and a turn whose turns together stay below those of a loop.
 * @param reach in radii
 * @param most of its turns together, rad, up to `NEARLY`
 * @returns the way, in radii and rad, or nothing
 * Validity: unit directions; each turn below a full circle.
 * @throws nothing
 * @source the spatial case of L. E. Dubins 1957: circle, line, circle
 * @example withoutLoop({ uv: 1, ug: 5, vg: 5, gg: 25 }).straight // => 5
 */
export function withoutLoop(reach: Reach, most = LOOP): TwoTurns | undefined {
  if (leastTurn(reach) > most) return undefined;
  // The first turn brings the direction no nearer to the last one's start than this.
  const between = acos(held(reach.uv));
  let found: TwoTurns | undefined;
  const take = (way: TwoTurns): boolean => {
    found = way;
    return true;
  };
  if (ways(reach, BOTH_BELOW_HALF, most, false, take, (most + between) / 2)) return found;
  // A turn beyond half a circle comes round to within what is left of a full one.
  if (between < FULL - most) return undefined;
  for (const one of ONE_BEYOND_HALF) if (ways(reach, one, most, false, take)) break;
  return found;
}

/**
 * Shortest way of a turn, a straight piece and a turn, each below a full circle: with room or without, there is one.
 * @param reach in radii
 * @param within longest way that is of interest, in radii
 * @param edges whether to look closely where the first turn only just reaches: slower, and seldom shorter
 * @returns the way, in radii and rad; nothing where none is short enough, or the two places are one
 * Validity: unit directions.
 * @throws nothing
 * @source as `withoutLoop`
 * @example anyWay({ uv: -1, ug: 0, vg: 0, gg: 0.25 }).first > Math.PI // => true
 */
export function anyWay(reach: Reach, within = Infinity, edges = true): TwoTurns | undefined {
  let best: TwoTurns | undefined;
  let least = within;
  for (const one of ANY)
    // No way is shorter than its turns.
    ways(reach, one, least, edges, (way) => {
      const length = lengthOf(way);
      if (length < least) [best, least] = [way, length];
      return false;
    });
  return best;
}
