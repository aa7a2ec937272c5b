import {
  add,
  anySquareTo,
  cross,
  dot,
  norm,
  scale,
  squareTo,
  sub,
  turned,
  unit,
  type Vec3,
} from '../vector.ts';
import type { Pose } from './pose.ts';
import type { TwoTurns } from './turn-straight-turn.ts';

/** A straight piece and then a bend. */
export interface Bend {
  /** Straight before it, m. */
  readonly after: number;
  /** Where it bends to, square to the way the hose comes. */
  readonly toward: Vec3;
  /** rad, below a full circle. */
  readonly turn: number;
}

/** The middle of a hose: bends of one radius with straight pieces between them. */
export interface HoseWay {
  readonly from: Pose;
  readonly bends: readonly Bend[];
  /** Straight at the end, m. */
  readonly rest: number;
  /** m */
  readonly radius: number;
}

export const turnOf = ({ bends }: HoseWay): number => bends.reduce((sum, { turn }) => sum + turn, 0);
export const lengthOf = (way: HoseWay): number =>
  way.bends.reduce((sum, { after }) => sum + after, way.rest) + way.radius * turnOf(way);

/** Where a bend leads, the radius known. */
function beyond({ at, along }: Pose, { after, toward, turn }: Bend, radius: number): Pose {
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const start = add(at, scale(along, after));
  return {
    at: add(add(start, scale(along, radius * s)), scale(toward, radius * (1 - c))),
    along: add(scale(along, c), scale(toward, s)),
  };
}

const PIECES = 14;

/** Points in a row along it, m. */
export function pointsOf({ from, bends, rest, radius }: HoseWay): Vec3[] {
  const points = [from.at];
  let pose = from;
  for (const bend of bends) {
    const steps = Math.ceil((PIECES * bend.turn) / Math.PI) + 1;
    for (let i = 0; i <= steps; i++)
      points.push(beyond(pose, { ...bend, turn: (bend.turn * i) / steps }, radius).at);
    pose = beyond(pose, bend, radius);
  }
  points.push(add(pose.at, scale(pose.along, rest)));
  return points.filter((p, i) => i === 0 || norm(sub(p, points[i - 1]!)) > 1e-9);
}

/** A direction carried along it without a twist. */
export function carried({ from, bends, radius }: HoseWay, v: Vec3): Vec3 {
  let pose = from;
  return bends.reduce((held, bend) => {
    const axis = cross(pose.along, bend.toward);
    pose = beyond(pose, bend, radius);
    return turned(held, axis, bend.turn);
  }, v);
}

/**
 * A turn, a straight piece and a turn.
 * @param to where it arrives, along the way it does so
 * @param way in radii and rad
 */
export function twoTurnWay(from: Pose, to: Pose, radius: number, way: TwoTurns): HoseWay {
  const straight = way.straight * radius;
  const corner = sub(sub(to.at, scale(to.along, way.back * radius)), from.at);
  const off = squareTo(from.along, corner) ?? anySquareTo(from.along);
  const first: Bend = { after: 0, toward: way.away ? scale(off, -1) : off, turn: way.first };
  const comes = beyond(from, first, radius);
  const bends: Bend[] = [first];
  if (way.second > 0) {
    const begins = add(comes.at, scale(comes.along, straight));
    const [c, s] = [Math.cos(way.second), Math.sin(way.second)];
    // A turn of less than a right angle, or all but one, is found by its direction, any other by its place.
    const toward =
      c > 0
        ? scale(sub(to.along, scale(comes.along, c)), s < 0 ? -1 : 1)
        : sub(scale(sub(to.at, begins), 1 / radius), scale(comes.along, s));
    bends.push({ after: straight, toward: unit(toward) ?? anySquareTo(comes.along), turn: way.second });
  }
  return { from, bends, rest: way.second > 0 ? 0 : straight, radius };
}

/** Turns beyond this have their corner too far out to be of use, rad. */
const WIDE_TURN = 1.75;

/** Three corners of a way of two turns: a wide turn has two of them, else one lies halfway along the straight piece. */
export function threeCorners({ from, bends, radius }: HoseWay): readonly [Vec3, Vec3, Vec3] | undefined {
  const [first, second] = bends;
  if (!first || !second) return undefined;
  const cornersOf = (pose: Pose, bend: Bend, count: number): Vec3[] => {
    const part = bend.turn / count;
    return Array.from({ length: count }, (_, i) => {
      const { at, along } = beyond(pose, { ...bend, turn: i * part }, radius);
      return add(at, scale(along, radius * Math.tan(part / 2)));
    });
  };
  const wide = Math.max(first.turn, second.turn) > WIDE_TURN;
  const begins = beyond(from, first, radius);
  const counts = !wide ? [1, 1] : first.turn > second.turn ? [2, 1] : [1, 2];
  const corners = [...cornersOf(from, first, counts[0]!), ...cornersOf(begins, second, counts[1]!)];
  if (!wide) corners.splice(1, 0, scale(add(corners[0]!, corners[1]!), 0.5));
  return [corners[0]!, corners[1]!, corners[2]!];
}

/** The rounding of lines through corners. */
export function roundedWay(from: Pose, corners: readonly Vec3[], to: Pose, radius: number): HoseWay {
  const bends: Bend[] = [];
  const places = [...corners, to.at];
  let [along, at, taken] = [from.along, from.at, 0];
  corners.forEach((corner, i) => {
    const out = i === corners.length - 1 ? to.along : (unit(sub(places[i + 1]!, corner)) ?? along);
    const turn = Math.atan2(norm(cross(along, out)), dot(along, out));
    const takes = radius * Math.tan(turn / 2);
    const toward = squareTo(along, out, 1e-12) ?? anySquareTo(along);
    bends.push({ after: Math.max(0, norm(sub(corner, at)) - taken - takes), toward, turn });
    [along, at, taken] = [out, corner, takes];
  });
  return { from, bends, rest: Math.max(0, norm(sub(to.at, at)) - taken), radius };
}

/** The same, seen from a frame: places and directions taken into the car. */
export function wayIn(way: HoseWay, place: (at: Vec3) => Vec3, direction: (v: Vec3) => Vec3): HoseWay {
  return {
    ...way,
    from: { at: place(way.from.at), along: direction(way.from.along) },
    bends: way.bends.map((bend) => ({ ...bend, toward: direction(bend.toward) })),
  };
}

/** The same, gone the other way. */
export function backward(way: HoseWay): HoseWay {
  let pose = way.from;
  const gone = way.bends.map((bend) => {
    const start = pose;
    pose = beyond(start, bend, way.radius);
    const [c, s] = [Math.cos(bend.turn), Math.sin(bend.turn)];
    // The way it bends to, seen from its end: square to the direction it leaves in, on the same side.
    return { bend, toward: add(scale(bend.toward, c), scale(start.along, -s)) };
  });
  const end = { at: add(pose.at, scale(pose.along, way.rest)), along: scale(pose.along, -1) };
  let after = way.rest;
  const bends = gone.reverse().map(({ bend, toward }) => {
    const back: Bend = { after, toward, turn: bend.turn };
    after = bend.after;
    return back;
  });
  return { from: end, bends, rest: after, radius: way.radius };
}
