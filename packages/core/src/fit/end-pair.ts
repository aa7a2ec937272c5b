import { bendLoss, hoseEndLoss } from '../flow/minor-losses.ts';
import { endAllowance, endSize } from '../kinds/plumbing/run/end-sizes.ts';
import { END_BORE_RATIO, ENDS, type EndId } from '../kinds/plumbing/run/ends.ts';
import { boreOf, leastRadius } from '../kinds/plumbing/run/geometry.ts';
import type { Dash } from '../kinds/plumbing/run/hoses.ts';
import { lean, leaving } from './clock.ts';
import { LOOP, type EndFit, type EndMiss, type EndQuestion } from './end-fit.ts';
import { likelyPath, type Pose, type SpacePath } from './space-path.ts';
import { add, norm, scale, sub, turned, cross, unit, dot, type Vec3 } from './vector.ts';
import { DASH } from '../quantities/constants.ts';

/** Bends are laid this much wider than the least where there is room: as a hose lies by itself. */
const EASY = 1.5;
/** A hose leaves its end straight for so many tube diameters (SAE J1273 asks for some; this figure from memory). */
const LEAD = 1.5;
export const leadOf = (dash: Dash): number => LEAD * dash * DASH;
/** Friction factor in the loss by which combinations are ranked: smooth hose at the flows of a pump. */
const FRICTION = 0.024;
const HOURS = 12;
const STEPS = [15, 7.5, 4, 2, 1].map((d) => (d * Math.PI) / 180);
/** Reserves beyond this are all plenty. */
const MOST_RESERVE = 5;
/** Radii tried for a pair that does not go in, as shares of the least. */
const TIGHTER = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1] as const;

interface Laid {
  readonly clocks: readonly [number, number];
  readonly path: SpacePath;
  readonly loss: number;
}

/** A pair of ends between two ports, laid at a radius with its elbows turned as it pleases. */
export class EndPair {
  private readonly bore: number;
  private readonly least: number;
  private readonly endLoss: number;
  private readonly lead: number;
  private readonly sizes: readonly [ReturnType<typeof endSize>, ReturnType<typeof endSize>];

  constructor(
    private readonly q: EndQuestion,
    private readonly ends: readonly [EndId, EndId],
    /** Of the hose, rad. */
    private readonly mostTurn = LOOP,
  ) {
    this.bore = boreOf(q.hose, q.dash);
    this.least = leastRadius(q.hose, q.dash);
    this.lead = leadOf(q.dash);
    this.sizes = [endSize(ends[0], q.dash), endSize(ends[1], q.dash)];
    this.endLoss = ends.reduce((k, end) => k + hoseEndLoss(ENDS[end].k, END_BORE_RATIO), 0);
  }

  /** Where the hose may begin to bend at a side, with its elbow at a clock. */
  pose(side: 0 | 1, clock: number): Pose {
    const port = side === 0 ? this.q.from : this.q.to;
    const { at, along } = leaving(port, this.sizes[side], clock);
    return { at: add(at, scale(along, this.lead)), along };
  }

  private clocks(side: 0 | 1): readonly number[] {
    if (this.sizes[side].turn === 0) return [0];
    return Array.from({ length: HOURS }, (_, i) => (2 * Math.PI * i) / HOURS);
  }

  private lay(clocks: readonly [number, number], radius: number): Laid | undefined {
    return this.between(this.pose(0, clocks[0]), this.pose(1, clocks[1]), clocks, radius);
  }

  private between(from: Pose, to: Pose, clocks: readonly [number, number], radius: number): Laid | undefined {
    const path = likelyPath(from, { at: to.at, along: scale(to.along, -1) }, radius);
    if (!path || path.turns[0] + path.turns[1] > this.mostTurn) return undefined;
    return { clocks, path, loss: this.lossOf(path, radius) };
  }

  private lossOf({ turns, length }: SpacePath, radius: number): number {
    const degrees = ((turns[0] + turns[1]) * 180) / Math.PI;
    return (
      this.endLoss + bendLoss(degrees, radius / this.bore) + (FRICTION * (length + 2 * this.lead)) / this.bore
    );
  }

  /** Cheaper than any way between them can be. */
  private atLeast(from: Pose, to: Pose, radius: number): number {
    const degrees = (Math.acos(Math.max(-1, Math.min(1, -dot(from.along, to.along)))) * 180) / Math.PI;
    return (
      this.endLoss +
      bendLoss(degrees, radius / this.bore) +
      (FRICTION * (norm(sub(to.at, from.at)) + 2 * this.lead)) / this.bore
    );
  }

  /** Turns both elbows until no step of a degree makes it better. */
  private best(radius: number): Laid | undefined {
    const poses = ([0, 1] as const).map((side) =>
      this.clocks(side).map((clock) => ({ clock, pose: this.pose(side, clock) })),
    );
    let best: Laid | undefined;
    for (const a of poses[0]!)
      for (const b of poses[1]!) {
        if (best && this.atLeast(a.pose, b.pose, radius) >= best.loss) continue;
        const laid = this.between(a.pose, b.pose, [a.clock, b.clock], radius);
        if (laid && (!best || laid.loss < best.loss - 1e-12)) best = laid;
      }
    return best && this.refined(best, radius);
  }

  private refined(start: Laid, radius: number): Laid {
    let best = start;
    const free = this.sizes.map((s) => s.turn > 0);
    for (const step of STEPS)
      for (let moved = true; moved;) {
        moved = false;
        const [a, b] = best.clocks;
        const around = [
          ...(free[0] ? [[a + step, b] as const, [a - step, b] as const] : []),
          ...(free[1] ? [[a, b + step] as const, [a, b - step] as const] : []),
        ];
        for (const clocks of around) {
          const laid = this.lay(clocks, radius);
          if (laid && laid.loss < best.loss - 1e-9) {
            best = laid;
            moved = true;
          }
        }
      }
    return best;
  }

  /** Widest radius at which it still lies so, m. */
  private widest(clocks: readonly [number, number], known: number, most: number): number {
    const [from, to] = [this.pose(0, clocks[0]), this.pose(1, clocks[1])];
    const lies = (radius: number) => this.between(from, to, clocks, radius) !== undefined;
    if (lies(most)) return most;
    let [low, high] = [known, most];
    while (high - low > 1e-3 * known) {
      const middle = (low + high) / 2;
      if (lies(middle)) low = middle;
      else high = middle;
    }
    return low;
  }

  fit(): EndFit | undefined {
    const { least } = this;
    const wide = this.best(EASY * least);
    const laid = wide ?? this.best(least);
    if (!laid) return undefined;
    const radius = wide ? EASY * least : least;
    const { turns, length } = laid.path;
    const [first, second] = this.sizes;
    const cut = length + 2 * this.lead + this.q.movement;
    const elbow = (side: 0 | 1): number | null => (this.sizes[side].turn === 0 ? null : laid.clocks[side]);
    return {
      ends: this.ends,
      clocks: [elbow(0), elbow(1)],
      benchClock: first.turn > 0 && second.turn > 0 ? this.benchClock(laid) : null,
      cut,
      length: cut + this.ends.reduce((sum, end) => sum + endAllowance(end, this.q.dash), 0),
      turn: turns[0] + turns[1],
      radius,
      reserve: this.widest(laid.clocks, radius, MOST_RESERVE * least) / least,
      loss: laid.loss,
      lies: this.mostTurn > LOOP ? 'in-a-loop' : wide ? 'easily' : 'tightly',
    };
  }

  miss(): EndMiss {
    const { ends, least } = this;
    for (const share of TIGHTER) {
      const laid = this.best(share * least);
      if (laid) return { ends, least, room: this.widest(laid.clocks, share * least, least) };
    }
    return { ends, least, room: null };
  }

  /** The first elbow's back, carried along the hose without a twist, against the second's. */
  private benchClock({ clocks, path }: Laid): number {
    const [from, to] = [this.pose(0, clocks[0]), this.pose(1, clocks[1])];
    const directions: Vec3[] = [
      from.along,
      unit(sub(path.corners[1], path.corners[0])) ?? from.along,
      scale(to.along, -1),
    ];
    // Where each elbow's port points, seen square to the hose; defined for an end that turns right back, too.
    const points = (port: Pose, clock: number, out: Vec3): Vec3 =>
      cross(out, cross(port.along, lean(port.along, clock)));
    let carried = points(this.q.from, clocks[0], from.along);
    for (let i = 0; i < 2; i++) {
      const axis = cross(directions[i]!, directions[i + 1]!);
      const n = norm(axis);
      if (n > 1e-9) {
        const angle = Math.atan2(n, dot(directions[i]!, directions[i + 1]!));
        carried = turned(carried, scale(axis, 1 / n), angle);
      }
    }
    const other = points(this.q.to, clocks[1], to.along);
    const along = directions[2]!;
    return Math.atan2(dot(cross(carried, other), along), dot(carried, other));
  }
}
