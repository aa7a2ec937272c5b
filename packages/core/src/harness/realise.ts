import type { Harness, JobDocument, PumpTrigger, TerminalRef } from '../document/job-document.ts';
import { rulesOf, type Rules } from '../document/triggers.ts';
import { isLevel, signalOf, type Term } from '../trigger/rule.ts';
import { Drawing, on } from './drawing.ts';
import { drawPowerSide, loadName } from './power-side.ts';
import { withFigures } from './figures.ts';

/** Which device a term is made with: a pressure or panel switch, or a driver of the engine's controller. */
const isSwitch = (term: Term): boolean =>
  term.kind === 'panel' || term.kind === 'boost' || term.kind === 'oil-pressure';

/**
 * From rules to copper: every circuit of the plan as devices and wires, and for each relay its coil fed by the key
 * through a small fuse and the crash switch; the clauses between coil and ground, a switch for each pressure or panel
 * term in series, a low-side driver of the controller for the rest, clauses side by side.
 * @param doc job document
 * @param rules when each load runs (see rulesOf)
 * @returns devices and wires; those that stand for a piece of a circuit name it
 * Validity: a circuit without a relay runs with its supply, whatever its rule says.
 * @throws nothing
 * @source ISO mini relay terminals (DIN 72552): 30 in, 87 out, 86 and 85 coil; common practice
 * @example Object.keys(realiseRules(fullReturnJob('x'), rulesOf(fullReturnJob('x'))).wires).length // => 9
 */
export function realiseRules(doc: JobDocument, rules: Rules): Harness {
  const d = new Drawing();
  const { relayOf } = drawPowerSide(doc, d);
  const order = Object.values(rules).sort((a, b) => (a.loadId < b.loadId ? -1 : 1));
  for (const rule of order) {
    const relay = relayOf.get(rule.loadId);
    if (relay === undefined) continue;
    const name = loadName(doc, rule.loadId);
    d.control(coilFeed(d, rule), on(relay, '86'), `Coil feed, ${name}`, 'pink');
    rule.any.forEach((clause, k) =>
      clauseChain(d, clause.all, `${rule.loadId}-${k + 1}`, on(relay, '85'), name),
    );
  }
  return d.harness;
}

/**
 * The control wiring of a job: as drawn, with the figures its circuits hold now, or as its rules ask for.
 * @param doc job document
 * @returns devices and wires
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example harnessOf(fullReturnJob('x')).devices.battery.kind // => 'battery'
 */
export function harnessOf(doc: JobDocument): Harness {
  return doc.wiring.harness ? withFigures(doc, doc.wiring.harness) : realiseRules(doc, rulesOf(doc));
}

/** Key or stud, a small fuse, the crash switch where the rule asks for it: shared by all coils alike. */
function coilFeed(d: Drawing, rule: PumpTrigger): TerminalRef {
  const keyed = rule.needsIgnition;
  const source = keyed
    ? d.device('ignition', { kind: 'ignition', name: 'Ignition feed' })
    : d.device('constant', { kind: 'constant', name: 'Fuse box stud' });
  const fuse = `coil-fuse-${source}`;
  if (!d.has(fuse)) {
    d.device(fuse, { kind: 'fuse', name: keyed ? 'Fuse, coils' : 'Fuse, coils from stud', ratingA: 5 });
    d.control(on(source, 'out'), on(fuse, 'a'), 'Feed to coil fuse', 'pink');
  }
  if (!rule.needsInertia) return on(fuse, 'b');
  const inertia = `inertia-${source}`;
  if (!d.has(inertia)) {
    d.device(inertia, { kind: 'inertia', name: 'Crash switch' });
    d.control(on(fuse, 'b'), on(inertia, 'a'), 'Coil fuse to crash switch', 'pink');
  }
  return on(inertia, 'b');
}

/** The terms of one clause in series from the coil to ground. */
function clauseChain(d: Drawing, terms: readonly Term[], key: string, coil: TerminalRef, name: string): void {
  const switches = terms.filter(isSwitch);
  const driven = terms.filter((t) => !isSwitch(t));
  let at = coil;
  switches.forEach((term, i) => {
    const id = d.device(d.freeId(`switch-${key}-${i + 1}`), {
      kind: 'switch',
      name: `${switchName(term)}, ${name}`,
      // Its contact says the sense: NO or NC.
      signal: [{ ...signalOf(term), not: false }],
      ratingA: 3,
    });
    const what = switchName(term).toLowerCase();
    d.control(at, on(id, 'com'), i === 0 ? `Coil to ${what}` : `On to ${what}`, 'blue');
    at = on(id, term.not ? 'nc' : 'no');
  });
  if (driven.length > 0) {
    const id = d.device(d.freeId(`ecu-${key}`), {
      kind: 'ecu-output',
      name: `Controller output, ${name}`,
      signal: driven.map(signalOf),
      side: 'low',
      ratingA: 1,
      clamped: false,
    });
    d.control(at, on(id, 'out'), 'To controller output', 'green');
    return;
  }
  const ground = d.device('coil-ground', { kind: 'ground', name: 'Ground, coils', ohms: 0.005 });
  d.control(at, on(ground, 'g'), switches.length > 0 ? 'Switch ground' : 'Coil ground', 'black');
}

const switchName = (term: Term): string =>
  term.kind === 'panel'
    ? `Panel switch ${term.name}`
    : term.kind === 'boost'
      ? 'Boost switch'
      : isLevel(term)
        ? 'Oil-pressure switch'
        : 'Switch';
