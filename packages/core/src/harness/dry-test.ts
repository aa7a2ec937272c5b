import { signalKey, type Signal } from '../trigger/rule.ts';
import type { JobDocument } from '../document/job-document.ts';
import { wiredRulesOf } from '../document/triggers.ts';
import { HarnessModel, type Inputs, type LoadState } from './behave.ts';
import { tableSignals, wantedAt } from './enumerate.ts';
import { harnessOf } from './realise.ts';

/** One line of the dry test: what to set, and what each load must then do. */
export interface DryRow {
  /** Steady across edits that do not touch the signals. */
  readonly id: string;
  readonly inputs: Inputs;
  readonly loads: readonly {
    readonly id: string;
    readonly name: string;
    readonly wanted: boolean;
    readonly got: LoadState;
    /** V at the load, as wired. */
    readonly volts: number;
  }[];
  /** Volts across each relay's coil. */
  readonly coils: readonly { readonly id: string; readonly name: string; readonly volts: number }[];
  /** The wiring as planned does here what the rules say. */
  readonly right: boolean;
}

/** Up to so many signals every combination is tried by hand; beyond, one at a time and all together. */
const BY_HAND = 3;

/**
 * What to try with fuel out of it and the engine off: key, crash switch and every signal, and what must happen. From the
 * same enumeration as the check of the wiring.
 * @param doc job document
 * @returns rows in the order they are done: key on, then key off, then the crash switch
 * Validity: signals are made by hand (a hand pump on a boost switch, an output test of the controller); prime is not waited for.
 * @throws nothing
 * @source enumeration on the direct-current network; common practice
 * @example dryTest(fullReturnJob('x')).map((r) => r.id).join(' ') // => 'on off crash'
 */
export function dryTest(doc: JobDocument): DryRow[] {
  const harness = harnessOf(doc);
  const rules = wiredRulesOf(doc);
  const signals = tableSignals(harness, rules);
  const model = new HarnessModel(harness);
  return situations(signals).map(({ id, inputs }): DryRow => {
    const wanted = wantedAt(harness, rules, inputs);
    const b = model.behave(inputs);
    const across = (device: string, plus: string, minus: string): number =>
      b.volts({ device, terminal: plus }) - b.volts({ device, terminal: minus });
    const loads = Object.entries(harness.devices).flatMap(([key, d]) =>
      d.kind === 'load'
        ? [
            {
              id: d.loadId,
              name: d.name,
              wanted: wanted[key] ?? false,
              got: b.loads[key] ?? ('off' as const),
              volts: across(key, 'plus', 'minus'),
            },
          ]
        : [],
    );
    return {
      id,
      inputs,
      loads,
      coils: Object.entries(harness.devices).flatMap(([key, d]) =>
        d.kind === 'relay' ? [{ id: key, name: d.name, volts: Math.abs(across(key, '86', '85')) }] : [],
      ),
      right: loads.every((l) => l.got === (l.wanted ? 'on' : 'off')),
    };
  });
}

function situations(signals: readonly Signal[]): { readonly id: string; readonly inputs: Inputs }[] {
  const keys = signals.map(signalKey);
  const at = (on: readonly string[], ignition = true, crashed = false): Inputs => ({
    ignition,
    crashed,
    signals: Object.fromEntries(keys.map((k) => [k, on.includes(k)])),
    made: signals.filter((_, i) => on.includes(keys[i]!)),
  });
  const sets =
    keys.length <= BY_HAND
      ? Array.from({ length: 2 ** keys.length }, (_, n) => keys.filter((_k, i) => (n >> i) & 1))
      : [[], ...keys.map((k) => [k]), [...keys]];
  return [
    ...sets.map((on) => ({ id: ['on', ...on].join('+'), inputs: at(on) })),
    { id: 'off', inputs: at(keys, false) },
    { id: 'crash', inputs: at(keys, true, true) },
  ];
}
