import type { JobDocument } from '../document/job-document.ts';
import type { StateResult, StateValues } from '../engine/results.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { Found } from '../outcome/finding.ts';

/** What a rule may look at. One rule a file, one signature. */
export interface FindingContext {
  readonly doc: JobDocument;
  readonly fuel: FuelProperties;
  readonly states: readonly StateResult[];
  readonly tightest: StateResult | null;
  /** Flow that all wiring together costs where supply is tightest, m³/s. */
  readonly flowLostToWiring: number;
}

export type FindingRule<F extends Found = Found> = (context: FindingContext) => F[];

export type SettledState = StateResult & { readonly values: StateValues };

/** Asked for by most rules: worked out once a judging. */
const withNumbers = new WeakMap<FindingContext, SettledState[]>();

/** States the engine comes into, with numbers in them, each call a list of its own. With the pumps forced somebody measures. */
export function settled(context: FindingContext): SettledState[] {
  let known = withNumbers.get(context);
  if (!known) {
    known = context.states.flatMap((s) =>
      s.values && s.state.kind !== 'forced' ? [{ ...s, values: s.values }] : [],
    );
    withNumbers.set(context, known);
  }
  return [...known];
}
