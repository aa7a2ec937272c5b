import { findRoot } from '../../numerics/root.ts';
import type { NetworkSolve } from '../network/network-result.ts';

/** A controller drives a pump no slower than this, and its duty is found to this. */
const LEAST_DUTY = 0.2;
const DUTY_STEP = 1e-4;

export interface Driven {
  /** Most of the supply's volts the drivers pass on, as a share. */
  readonly most: number;
  /** The network at a duty. */
  readonly at: (duty: number) => NetworkSolve;
  /** What the drivers give over what they may, A. */
  readonly tooManyAmps: (solve: NetworkSolve) => number;
  /** How far the rail stands over what the controller holds, Pa; null: it is not asked to hold any. */
  readonly overSet: ((solve: NetworkSolve) => number) | null;
}

/**
 * Driven pumps: the controller lowers their duty until the rail stands at what it holds, within what its drivers can give.
 * Where even that is too little, they run at the drivers' limit.
 */
export function drive({ most, at, tooManyAmps, overSet }: Driven): NetworkSolve {
  let now = at(most);
  if (!now.solution) return now;
  let limit = most;
  if (tooManyAmps(now) > 0) {
    limit = findRoot((duty) => tooManyAmps(at(duty)), LEAST_DUTY, most, DUTY_STEP).x;
    now = at(limit);
  }
  if (!overSet || !now.solution || overSet(now) <= 0) return now;
  const { x, converged } = findRoot((duty) => overSet(at(duty)), LEAST_DUTY, limit, DUTY_STEP);
  return at(converged ? x : LEAST_DUTY);
}
