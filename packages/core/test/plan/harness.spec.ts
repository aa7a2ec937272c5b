import { describe, expect, test } from '@jest/globals';
import type { Rules } from '../../src/document/triggers.ts';
import { HarnessModel } from '../../src/harness/behave.ts';
import { realiseRules } from '../../src/harness/realise.ts';
import { findRepairs } from '../../src/harness/repair.ts';
import { fullReturnJob, type Harness, rulesOf, type TerminalRef } from '../../src/public/document.ts';
import { allTerminals, terminalName } from '../../src/public/edit.ts';
import { tableSignals, truthTable } from '../../src/public/harness.ts';
import { signalKey } from '../../src/public/trigger.ts';
import { drawn, RULES } from '../support/control-circuits.ts';
import { at, key } from '../support/terminals.ts';
import { runs } from '../support/sweep.ts';

const wrong = (harness: Harness, rules: Rules) => truthTable(harness, rules).filter((r) => !r.right);
const wireTo = (harness: Harness, terminal: string): string =>
  Object.keys(harness.wires).find((id) =>
    [key(harness.wires[id]!.from), key(harness.wires[id]!.to)].includes(terminal),
  )!;
const moved = (harness: Harness, id: string, end: 'from' | 'to', to: string): Harness => ({
  ...harness,
  wires: { ...harness.wires, [id]: { ...harness.wires[id]!, [end]: at(to) } },
});

describe('from rule to copper', () => {
  test.each(Object.entries(RULES))(
    '%s: what is drawn does what the rules say, at every combination',
    (_n, rules) => {
      const harness = drawn(rules);
      const rows = truthTable(harness, rules);
      expect(rows).toHaveLength(4 * 2 ** tableSignals(harness, rules).length);
      expect(rows.filter((r) => !r.right)).toEqual([]);
      expect(findRepairs(harness, rules, 1)).toEqual([]);
    },
  );

  test('a job without rules of its own runs its pump with the key on, and its staged pump on boost', () => {
    const doc = fullReturnJob('x');
    const rules = rulesOf(doc);
    expect(wrong(realiseRules(doc, rules), rules)).toEqual([]);
  });
});

describe('the relay circuit in figures (common practice)', () => {
  const rules = RULES['above 4 psi of boost']!;
  const harness = drawn(rules);
  const on = new HarnessModel(harness).behave({
    ignition: true,
    crashed: false,
    signals: Object.fromEntries(tableSignals(harness, rules).map((s) => [signalKey(s), true])),
    made: tableSignals(harness, rules),
  });

  test('the coil draws about 0.15 A, and that is all the pressure switch carries', () => {
    expect(on.amps('relay-pump/coil')).toBeGreaterThan(0.13);
    expect(on.amps('relay-pump/coil')).toBeLessThan(0.16);
    const through = Math.abs(on.amps('switch-pump-1-1/no'));
    expect(through).toBeGreaterThan(0.14);
    expect(through).toBeLessThan(0.18);
  });

  test('an open feed leaves 0.1 V or less at the pump', () => {
    const { [wireTo(harness, 'fuse-pump.b')]: _cut, ...wires } = harness.wires;
    const open = new HarnessModel({ ...harness, wires }).behave({
      ignition: true,
      crashed: false,
      signals: {},
      made: [],
    });
    expect(Math.abs(open.volts(at('load-pump.plus')) - open.volts(at('load-pump.minus')))).toBeLessThan(0.1);
  });
});

describe('mistakes of the trade are found, and named at the wire', () => {
  const rules = RULES['above 4 psi of boost']!;
  const harness = drawn(rules);
  const repairs = (bad: Harness) => findRepairs(bad, rules, 3);

  test('pressure switch wired to NC: the pump runs off boost and stops on boost', () => {
    const wire = wireTo(harness, 'switch-pump-1-1.no');
    const bad = moved(
      harness,
      wire,
      harness.wires[wire]!.from.terminal === 'no' ? 'from' : 'to',
      'switch-pump-1-1.nc',
    );
    const rows = wrong(bad, rules);
    expect(rows.some((r) => r.got['load-pump'] === 'on' && !r.wanted['load-pump'])).toBe(true);
    expect(rows.some((r) => r.got['load-pump'] === 'off' && r.wanted['load-pump'])).toBe(true);
    expect(repairs(bad)[0]!.wireId).toBe(wire);
    expect(repairs(bad)[0]!.words).toContain('NC');
  });

  test('missing ground, and a ground taken off', () => {
    const wire = wireTo(harness, 'load-pump.minus');
    const { [wire]: _gone, ...wires } = harness.wires;
    const found = findRepairs({ ...harness, wires }, rules, 40);
    expect(found.some((r) => r.words.includes(terminalName(harness, at('ground-pump.g'))))).toBe(true);
  });

  test('alive with the key off: the coil fed from the battery', () => {
    const wire = wireTo(harness, 'relay-pump.86');
    const end = harness.wires[wire]!.from.device.startsWith('inertia') ? 'from' : 'to';
    const bad = moved(harness, wire, end, 'battery.plus');
    expect(wrong(bad, rules).some((r) => !r.inputs.ignition && r.got['load-pump'] === 'on')).toBe(true);
    expect(repairs(bad).map((r) => r.wireId)).toContain(wire);
  });

  test('crash switch bypassed', () => {
    const wire = wireTo(harness, 'relay-pump.86');
    const bad = moved(harness, wire, 'from', 'inertia-ignition.a');
    expect(wrong(bad, rules).every((r) => r.inputs.crashed)).toBe(true);
    expect(repairs(bad).map((r) => r.wireId)).toContain(wire);
  });

  test('coil diode against its polarity: a short through it when the switch closes', () => {
    const relay = harness.devices['relay-pump']!;
    const diode: Harness = {
      ...harness,
      devices: { ...harness.devices, 'relay-pump': { ...relay, suppression: 'diode' } as typeof relay },
    };
    expect(wrong(diode, rules)).toEqual([]);
    const plus = wireTo(diode, 'relay-pump.86');
    const minus = wireTo(diode, 'relay-pump.85');
    let bad = moved(
      diode,
      plus,
      key(diode.wires[plus]!.to) === 'relay-pump.86' ? 'to' : 'from',
      'relay-pump.85',
    );
    bad = moved(bad, minus, key(diode.wires[minus]!.to) === 'relay-pump.85' ? 'to' : 'from', 'relay-pump.86');
    expect(wrong(bad, rules).some((r) => r.overloaded.length > 0)).toBe(true);
    expect(repairs(bad)[0]!.words).toContain('exchange');
  });

  test('pump current through the pressure switch', () => {
    const feed = wireTo(harness, 'load-pump.plus');
    // The pump straight on the switch in place of the relay's contact.
    const bad = moved(
      harness,
      feed,
      harness.wires[feed]!.from.device.startsWith('relay-pump') ? 'from' : 'to',
      'switch-pump-1-1.com',
    );
    const rows = wrong(bad, rules);
    expect(rows.length).toBeGreaterThan(0);
    expect(repairs(bad).map((r) => r.wireId)).toContain(feed);
  });

  test('swapped 30 and 87 on a normally-open relay works: nothing is reported', () => {
    const [a, b] = [wireTo(harness, 'relay-pump.30'), wireTo(harness, 'relay-pump.87')];
    let swapped = moved(
      harness,
      a,
      key(harness.wires[a]!.to) === 'relay-pump.30' ? 'to' : 'from',
      'relay-pump.87',
    );
    swapped = moved(
      swapped,
      b,
      key(harness.wires[b]!.to) === 'relay-pump.87' ? 'to' : 'from',
      'relay-pump.30',
    );
    expect(wrong(swapped, rules)).toEqual([]);
  });
});

/** One mistake: a wire end moved, a wire taken off, or the wires of two contacts exchanged. */
interface Mistake {
  readonly rules: Rules;
  readonly bad: Harness;
  /** Terminals of the place where it was made. */
  readonly place: readonly string[];
}

const exchanged = (harness: Harness, a: string, b: string): Harness => {
  const other = (t: TerminalRef): TerminalRef => (key(t) === a ? at(b) : key(t) === b ? at(a) : t);
  return {
    ...harness,
    wires: Object.fromEntries(
      Object.entries(harness.wires).map(([id, w]) => [id, { ...w, from: other(w.from), to: other(w.to) }]),
    ),
  };
};

/** Every wire end on every wrong terminal, every wire taken off, every two contacts of one device exchanged. */
const mistakes = (rules: Rules): Mistake[] => {
  const harness = drawn(rules);
  const terminals = allTerminals(harness).map(key);
  const used = new Set(Object.values(harness.wires).flatMap((w) => [key(w.from), key(w.to)]));
  const device = (t: string): string => t.slice(0, t.lastIndexOf('.'));
  const wires = Object.entries(harness.wires).flatMap(([id, wire]): Mistake[] => {
    const { [id]: _off, ...rest } = harness.wires;
    return [
      { rules, bad: { ...harness, wires: rest }, place: [key(wire.from), key(wire.to)] },
      ...(['from', 'to'] as const).flatMap((end) =>
        terminals
          .filter((t) => t !== key(wire.from) && t !== key(wire.to))
          .map((t) => ({ rules, bad: moved(harness, id, end, t), place: [key(wire.from), key(wire.to), t] })),
      ),
    ];
  });
  const swaps = terminals.flatMap((a, i) =>
    terminals
      .slice(i + 1)
      .filter((b) => device(a) === device(b) && (used.has(a) || used.has(b)))
      .map((b): Mistake => ({ rules, bad: exchanged(harness, a, b), place: [a, b] })),
  );
  return [...wires, ...swaps];
};

test('battery posts exchanged under two pumps: no single wire cures it, the exchange is named', () => {
  const rules = RULES['two pumps, second on boost']!;
  const bad = exchanged(drawn(rules), 'battery.plus', 'battery.minus');
  expect(findRepairs(bad, rules, 3)[0]!.terminals.map(key)).toEqual(['battery.plus', 'battery.minus']);
});

describe('the fault campaign', () => {
  // The whole set takes most of an hour: VENULA_SWEEP=250 runs it.
  const every = Math.max(1, Math.round(250 / runs(1)));

  test('of every single mistake that changes what happens, the place is named; where nothing changes, nothing is said', () => {
    const all = Object.values(RULES).flatMap(mistakes);
    const sample = all.filter((_, i) => i % every === 0);
    let changed = 0;
    let named = 0;
    let atPlace = 0;
    for (const { rules, bad, place } of sample) {
      const repairs = findRepairs(bad, rules, 6);
      if (wrong(bad, rules).length === 0) {
        expect(repairs).toEqual([]);
        continue;
      }
      changed += 1;
      if (repairs.length > 0) named += 1;
      if (repairs.some((r) => r.terminals.some((t) => place.includes(key(t))))) atPlace += 1;
    }
    console.log(
      `      ${all.length} single mistakes, ${sample.length} tried, ${changed} change behaviour; a repair named for ${named}, at the place itself for ${atPlace}`,
    );
    expect(all.length).toBeGreaterThan(4000);
    expect(changed).toBeGreaterThan(sample.length / 2);
    expect(named / changed).toBeGreaterThan(0.97);
    expect(atPlace / changed).toBeGreaterThan(0.95);
  });
});
