import type { JobDocument } from '../document/job-document.ts';
import type { StateResult } from '../engine/results.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { Found } from '../outcome/finding.ts';

/** What a rule may look at. One rule a file, one signature. */
export interface FindingContext {
  readonly doc: JobDocument;
  readonly fuel: FuelProperties;
  readonly states: readonly StateResult[];
  readonly tightest: StateResult | null;
}

export type FindingRule<F extends Found = Found> = (context: FindingContext) => F[];

/** States with numbers in them. */
export const settled = (context: FindingContext) =>
  context.states.flatMap((s) => (s.values ? [{ ...s, values: s.values }] : []));

export type SettledState = ReturnType<typeof settled>[number];
