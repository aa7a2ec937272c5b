import { hoseEndLoss } from '../../flow/minor-losses.ts';
import { endAllowance, endSize } from '../../kinds/plumbing/run/end-sizes.ts';
import { END_BORE_RATIO, ENDS, type EndId } from '../../kinds/plumbing/run/ends.ts';
import { boreOf, leastRadius, outsideOf } from '../../kinds/plumbing/run/geometry.ts';
import { DASH } from '../../quantities/constants.ts';
import { cross, dot, scale, type Vec3 } from '../vector.ts';
import { EndArm } from './arm.ts';
import { clockOf } from './clock.ts';
import { EASY, FRICTION, HoseBetween, type Laid } from './hose-between.ts';
import { backward, carried, lengthOf, turnOf, wayIn } from './hose-way.ts';
import { portFrame, type PortFrame } from './port-frame.ts';
import type { EndFit, EndMiss, EndQuestion, Lies } from './question.ts';

/** A hose leaves its end straight for so many tube diameters (SAE J1273 asks for some; this figure from memory). */
const LEAD = 1.5;
/** Reserves beyond this are all plenty. */
const MOST_RESERVE = 5;
/** The longest length hose is commonly sold in, m (common practice). */
const SOLD = 30;

/** Two hose ends between two ports. */
export class EndPair {
  private readonly least: number;
  private readonly bore: number;
  private readonly lead: number;
  private readonly frame: PortFrame;
  private readonly hose: HoseBetween;

  /**
   * @param q what was asked
   * @param frame of its two ports
   * @param ends as the ports were named in the question
   */
  constructor(
    private readonly q: EndQuestion,
    frame: PortFrame,
    private readonly ends: readonly [EndId, EndId],
  ) {
    const { dash } = q;
    this.bore = boreOf(q.hose, dash);
    this.least = leastRadius(q.hose, dash);
    this.lead = LEAD * dash * DASH;
    const sizes = ends.map((end) => endSize(end, dash));
    // Where either port could be the first, the one with the smaller elbow is: named the other way round the answer is the same.
    const other = frame.even && sizes[0]!.turn > sizes[1]!.turn !== frame.swapped;
    this.frame = other ? portFrame(q.from, q.to, true) : frame;
    if (this.frame.swapped) sizes.reverse();
    const { from, to, twelves } = this.frame;
    const arms = [
      new EndArm(from, sizes[0]!, this.lead, twelves[0]),
      new EndArm(to, sizes[1]!, this.lead, twelves[1]),
    ] as const;
    this.hose = new HoseBetween(arms, this.bore, this.lead, outsideOf(dash));
  }

  /** How it lies best; nothing where the two ends run into each other at every clock, or the hose is longer than it may be. */
  fit(): EndFit | undefined {
    const fit = this.any();
    return fit && fit.cut <= this.longest ? fit : undefined;
  }

  private get longest(): number {
    return this.q.longest ?? SOLD;
  }

  private any(): EndFit | undefined {
    const { hose, least } = this;
    const loop = (): Laid | undefined => hose.inALoop(EASY * least) ?? hose.inALoop(least);
    return this.withoutLoop() ?? this.fitOf(loop(), 'in-a-loop');
  }

  /** How it lies without a loop. */
  withoutLoop(): EndFit | undefined {
    const { hose, least } = this;
    return (
      this.fitOf(hose.inTwoTurns(EASY * least, least), 'easily') ??
      this.fitOf(hose.withoutLoop(least), 'tightly')
    );
  }

  private fitOf(laid: Laid | undefined, lies: Lies): EndFit | undefined {
    if (!laid) return undefined;
    const { frame, q, lead, least, hose } = this;
    const { clocks, way, cost } = laid;
    const cut = lengthOf(way) + 2 * lead + q.movement;
    const ends = this.ends.reduce((k, end) => k + hoseEndLoss(ENDS[end].k, END_BORE_RATIO), 0);
    const inCar = wayIn(way, frame.place, frame.direction);
    const plain = lies === 'in-a-loop' || way.bends.length > 2;
    return {
      ends: this.ends,
      clocks: this.clocksInCar(clocks),
      benchClock: hose.arms.every((arm) => arm.turns) ? this.benchClock(laid) : null,
      cut,
      length: cut + this.ends.reduce((sum, end) => sum + endAllowance(end, q.dash), 0),
      turn: turnOf(way),
      radius: way.radius,
      reserve: plain ? way.radius / least : hose.widestAt(clocks, way.radius, MOST_RESERVE * least) / least,
      loss: ends + cost + (FRICTION * 2 * lead) / this.bore,
      lies,
      way: frame.swapped ? backward(inCar) : inCar,
    };
  }

  /** Clocks as one looks at the ports in the car, in the order they were named. */
  private clocksInCar(clocks: Laid['clocks']): EndFit['clocks'] {
    const { frame, q, hose } = this;
    const ports = frame.swapped ? [q.to, q.from] : [q.from, q.to];
    const seen = hose.arms.map((arm, side) =>
      arm.turns ? clockOf(ports[side]!.along, frame.direction(arm.lean(clocks[side]!))) : null,
    );
    if (frame.swapped) seen.reverse();
    return [seen[0]!, seen[1]!];
  }

  miss(): EndMiss {
    const { ends, least, longest } = this;
    const fit = this.any();
    if (!fit) return { ends, least, why: { is: 'ends-touch' } };
    if (fit.cut > longest) return { ends, least, why: { is: 'too-long', cut: fit.cut, longest } };
    const room = this.hose.widest(least);
    return { ends, least, why: { is: 'stiff', turn: fit.turn, ...(room > 0 ? { room } : {}) } };
  }

  /** The first elbow's back, carried along the hose without a twist, against the second's, looking along the hose in the car. */
  private benchClock({ clocks, way }: Laid): number {
    const { frame, hose } = this;
    const [from, to] = hose.poses(clocks);
    // Where each elbow's port points, seen square to the hose; defined for an end that turns right back, too.
    const points = (side: 0 | 1, out: Vec3): Vec3 =>
      cross(out, cross(hose.arms[side].port.along, hose.arms[side].lean(clocks[side])));
    const [brought, other] = [carried(way, points(0, from.along)), points(1, scale(to.along, -1))];
    const seen = [brought, other, to.along].map(frame.direction) as [Vec3, Vec3, Vec3];
    return Math.atan2(dot(cross(seen[0], seen[1]), seen[2]), dot(seen[0], seen[1]));
  }
}
