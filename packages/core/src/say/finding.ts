import type { KnownFigure } from '../edit/figures.ts';
import type { AnyFound } from '../judge/all.ts';
import type { Finding, Fix } from '../outcome/finding.ts';
import { WORDS } from './findings/all.ts';
import { sayFix } from './fixes.ts';
import { sayGrounds } from './origin.ts';
import { sayState } from './state.ts';
import type { Dimension } from '../quantities/units.ts';
import { writer, type Units, type Words } from './words.ts';

/** A finding in words, with what it was said from beside: another system of units says it anew. */
export interface SaidFinding extends Finding {
  readonly found: AnyFound;
  readonly remedies: readonly Fix[];
  readonly grounds: readonly KnownFigure[];
}

/**
 * A finding and its fixes as sentences.
 * @param found what a rule found, SI
 * @param remedies its fixes
 * @param units how numbers are written; both: US with metric in brackets, for a record read anywhere
 * @param grounds figures of the part it is about, with where they come from
 * @returns title, reason, formula with its numbers, source, and what each fix's button says
 * Validity: every finding a rule makes.
 * @throws nothing
 * @source own convention
 * @example sayFinding(evaluatePlan(fullReturnJob('x')).findings[0].found, [], 'us').code // => 'RUNS_STALLED'
 */
export function sayFinding(
  found: AnyFound,
  remedies: readonly Fix[],
  units: Units = 'both',
  grounds: readonly KnownFigure[] = [],
): SaidFinding {
  // A dial is read in steps: where what is found and its limit fall on one mark, both are told more finely.
  const { value, limit } = found;
  const dimension = found.dimension as Dimension;
  const dial = writer(units);
  const q = writer(units, value !== limit && dial(dimension, value) === dial(dimension, limit));
  const labels = remedies.map((fix) => sayFix(fix.does, q));
  const say = WORDS[found.code] as Words<AnyFound>;
  const { title, text, source } = say(found, q, labels, remedies);
  // A sum is no dial: on marks its figures would not add up.
  const { formula } = say(found, writer(units, true), labels, remedies);
  const { figures: _figures, ...head } = found;
  return {
    ...head,
    place:
      found.code === 'NOT_CONVERGED' ? { ...found.place, name: sayState(found.figures.state) } : found.place,
    title,
    why: { text, formula, source, grounds: sayGrounds(grounds, q) },
    fixes: remedies.map((fix, i) => ({ label: labels[i]!, patch: fix.patch })),
    found,
    remedies,
    grounds,
  };
}

/**
 * The same finding with its numbers in one system of units: a record carries both, a screen needs one.
 * @param finding as a plan carries it
 * @param units how numbers are written
 * @returns the finding said anew
 * Validity: findings of a plan.
 * @throws nothing
 * @source own convention
 * @example sayAgain(evaluatePlan(fullReturnJob('x')).findings[0], 'us').code // => 'RUNS_STALLED'
 */
export const sayAgain = (finding: SaidFinding, units: Units): SaidFinding =>
  // What a plan carries was found by one of the rules.
  sayFinding(finding.found, finding.remedies, units, finding.grounds);
