import type { JobDocument } from '../document/job-document.ts';
import type { FuelProperties } from '../fuel/fuel.ts';
import type { Finding } from '../outcome/finding.ts';
import { formatQuantity } from '../quantities/format.ts';
import type { Dimension } from '../quantities/units.ts';
import type { StateResult } from '../engine/results.ts';

/** What a rule may look at. One rule file per subject, one signature. */
export interface FindingContext {
  readonly doc: JobDocument;
  readonly fuel: FuelProperties;
  readonly states: readonly StateResult[];
  readonly tightest: StateResult | null;
}

export type FindingRule = (context: FindingContext) => Finding[];

/** Numbers inside a formula text: US first, metric in brackets, so that a printed record reads in both. */
export const both = (dimension: Dimension, value: number): string => {
  const us = formatQuantity(dimension, value, 'us').text;
  const metric = formatQuantity(dimension, value, 'metric').text;
  return us === metric ? us : `${us} (${metric})`;
};

/** States with numbers in them. */
export const settled = (context: FindingContext) =>
  context.states.flatMap((s) => (s.values ? [{ ...s, values: s.values }] : []));

export type SettledState = ReturnType<typeof settled>[number];
