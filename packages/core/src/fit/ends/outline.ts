import { endSize, type EndSize } from '../../kinds/plumbing/run/end-sizes.ts';
import { add, norm, scale, sub, type Vec3 } from '../vector.ts';
import { lean, leaving } from './clock.ts';
import { pointsOf } from './hose-way.ts';
import type { Pose } from './pose.ts';
import type { EndFit, EndQuestion } from './question.ts';

/** The middle of a hose with its two ends, as points in a row, m. */
export interface Outline {
  readonly ends: readonly [readonly Vec3[], readonly Vec3[]];
  readonly hose: readonly Vec3[];
}

const PIECES = 14;

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
  return [port.at, ...round, leaving(port, size, side).at];
}

/**
 * How a combination of hose ends lies between its ports, to be drawn.
 * @param q what was asked
 * @param fit one of its answers
 * @returns points in a row along the middle of either end and of the hose, m
 * Validity: an answer of `fitHoseEnds` to the same question.
 * @throws nothing
 * @source as `fitHoseEnds`
 * @example outlineOf({ from: { at: [0, 0, 0], along: [1, 0, 0] }, to: { at: [0.5, 0, 0], along: [-1, 0, 0] }, hose: 'ptfe', dash: 6, ends: [], movement: 0 }, { ends: ['straight', 'straight'], clocks: [null, null], way: { from: { at: [0.1, 0, 0], along: [1, 0, 0] }, bends: [], rest: 0.3, radius: 0.1 } }).hose.length // => 4
 */
export function outlineOf(q: EndQuestion, fit: Pick<EndFit, 'ends' | 'clocks' | 'way'>): Outline {
  const sizes = [endSize(fit.ends[0], q.dash), endSize(fit.ends[1], q.dash)] as const;
  const ends = [
    endPoints(q.from, sizes[0], fit.clocks[0] ?? 0),
    endPoints(q.to, sizes[1], fit.clocks[1] ?? 0),
  ] as const;
  const hose = [ends[0].at(-1)!, ...pointsOf(fit.way), ends[1].at(-1)!];
  return { ends, hose: hose.filter((p, i) => i === 0 || norm(sub(p, hose[i - 1]!)) > 1e-9) };
}
