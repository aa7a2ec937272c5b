import type { BuildStep } from './step.ts';

/** What a job sheet comes to. */
export interface BuildOutcome {
  readonly verdict: 'pass' | 'incomplete';
  readonly done: number;
  readonly open: number;
  /** Steps somebody left out, by what they do. */
  readonly skipped: readonly string[];
  /** What was taken off the car and is not back on. */
  readonly off: readonly string[];
  /** What was found and is neither verified nor put right. */
  readonly unclosed: readonly string[];
  /** Hold points nobody else has looked at where the shop wants that, by what is done there. */
  readonly unseen: readonly string[];
  readonly steps: number;
}

/**
 * How far a job sheet has got: finished when every step of the plan as it stands is done, or left out with a reason, and all
 * that was taken off the car is back on, and somebody else has looked where the shop wants that.
 * @param steps of the plan as it stands
 * @param results newest result of each step
 * @param off what was taken off and is not back on
 * @param unclosed what was found and is not closed
 * @param unseen hold points that still want a second look
 * @returns counts, and what was left out by name
 * Validity: any steps.
 * @throws nothing
 * @source own convention
 * @example buildOutcome([], new Map()).verdict // => 'incomplete'
 */
export function buildOutcome(
  steps: readonly Pick<BuildStep, 'id' | 'does'>[],
  results: ReadonlyMap<string, unknown>,
  off: readonly string[] = [],
  unclosed: readonly string[] = [],
  unseen: readonly string[] = [],
): BuildOutcome {
  const is = (id: string, what: string) => results.get(id) === what;
  const done = steps.filter((s) => is(s.id, 'done')).length;
  const skipped = steps.filter((s) => is(s.id, 'skipped')).map((s) => s.does);
  const open = steps.length - done - skipped.length;
  return {
    verdict:
      open > 0 || [off, unclosed, unseen].some((left) => left.length > 0) || steps.length === 0
        ? 'incomplete'
        : 'pass',
    done,
    open,
    skipped,
    off,
    unclosed,
    unseen,
    steps: steps.length,
  };
}
