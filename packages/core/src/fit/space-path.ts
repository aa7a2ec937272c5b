import { add, angleBetween, norm, scale, sub, unit, type Vec3 } from './vector.ts';

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

/** Starts from which the corner distances are sought, in radii: short turns near each end, wide ones further out. */
const STARTS = [0.05, 0.4, 1, 2.5, 8] as const;
const ROUNDS = 80;
const GOOD = 1e-10;

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
  const found = STARTS.flatMap((p) =>
    STARTS.flatMap((q) => solved(from, to, radius, p * radius, q * radius) ?? []),
  );
  return found.sort((a, b) => a.length - b.length)[0];
}

interface State {
  readonly off: readonly [number, number];
  readonly path: SpacePath;
}

/** How far the corners stand from where the turns want them, and the way they make. */
function stateAt(from: Pose, to: Pose, radius: number, p: number, q: number): State | undefined {
  const first = add(from.at, scale(from.along, p));
  const second = sub(to.at, scale(to.along, q));
  const across = sub(second, first);
  const d = unit(across);
  if (!d) return undefined;
  const [a, b] = [angleBetween(from.along, d), angleBetween(d, to.along)];
  const [wantP, wantQ] = [radius * Math.tan(a / 2), radius * Math.tan(b / 2)];
  const straight = norm(across) - wantP - wantQ;
  return {
    off: [p - wantP, q - wantQ],
    path: { length: radius * (a + b) + straight, turns: [a, b], straight, corners: [first, second] },
  };
}

function solved(from: Pose, to: Pose, radius: number, startP: number, startQ: number): SpacePath | undefined {
  let [p, q] = [startP, startQ];
  for (let round = 0; round < ROUNDS; round++) {
    const here = stateAt(from, to, radius, p, q);
    if (!here) return undefined;
    const [f, g] = here.off;
    if (Math.abs(f) + Math.abs(g) < GOOD * radius)
      return here.path.straight > -1e-9 && Math.max(...here.path.turns) < Math.PI - 1e-6
        ? here.path
        : undefined;
    const h = 1e-6 * radius;
    const [px, qx] = [stateAt(from, to, radius, p + h, q), stateAt(from, to, radius, p, q + h)];
    if (!px || !qx) return undefined;
    const [fp, gp] = [(px.off[0] - f) / h, (px.off[1] - g) / h];
    const [fq, gq] = [(qx.off[0] - f) / h, (qx.off[1] - g) / h];
    const det = fp * gq - fq * gp;
    if (Math.abs(det) < 1e-12) return undefined;
    const [dp, dq] = [(f * gq - g * fq) / det, (fp * g - gp * f) / det];
    // Never behind its own end, and never more than a few radii at once.
    const most = Math.max(1, Math.max(Math.abs(dp), Math.abs(dq)) / (3 * radius));
    p = Math.max(0, p - dp / most);
    q = Math.max(0, q - dq / most);
  }
  return undefined;
}
