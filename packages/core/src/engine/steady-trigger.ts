import type { PumpTrigger } from '../document/job-document.ts';
import { isLevel, TURNING_RPM, type LevelTerm, type Term } from '../trigger/rule.ts';
import type { OperatingState, StateKind } from './states.ts';

/** Throttle in each state, 0–1: what "cruise" and "pull" mean. */
export const THROTTLE: Readonly<Record<StateKind, number>> = {
  prime: 0,
  cranking: 0,
  forced: 0,
  idle: 0,
  cruise: 0.2,
  pull: 1,
  'lift-off': 0,
  'hot-soak': 0,
};
/** Oil pressure of an engine that runs, Pa gauge (typical). */
export const RUNNING_OIL = 250e3;

/** What a rule looks at of a state. */
type Moment = Pick<
  OperatingState,
  'kind' | 'rpm' | 'manifold' | 'pumpsOn' | 'forced' | 'after' | 'keyDropped'
>;

/**
 * Whether a condition holds in a steady state. Levels come on at their value and stay on down to the lower one: along a pull
 * what was before counts. Panel switches are taken as on, a named output of the controller as on in the pull.
 */
function holds(term: Term, state: Moment): boolean {
  if (isLevel(term)) {
    let on = false;
    const step = (at: Moment): void => {
      on = on ? level(term, at) >= term.below : level(term, at) >= term.above;
    };
    state.after?.forEach(step);
    step(state);
    return on;
  }
  switch (term.kind) {
    case 'engine-turning':
      return state.rpm > TURNING_RPM;
    case 'starter':
      return state.kind === 'cranking';
    case 'panel':
      return true;
    case 'ecu':
      return state.kind === 'pull';
  }
}

function level(term: LevelTerm, { kind, rpm, manifold }: Moment): number {
  switch (term.kind) {
    case 'boost':
      return manifold;
    case 'throttle':
      return THROTTLE[kind];
    case 'rpm':
      return rpm;
    case 'oil-pressure':
      return rpm > TURNING_RPM ? RUNNING_OIL : 0;
  }
}

/** Whether a rule has its pump run in a steady state: prime runs what primes, a forced state runs everything. */
export function runsSteadily(rule: PumpTrigger, state: Moment): boolean {
  if (!state.pumpsOn) return false;
  if (state.forced) return true;
  if (state.keyDropped && rule.needsIgnition) return false;
  if (state.kind === 'prime' && rule.primeS > 0) return true;
  return rule.any.some(({ all }) => all.every((term) => holds(term, state) !== term.not));
}
