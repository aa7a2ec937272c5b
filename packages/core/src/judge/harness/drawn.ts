import type { Harness } from '../../document/job-document.ts';
import { wiredRulesOf, type Rules } from '../../document/triggers.ts';
import { HarnessModel } from '../../harness/behave.ts';
import { harnessOf } from '../../harness/realise.ts';
import type { FindingContext } from '../context.ts';

/** The wiring of a plan, its rules, and its network: worked out once a judging. */
export interface DrawnWiring {
  readonly harness: Harness;
  readonly rules: Rules;
  readonly model: HarnessModel;
}

const known = new WeakMap<FindingContext, DrawnWiring | null>();

/** Null: no rule, nothing to hold the wiring against. */
export function drawnWiring(context: FindingContext): DrawnWiring | null {
  const before = known.get(context);
  if (before !== undefined) return before;
  const rules = wiredRulesOf(context.doc);
  const harness = Object.keys(rules).length === 0 ? null : harnessOf(context.doc);
  const drawn = harness && { harness, rules, model: new HarnessModel(harness) };
  known.set(context, drawn);
  return drawn;
}
