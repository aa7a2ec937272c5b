import type { Harness, JobDocument } from '../document/job-document.ts';
import { wiredRulesOf, type Rules } from '../document/triggers.ts';
import { ruleRuns, ruleSignals, signalKey, signalOf, type Signal } from '../trigger/rule.ts';
import { deviceKind } from '../kinds/wiring/index.ts';
import { harnessOf } from './realise.ts';
import { HarnessModel, type Behaviour, type Inputs, type LoadState } from './behave.ts';

/** One row of the truth table. */
export interface TruthRow {
  readonly inputs: Inputs;
  /** By load device id. */
  readonly wanted: Readonly<Record<string, boolean>>;
  readonly got: Readonly<Record<string, LoadState>>;
  readonly overloaded: readonly string[];
  readonly buzzing: readonly string[];
  /** Does what the rules say, and nothing carries too much. */
  readonly right: boolean;
}

/** Signals beyond which combinations are not all tried: 2^16 rows are more than anybody checks. */
export const MOST_SIGNALS = 14;

/**
 * Every signal the rules or the harness look at, in a steady order.
 * @param harness drawn parts and wires
 * @param rules rules by load id
 * @returns the signals, none as its opposite
 * Validity: any harness and rules.
 * @throws nothing
 * @source own convention
 * @example tableSignals(harnessOf(fullReturnJob('x')), wiredRulesOf(fullReturnJob('x'))).length // => 0
 */
export function tableSignals(harness: Harness, rules: Rules): Signal[] {
  const all = Object.values(rules).flatMap((r) => ruleSignals(r).map(signalOf));
  for (const d of Object.values(harness.devices)) all.push(...deviceKind(d).signals(d));
  const byKey = new Map<string, Signal>();
  for (const s of all) if (!byKey.has(signalKey(s))) byKey.set(signalKey(s), { ...s, not: false });
  return [...byKey.values()];
}

/**
 * Everything on, key and every signal, with the crash switch at rest.
 * @param doc job document
 * @returns inputs of the logic
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example allOn(fullReturnJob('x')).ignition // => true
 */
export function allOn(doc: JobDocument): Inputs {
  const made = tableSignals(harnessOf(doc), wiredRulesOf(doc));
  const signals = Object.fromEntries(made.map((s) => [signalKey(s), true]));
  return { ignition: true, crashed: false, signals, made };
}

/** All combinations of key, crash switch and signals; key on and nothing crashed come first. */
export function* combinations(signals: readonly Signal[]): Generator<Inputs> {
  const used = signals.slice(0, MOST_SIGNALS);
  const keys = used.map(signalKey);
  for (const [ignition, crashed] of [
    [true, false],
    [false, false],
    [true, true],
    [false, true],
  ] as const)
    for (let n = 0; n < 2 ** used.length; n++)
      yield {
        ignition,
        crashed,
        signals: Object.fromEntries(keys.map((k, i) => [k, ((n >> i) & 1) === 1])),
        made: used.filter((_, i) => ((n >> i) & 1) === 1),
      };
}

/** The rule of each load device, and what it wants. */
export function wantedAt(harness: Harness, rules: Rules, inputs: Inputs): Record<string, boolean> {
  const wanted: Record<string, boolean> = {};
  for (const [id, d] of Object.entries(harness.devices)) {
    if (d.kind !== 'load') continue;
    const rule = Object.values(rules).find((r) => r.loadId === d.loadId);
    wanted[id] = rule ? ruleRuns(rule, inputs.signals, inputs.ignition, inputs.crashed) : inputs.ignition;
  }
  return wanted;
}

const rowOf = (inputs: Inputs, wanted: Record<string, boolean>, b: Behaviour): TruthRow => ({
  inputs,
  wanted,
  got: b.loads,
  overloaded: b.overloaded,
  buzzing: b.buzzing,
  right:
    b.overloaded.length === 0 &&
    b.buzzing.length === 0 &&
    Object.entries(wanted).every(([id, on]) => b.loads[id] === (on ? 'on' : 'off')),
});

/**
 * Tries every combination of inputs on the drawn harness and holds it against the rules.
 * @param harness devices and wires as drawn
 * @param rules when each load should run
 * @param model the harness made ready, where that has been done
 * @returns one row a combination
 * Validity: steady states; prime, minimum times and override are the controller's. At most 14 signals.
 * @throws nothing
 * @source exhaustive enumeration on the direct-current network
 * @example truthTable({ devices: {}, wires: {} }, {}).length // => 4
 */
export function truthTable(
  harness: Harness,
  rules: Rules,
  model: HarnessModel = new HarnessModel(harness),
): TruthRow[] {
  return [...combinations(tableSignals(harness, rules))].map((inputs) =>
    rowOf(inputs, wantedAt(harness, rules, inputs), model.behave(inputs)),
  );
}

/** Whether a harness does right at all combinations; those that failed before are tried first. */
export function doesRight(harness: Harness, rules: Rules, first: readonly Inputs[]): boolean {
  const model = new HarnessModel(harness);
  const right = (inputs: Inputs): boolean =>
    rowOf(inputs, wantedAt(harness, rules, inputs), model.behave(inputs)).right;
  if (!first.every(right)) return false;
  for (const inputs of combinations(tableSignals(harness, rules))) if (!right(inputs)) return false;
  return true;
}
