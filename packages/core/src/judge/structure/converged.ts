import { consumersOf } from '../../document/consumers.ts';
import type { StateEnding } from '../../engine/results.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
import { unusablePumps } from './unusable.ts';

export type NotConverged = Found<
  'NOT_CONVERGED',
  { readonly state: StateName; readonly ending: StateEnding; readonly worst: string }
>;

/** A state without an answer is said, never shown as numbers. */
export const convergedRule: FindingRule<NotConverged> = ({ doc, states }) => {
  const rail = consumersOf(doc).length > 0;
  if (!rail || unusablePumps(doc).length > 0) return [];
  return states.flatMap(({ state, converged, ending, worstNode }): NotConverged[] =>
    // A rail that nothing reaches is an answer (RAIL_DRY).
    converged || ending.how === 'dry-rail'
      ? []
      : [
          {
            code: 'NOT_CONVERGED',
            severity: 'stop',
            stage: 'plumb',
            place: { of: 'state', id: state.id, name: state.id },
            stateId: state.id,
            dimension: 'count',
            value: 0,
            limit: 1,
            figures: { state, ending, worst: worstNode },
          },
        ],
  );
};
