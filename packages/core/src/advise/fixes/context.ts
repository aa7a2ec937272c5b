import type { JobDocument } from '../../document/job-document.ts';
import { shapeAt } from '../../document/shape-at.ts';
import { fieldOf } from '../../fields/field.ts';
import type { StateResult } from '../../engine/results.ts';
import type { OperatingState } from '../../engine/states.ts';
import type { AnyFound } from '../../judge/all.ts';
import type { Fix } from '../../outcome/finding.ts';
import type { Trials } from '../trial.ts';

/** What a maker of fixes may look at. */
export interface FixContext {
  readonly doc: JobDocument;
  readonly states: readonly StateResult[];
  readonly trials: Trials;
}

type WithCode<F, C> = F extends { readonly code: infer D } ? (C extends D ? F : never) : never;
/** Of all findings those that may carry this code. */
export type FoundOf<C extends AnyFound['code']> = WithCode<AnyFound, C>;

/** Changes that clear a finding, the least first. */
export type FixMaker<F> = (found: F, context: FixContext) => Fix[];

/** The state a finding shows in. */
export const stateOf = (
  found: { readonly stateId?: string },
  { states }: FixContext,
): OperatingState | undefined => states.find((s) => s.state.id === found.stateId)?.state;

/** The most a figure of the plan may be, SI. */
export const mostAt = (doc: JobDocument, path: string): number => {
  const shape = shapeAt(doc, path);
  return (shape && fieldOf(shape)?.max) ?? Infinity;
};

export const noFixes = (): Fix[] => [];
