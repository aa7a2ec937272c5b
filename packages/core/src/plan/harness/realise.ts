import type { Device, Harness, JobDocument, PumpTrigger } from '../../design/job-document.ts';
import { isLevel, termKey, type Term } from '../../trigger/rule.ts';
import type { WireSize } from '../../wiring/wire.ts';
import type { Rules } from './enumerate.ts';

/** A pump without a rule runs whenever the key is on. */
export const ALWAYS: Omit<PumpTrigger, 'loadId'> = {
  any: [{ all: [] }],
  primeS: 0,
  minOnS: 0,
  minOffS: 0,
  needsIgnition: true,
  needsInertia: true,
  overrideS: 30,
};

/** The rule of every pump of a job, its own or the plain one. */
export function rulesOf(doc: JobDocument): Rules {
  const own = doc.wiring.triggers ?? {};
  const rules: Record<string, PumpTrigger> = {};
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    if (e.kind !== 'pump') continue;
    const [ruleId, rule] = Object.entries(own).find(([, r]) => r.loadId === id) ?? [];
    const boost =
      e.onAboveBoostPa === undefined
        ? undefined
        : ({ kind: 'boost', above: e.onAboveBoostPa, below: e.onAboveBoostPa - 7e3, not: false } as const);
    rules[ruleId ?? id] = rule ?? { ...ALWAYS, loadId: id, any: [{ all: boost ? [boost] : [] }] };
  }
  return rules;
}

/** Which device a term is made with: a pressure or panel switch, or a driver of the engine's controller. */
const isSwitch = (term: Term): boolean =>
  term.kind === 'panel' || term.kind === 'boost' || term.kind === 'oil-pressure';

class Drawing {
  readonly devices: Record<string, Device> = {};
  readonly wires: Harness['wires'] = {};

  device(id: string, device: Device): string {
    this.devices[id] ??= device;
    return id;
  }

  wire(from: string, to: string, name: string, color: string, size: WireSize = 'awg-18', lengthM = 1): void {
    this.wires[`w${Object.keys(this.wires).length + 1}`] = { name, from, to, color, size, lengthM };
  }
}

/**
 * From rules to copper: for each pump fuse, relay and ground; its coil fed by the key through a small fuse and the crash
 * switch; the clauses between coil and ground, a switch for each pressure or panel term in series, a low-side driver of
 * the controller for the rest, clauses side by side.
 * @param doc job document
 * @param rules when each pump runs (see rulesOf)
 * @returns devices and wires of the control wiring
 * Validity: pumps up to what a 40 A relay switches; heavier ones want their own drawing.
 * @throws nothing
 * @source ISO mini relay terminals (DIN 72552): 30 in, 87 out, 86 and 85 coil; common practice
 * @example Object.keys(realiseRules(fullReturnJob('x'), rulesOf(fullReturnJob('x'))).wires).length > 5 // => true
 */
export function realiseRules(doc: JobDocument, rules: Rules): Harness {
  const d = new Drawing();
  const battery = d.device('battery', { kind: 'battery', name: 'Battery' });
  Object.values(rules).forEach((rule, i) => {
    const n = i + 1;
    const name = doc.plumbing.elements[rule.loadId]?.name ?? `Pump ${n}`;
    const fuse = d.device(`fuse-${n}`, { kind: 'fuse', name: `Fuse, ${name}`.slice(0, 80), ratingA: 30 });
    const relay = d.device(`relay-${n}`, {
      kind: 'relay',
      name: `Relay, ${name}`.slice(0, 80),
      changeover: false,
      ratingA: 40,
      coilOhms: 85,
      suppression: 'resistor',
    });
    const load = d.device(`load-${n}`, { kind: 'load', name, loadId: rule.loadId, ohms: 1.2 });
    const ground = d.device(`ground-${n}`, {
      kind: 'ground',
      name: `Ground, ${name}`.slice(0, 80),
      ohms: 0.003,
    });
    d.wire(`${battery}.plus`, `${fuse}.a`, `Battery to fuse ${n}`, 'red', 'awg-10', 0.15);
    d.wire(`${fuse}.b`, `${relay}.30`, `Fuse ${n} to relay`, 'red', 'awg-10', 1);
    d.wire(`${relay}.87`, `${load}.plus`, `Relay to ${name}`.slice(0, 80), 'red/white', 'awg-10', 4.5);
    d.wire(`${load}.minus`, `${ground}.g`, `${name} to ground`.slice(0, 80), 'black', 'awg-10', 0.5);
    d.wire(coilFeed(d, rule), `${relay}.86`, `Coil feed to relay ${n}`, 'pink', 'awg-18', 1);
    rule.any.forEach((clause, k) => clauseChain(d, clause.all, `${n}-${k + 1}`, `${relay}.85`, name));
  });
  return { devices: d.devices, wires: d.wires };
}

/** Key or stud, a small fuse, the crash switch where the rule asks for it: shared by all coils alike. */
function coilFeed(d: Drawing, rule: PumpTrigger): string {
  const keyed = rule.needsIgnition;
  const source = keyed
    ? d.device('ignition', { kind: 'ignition', name: 'Ignition feed' })
    : d.device('constant', { kind: 'constant', name: 'Fuse box stud' });
  const fuse = `coil-fuse-${source}`;
  if (!d.devices[fuse]) {
    d.device(fuse, { kind: 'fuse', name: keyed ? 'Fuse, coils' : 'Fuse, coils from stud', ratingA: 5 });
    d.wire(`${source}.out`, `${fuse}.a`, 'Feed to coil fuse', 'pink');
  }
  if (!rule.needsInertia) return `${fuse}.b`;
  const inertia = `inertia-${source}`;
  if (!d.devices[inertia]) {
    d.device(inertia, { kind: 'inertia', name: 'Crash switch' });
    d.wire(`${fuse}.b`, `${inertia}.a`, 'Coil fuse to crash switch', 'pink');
  }
  return `${inertia}.b`;
}

/** The terms of one clause in series from the coil to ground. */
function clauseChain(d: Drawing, terms: readonly Term[], key: string, coil: string, name: string): void {
  const switches = terms.filter(isSwitch);
  const driven = terms.filter((t) => !isSwitch(t));
  let at = coil;
  switches.forEach((term, i) => {
    const id = d.device(`switch-${key}-${i + 1}`, {
      kind: 'switch',
      name: `${switchName(term)}, ${name}`.slice(0, 80),
      signal: termKey(term),
      ratingA: 3,
    });
    d.wire(at, `${id}.com`, `${i === 0 ? 'Coil' : 'On'} to ${switchName(term).toLowerCase()}`, 'blue');
    at = `${id}.${term.not ? 'nc' : 'no'}`;
  });
  if (driven.length > 0) {
    const id = d.device(`ecu-${key}`, {
      kind: 'ecu-output',
      name: `Controller output, ${name}`.slice(0, 80),
      signal: driven.map((t) => `${t.not ? '!' : ''}${termKey(t)}`).join('&'),
      side: 'low',
      ratingA: 1,
      clamped: true,
    });
    d.wire(at, `${id}.out`, 'Coil to controller output', 'green');
    return;
  }
  const ground = d.device('coil-ground', { kind: 'ground', name: 'Ground, coils', ohms: 0.005 });
  d.wire(at, `${ground}.g`, 'Coil ground', 'black');
}

const switchName = (term: Term): string =>
  term.kind === 'panel'
    ? `Panel switch ${term.name}`
    : term.kind === 'boost'
      ? 'Boost switch'
      : isLevel(term)
        ? 'Oil-pressure switch'
        : 'Switch';
