import type { StateName } from '../engine/states.ts';
import { withinSentence } from '../quantities/text.ts';

/**
 * What an operating state is called.
 * @param state its kind and engine speed, rpm
 * @returns its name, with a capital
 * Validity: every operating state.
 * @throws nothing
 * @source common practice
 * @example sayState({ kind: 'pull', rpm: 6000 }) // => 'Pull at 6000 rpm'
 */
export function sayState({ kind, rpm }: StateName): string {
  switch (kind) {
    case 'prime':
      return 'Prime';
    case 'cranking':
      return 'Cranking';
    case 'forced':
      return 'Pumps forced, engine off';
    case 'idle':
      return 'Idle, hot';
    case 'cruise':
      return 'Cruise';
    case 'pull':
      return `Pull at ${rpm} rpm`;
    case 'lift-off':
      return 'Lift-off';
    case 'hot-soak':
      return 'Hot soak';
  }
}

/** The same in the middle of a sentence. */
export const inState = (state: StateName): string => withinSentence(sayState(state));
