import { endSize, type EndSize } from '../kinds/plumbing/run/end-sizes.ts';
import { lean, leaving } from './clock.ts';
import type { EndFit, EndQuestion } from './end-fit.ts';
import { spacePath, type Pose, type SpacePath } from './space-path.ts';
import { leadOf, EndPair } from './end-pair.ts';
import { add, cross, norm, scale, sub, turned, unit, type Vec3 } from './vector.ts';

/** The middle of a hose with its two ends, as points in a row, m. */
export interface Outline {
  readonly ends: readonly [readonly Vec3[], readonly Vec3[]];
  readonly hose: readonly Vec3[];
}

const PIECES = 14;

/** Points on the arc that rounds a corner, from the line that comes in to the one that goes out. */
function arc(corner: Vec3, before: Vec3, after: Vec3, radius: number, turn: number): Vec3[] {
  const take = radius * Math.tan(turn / 2);
  const start = sub(corner, scale(before, take));
  const axis = unit(cross(before, after));
  if (!axis) return [start];
  const center = add(start, scale(cross(axis, before), radius));
  const spoke = sub(start, center);
  return Array.from({ length: PIECES + 1 }, (_, i) => add(center, turned(spoke, axis, (turn * i) / PIECES)));
}

function endPoints(port: Pose, size: EndSize, clock: number): Vec3[] {
  const { stub, radius, turn } = size;
  const side = lean(port.along, clock);
  const bend = add(port.at, scale(port.along, stub));
  const round = Array.from({ length: PIECES + 1 }, (_, i) => {
    const angle = (turn * i) / PIECES;
    return add(
      add(bend, scale(port.along, radius * Math.sin(angle))),
      scale(side, radius * (1 - Math.cos(angle))),
    );
  });
  return [port.at, ...round, leaving(port, size, clock).at];
}

function hosePoints(from: Pose, to: Pose, path: SpacePath, radius: number, lead: number): Vec3[] {
  const [first, second] = path.corners;
  const arrives = scale(to.along, -1);
  const across = unit(sub(second, first)) ?? from.along;
  return [
    sub(from.at, scale(from.along, lead)),
    ...arc(first, from.along, across, radius, path.turns[0]),
    ...arc(second, across, arrives, radius, path.turns[1]),
    sub(to.at, scale(to.along, lead)),
  ].filter((p, i, all) => i === 0 || norm(sub(p, all[i - 1]!)) > 1e-9);
}

/**
 * How a combination of hose ends lies between its ports, to be drawn.
 * @param q what was asked
 * @param fit one of its answers
 * @returns points in a row along the middle of either end and of the hose, m
 * Validity: an answer of `fitHoseEnds` to the same question.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example outlineOf({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: [], movement: 0 }, { ends: ['straight', 'straight'], clocks: [null, null], radius: 0.1 }).hose.length // => 4
 */
export function outlineOf(q: EndQuestion, fit: Pick<EndFit, 'ends' | 'clocks' | 'radius'>): Outline {
  const lead = leadOf(q.dash);
  const sizes = [endSize(fit.ends[0], q.dash), endSize(fit.ends[1], q.dash)] as const;
  const clocks = [fit.clocks[0] ?? 0, fit.clocks[1] ?? 0] as const;
  const pair = new EndPair(q, fit.ends);
  const [from, to] = [pair.pose(0, clocks[0]), pair.pose(1, clocks[1])];
  const path = spacePath(from, { at: to.at, along: scale(to.along, -1) }, fit.radius);
  return {
    ends: [endPoints(q.from, sizes[0], clocks[0]), endPoints(q.to, sizes[1], clocks[1])],
    hose: path ? hosePoints(from, to, path, fit.radius, lead) : [],
  };
}
