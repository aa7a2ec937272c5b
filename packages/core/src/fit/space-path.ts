import { add, dot, scale, sub, type Vec3 } from './vector.ts';

/** A port in the car: where it is, and where its axis points out of it. */
export interface Pose {
  readonly at: Vec3;
  /** Unit vector, the way the line runs there. */
  readonly along: Vec3;
}

/** Turn, straight, turn: the shape a hose of least bend takes between two ports that are far enough apart. */
export interface SpacePath {
  readonly length: number;
  /** Of the two turns, rad. */
  readonly turns: readonly [number, number];
  readonly straight: number;
  /** Corners of the three lines whose rounding it is. */
  readonly corners: readonly [Vec3, Vec3];
}

/** By their own names: they are looked up in the innermost loop of a search. */
const { abs, atan, max, PI, sqrt } = Math;

/** Starts from which the corner distances are sought, in radii: short turns near each end, wide ones further out. */
const STARTS: readonly (readonly [number, number])[] = [0.1, 1, 6].flatMap((p) =>
  [0.1, 1, 6].map((q): [number, number] => [p, q]),
);
/** Enough for nearly all: the search over clocks asks thousands of times. */
const FEW_STARTS: typeof STARTS = [
  [1, 1],
  [0.1, 0.1],
  [6, 6],
];
const ROUNDS = 60;
/** Where it arrives, it does so in some eight; with hardly a turn at one end it takes longer. */
const FEW_ROUNDS = 25;
const GOOD = 1e-10;
/** Turns of half a circle have no corner. */
const WIDEST = PI - 1e-6;

/**
 * Shortest way of a turn, a straight piece and a turn between two poses in space, never bent tighter than a radius. It is the
 * rounding of three lines: out along the first axis, across, and in along the second.
 * @param from pose at the beginning
 * @param to pose at the end, along the way the line arrives
 * @param radius least radius, m
 * @returns the way, or nothing where the two are too close for one of this form
 * Validity: unit directions; radius above 0; turns below half a circle each.
 * @throws nothing
 * @source the spatial case of L. E. Dubins 1957: circle, line, circle; solved by Newton on the two corner distances
 * @example spacePath({ at: [0, 0, 0], along: [1, 0, 0] }, { at: [1, 0, 0], along: [1, 0, 0] }, 0.1).length // => 1
 */
export function spacePath(from: Pose, to: Pose, radius: number): SpacePath | undefined {
  const ends = endsOf(from, to, radius);
  let best: Corners | undefined;
  for (const [p, q] of STARTS) {
    const found = corners(ends, p * radius, q * radius, ROUNDS);
    if (found && (!best || found.length < best.length - 1e-12)) best = found;
  }
  return best && pathOf(from, to, best);
}

/** The same, looked for where it nearly always is: one that is missed is a clock that is not taken. */
export function likelyPath(from: Pose, to: Pose, radius: number): SpacePath | undefined {
  const ends = endsOf(from, to, radius);
  for (const [p, q] of FEW_STARTS) {
    const found = corners(ends, p * radius, q * radius, FEW_ROUNDS);
    if (found) return pathOf(from, to, found);
  }
  return undefined;
}

const pathOf = (from: Pose, to: Pose, { p, q, a, b, straight, length }: Corners): SpacePath => ({
  length,
  turns: [a, b],
  straight,
  corners: [add(from.at, scale(from.along, p)), sub(to.at, scale(to.along, q))],
});

/** All that the corners depend on: the products of the two directions and the gap between them. */
interface Ends {
  readonly uv: number;
  readonly ug: number;
  readonly vg: number;
  readonly gg: number;
  readonly radius: number;
}
function endsOf({ at, along: u }: Pose, { at: far, along: v }: Pose, radius: number): Ends {
  const gap = sub(far, at);
  return { uv: dot(u, v), ug: dot(u, gap), vg: dot(v, gap), gg: dot(gap, gap), radius };
}

interface Corners {
  readonly p: number;
  readonly q: number;
  readonly a: number;
  readonly b: number;
  readonly straight: number;
  readonly length: number;
}

/** tan of half the angle between a unit vector and one of length n, from their product. */
const halfTan = (product: number, n: number): number => sqrt(max(0, n - product) / max(1e-300, n + product));

/**
 * Newton on how far out the two corners stand, p and q: each turn takes radius·tan(turn/2) of the lines beside it.
 * Stops when both are met to GOOD radii; gives up after so many rounds.
 */
function corners(ends: Ends, startP: number, startQ: number, rounds: number): Corners | undefined {
  const { uv, ug, vg, gg, radius } = ends;
  let p = startP;
  let q = startQ;
  for (let round = 0; round < rounds; round++) {
    // Between the corners lies gap − p·u − q·v; its length and its products with the two directions:
    const n = sqrt(max(0, gg + p * p + q * q - 2 * p * ug - 2 * q * vg + 2 * p * q * uv));
    if (n < 1e-12) return undefined;
    const du = ug - p - q * uv;
    const dv = vg - q - p * uv;
    const ta = halfTan(du, n);
    const tb = halfTan(dv, n);
    const f = p - radius * ta;
    const g = q - radius * tb;
    if (abs(f) + abs(g) < GOOD * radius) {
      const straight = n - radius * (ta + tb);
      const a = 2 * atan(ta);
      const b = 2 * atan(tb);
      if (straight < -1e-9 || a > WIDEST || b > WIDEST) return undefined;
      return { p, q, a, b, straight, length: radius * (a + b) + straight };
    }
    // Slopes: n falls by du/n per p and dv/n per q; du by 1 and uv, dv by uv and 1.
    const [np, nq] = [-du / n, -dv / n];
    const slope = (product: number, t: number, dn: number, dProduct: number): number => {
      // t² = (n − c)/(n + c)
      const sum = n + product;
      return ((dn - dProduct) * sum - (n - product) * (dn + dProduct)) / (2 * max(t, 1e-9) * sum * sum);
    };
    const fp = 1 - radius * slope(du, ta, np, -1);
    const fq = -radius * slope(du, ta, nq, -uv);
    const gp = -radius * slope(dv, tb, np, -uv);
    const gq = 1 - radius * slope(dv, tb, nq, -1);
    const det = fp * gq - fq * gp;
    if (!(abs(det) > 1e-12)) return undefined;
    const dp = (f * gq - g * fq) / det;
    const dq = (fp * g - gp * f) / det;
    // Never behind its own end, and never more than a few radii at once.
    const most = max(1, max(abs(dp), abs(dq)) / (3 * radius));
    p = max(0, p - dp / most);
    q = max(0, q - dq / most);
  }
  return undefined;
}
