import type { JobDocument } from '../document/job-document.ts';
import { Engine } from '../engine/engine.ts';
import { evaluateState } from '../engine/observe/state-result.ts';
import { AS_PLANNED, otherwise } from '../engine/parameters.ts';
import type { StateResult } from '../engine/results.ts';
import { fuelOf, operatingStates } from '../engine/states.ts';
import type { FindingContext } from './context.ts';

/** A plan solved at every state: what is judged. A plan that differs from one already solved begins with its networks. */
export function contextOf(doc: JobDocument, like?: Engine): FindingContext {
  const solver = new Engine(doc, AS_PLANNED, like);
  const states = operatingStates(doc).map((state) => evaluateState(solver, state));
  const tightest = tightestState(states);
  const flowLostToWiring = tightest ? flowLost(doc, tightest) : 0;
  return { doc, fuel: fuelOf(doc), states, tightest, flowLostToWiring };
}

/** The point of the pull with the least margin. */
function tightestState(states: readonly StateResult[]): StateResult | null {
  const pull = states.filter(
    (s) => s.state.kind === 'pull' && s.values?.margin !== null && s.values?.margin !== undefined,
  );
  return pull.reduce<StateResult | null>(
    (least, s) => (least && least.values!.margin! <= s.values!.margin! ? least : s),
    null,
  );
}

function flowLost(doc: JobDocument, at: StateResult): number {
  const ideal = new Engine(doc, otherwise({ wiring: 'ideal' })).available(at.state);
  return ideal && at.values?.available ? Math.max(0, ideal.flow - at.values.available) : 0;
}
