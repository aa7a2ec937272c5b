import type { JobDocument } from '../document/job-document.ts';
import { restsOn } from '../edit/rests-on.ts';
import { Engine } from '../engine/engine.ts';
import { judge } from '../judge/all.ts';
import { sayFinding } from '../say/finding.ts';
import { contextOf } from '../judge/plan-context.ts';
import { CheckedFixes } from './fixes/checked.ts';
import { Trials } from './trial.ts';
import type { StateResult } from '../engine/results.ts';
import type { PlanResult } from './plan-result.ts';
import { evaluateState } from '../engine/observe/state-result.ts';
import { operatingStates } from '../engine/states.ts';
import { weakestLinks } from './weakest.ts';

/**
 * Every operating state solved, nothing judged: the quick half of evaluatePlan, for a line that must move at once.
 * @param doc job document
 * @returns one result a state, in the order of operatingStates; SI
 * Validity: as evaluatePlan.
 * @throws nothing for a valid document
 * @source see docs/methods
 * @example evaluateStates(fullReturnJob('x')).length // => 12
 */
export function evaluateStates(doc: JobDocument): StateResult[] {
  const solver = new Engine(doc);
  return operatingStates(doc).map((state) => evaluateState(solver, state));
}

/**
 * One operating state alone: what the screen shows, before the rest is solved.
 * @param doc job document
 * @param stateId operating state
 * @returns its result, or null where the plan has no such state; SI
 * Validity: as evaluatePlan.
 * @throws nothing for a valid document
 * @source see docs/methods
 * @example evaluateOne(fullReturnJob('x'), 'idle').converged // => true
 */
export function evaluateOne(doc: JobDocument, stateId: string): StateResult | null {
  const state = operatingStates(doc).find((s) => s.id === stateId);
  return state ? evaluateState(new Engine(doc), state) : null;
}

/**
 * The whole plan at every operating state: pressures, flows, volts, margins, the weakest link and what is wrong.
 * @param doc job document (already read and checked)
 * @param advice 'none' leaves out what to change and the weakest links: a third of the time, for counts and previews
 * @returns states, findings worst first, weakest links by margin gained; SI
 * Validity: steady states; pulsation and transients are not predicted.
 * @throws nothing for a valid document; a state that does not settle has `values: null` and a finding
 * @source see docs/methods
 * @example evaluatePlan(fullReturnJob('x')).states.length // => 12
 */
export function evaluatePlan(doc: JobDocument, advice: 'all' | 'none' = 'all'): PlanResult {
  const context = contextOf(doc);
  const { fuel, states, tightest, flowLostToWiring } = context;
  const founds = judge(context);
  const trials = new Trials(doc);
  const fixes = new CheckedFixes(context, founds, trials, contextOf);
  const findings = founds.map((found) =>
    sayFinding(found, advice === 'all' ? fixes.for(found) : [], 'both', restsOn(doc, found.place)),
  );
  const margin = tightest?.values?.margin ?? null;
  return {
    fuel,
    states,
    findings,
    tightest: tightest?.state.id ?? null,
    weakest:
      advice === 'all' && tightest && margin !== null ? weakestLinks(trials, tightest.state, margin) : [],
    flowLostToWiring,
  };
}
