import type { PumpTrigger } from '../document/job-document.ts';
import { TURNING_RPM, type Term } from '../trigger/rule.ts';
import type { OperatingState, StateKind } from './states.ts';

/** Throttle in each state, 0–1: what "cruise" and "pull" mean. */
export const THROTTLE: Readonly<Record<StateKind, number>> = {
  prime: 0,
  idle: 0,
  cruise: 0.2,
  pull: 1,
  'lift-off': 0,
  'hot-soak': 0,
};
/** Oil pressure of an engine that runs, Pa gauge (typical). */
export const RUNNING_OIL = 250e3;

/** What a rule looks at of a state. */
type Moment = Pick<OperatingState, 'kind' | 'rpm' | 'manifold' | 'pumpsOn' | 'forced'>;

/**
 * Whether a condition holds in a steady state. Levels are taken at the value they come on at, panel switches as on, and a
 * named output of the controller as on in the pull.
 */
function holds(term: Term, state: Moment): boolean {
  switch (term.kind) {
    case 'boost':
      return state.manifold >= term.above;
    case 'throttle':
      return THROTTLE[state.kind] >= term.above;
    case 'rpm':
      return state.rpm >= term.above;
    case 'oil-pressure':
      return (state.rpm > TURNING_RPM ? RUNNING_OIL : 0) >= term.above;
    case 'engine-turning':
      return state.rpm > TURNING_RPM;
    case 'starter':
      return false;
    case 'panel':
      return true;
    case 'ecu':
      return state.kind === 'pull';
  }
}

/** Whether a rule has its pump run in a steady state: prime runs what primes, a forced state runs everything. */
export function runsSteadily(rule: PumpTrigger, state: Moment): boolean {
  if (!state.pumpsOn) return false;
  if (state.forced) return true;
  if (state.kind === 'prime' && rule.primeS > 0) return true;
  return rule.any.some(({ all }) => all.every((term) => holds(term, state) !== term.not));
}
