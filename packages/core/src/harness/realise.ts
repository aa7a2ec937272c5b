import type { Harness, JobDocument, PumpTrigger, TerminalRef } from '../document/job-document.ts';
import { wiredRulesOf, type Rules } from '../document/triggers.ts';
import { isLevel, signalOf, type Term } from '../trigger/rule.ts';
import { Drawing, on } from './drawing.ts';
import { drawPowerSide, loadName, type Switched } from './power-side.ts';
import { withFigures } from './figures.ts';
import { withinSentence } from '../quantities/text.ts';

/** Which device a term is made with: a pressure or panel switch, or a driver of the engine's controller. */
const isSwitch = (term: Term): boolean =>
  term.kind === 'panel' || term.kind === 'boost' || term.kind === 'oil-pressure';

/**
 * From rules to copper: every circuit of the plan as devices and wires, and for each relay its coil fed by the key
 * through a small fuse and the crash switch; the clauses between coil and ground, a switch for each pressure or panel
 * term in series, a low-side driver of the controller for the rest, clauses side by side. A rule that switches the feed side,
 * and a brushless pump's controller, have the same chain ahead of the coil or the enable wire instead.
 * @param doc job document
 * @param rules when each load runs (see wiredRulesOf)
 * @returns devices and wires; those that stand for a piece of a circuit name it
 * Validity: a circuit without a relay runs with its supply, whatever its rule says.
 * @throws nothing
 * @source ISO mini relay terminals (DIN 72552): 30 in, 87 out, 86 and 85 coil; common practice
 * @example Object.keys(realiseRules(fullReturnJob('x'), wiredRulesOf(fullReturnJob('x'))).wires).length // => 9
 */
export function realiseRules(doc: JobDocument, rules: Rules): Harness {
  const d = new Drawing();
  const { switchedBy } = drawPowerSide(doc, d);
  const order = Object.values(rules).sort((a, b) => (a.loadId < b.loadId ? -1 : 1));
  for (const rule of order) {
    const switched = switchedBy.get(rule.loadId);
    if (!switched) continue;
    if (switched.byGround && rule.coilSide !== 'feed') groundSwitched(d, doc, rule, switched);
    else feedSwitched(d, doc, rule, switched);
  }
  return d.harness;
}

/** The coil is live with the key; the conditions stand between it and ground. */
function groundSwitched(d: Drawing, doc: JobDocument, rule: PumpTrigger, at: Switched): void {
  const name = loadName(doc, rule.loadId);
  d.control(coilFeed(d, rule), on(at.device, at.feed), `Coil feed, ${name}`, 'pink');
  rule.any.forEach((clause, k) =>
    clauseChain(d, clause.all, `${rule.loadId}-${k + 1}`, on(at.device, at.home), name),
  );
}

/**
 * The coil, or a controller's enable wire, is grounded; the conditions stand ahead of it, the crash switch last of all, so
 * that it also cuts what an output of the engine's controller feeds.
 */
function feedSwitched(d: Drawing, doc: JobDocument, rule: PumpTrigger, at: Switched): void {
  const name = loadName(doc, rule.loadId);
  const ground = d.device('coil-ground', { kind: 'ground', name: 'Ground, coils', ohms: 0.005 });
  d.control(
    on(at.device, at.home),
    on(ground, 'g'),
    `${at.byGround ? 'Coil' : 'Enable'} ground, ${name}`,
    'black',
  );
  let end = on(at.device, at.feed);
  // What an output of the controller feeds is not fed through the coil fuse: the crash switch needs a contact there.
  const byOutput = rule.any.some(({ all }) => all.some((t) => !isSwitch(t)));
  if (rule.needsInertia && byOutput) {
    const inertia = d.device(d.freeId(`inertia-${rule.loadId}`), {
      kind: 'inertia',
      name: `Crash switch, ${name}`,
    });
    d.control(on(inertia, 'b'), end, `Crash switch to ${at.byGround ? 'coil' : 'enable'}`, 'pink');
    end = on(inertia, 'a');
  }
  rule.any.forEach(({ all }, k) => {
    const key = `${rule.loadId}-${k + 1}`;
    const driven = all.filter((t) => !isSwitch(t));
    let from =
      driven.length > 0
        ? on(driver(d, driven, key, name, 'high'), 'out')
        : coilFeed(d, {
            needsIgnition: rule.needsIgnition,
            needsInertia: rule.needsInertia && !byOutput,
          });
    all.filter(isSwitch).forEach((term, i) => {
      const id = switchFor(d, term, `${key}-${i + 1}`, name);
      d.control(from, on(id, 'com'), `Feed to ${withinSentence(switchName(term))}`, 'blue');
      from = on(id, term.not ? 'nc' : 'no');
    });
    d.control(from, end, `${at.byGround ? 'Coil' : 'Enable'} feed, ${name}`, 'pink');
  });
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
  return doc.wiring.harness ? withFigures(doc, doc.wiring.harness) : realiseRules(doc, wiredRulesOf(doc));
}

/** Key or stud, a small fuse, the crash switch where the rule asks for it: shared by all coils alike. */
function coilFeed(d: Drawing, rule: Pick<PumpTrigger, 'needsIgnition' | 'needsInertia'>): TerminalRef {
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
    const id = switchFor(d, term, `${key}-${i + 1}`, name);
    const what = withinSentence(switchName(term));
    d.control(at, on(id, 'com'), i === 0 ? `Coil to ${what}` : `On to ${what}`, 'blue');
    at = on(id, term.not ? 'nc' : 'no');
  });
  if (driven.length > 0) {
    const id = driver(d, driven, key, name, 'low');
    d.control(at, on(id, 'out'), 'To controller output', 'green');
    return;
  }
  const ground = d.device('coil-ground', { kind: 'ground', name: 'Ground, coils', ohms: 0.005 });
  d.control(at, on(ground, 'g'), switches.length > 0 ? 'Switch ground' : 'Coil ground', 'black');
}

/** A pressure or panel switch for a term; its contact says the sense: NO or NC. */
const switchFor = (d: Drawing, term: Term, key: string, name: string): string =>
  d.device(d.freeId(`switch-${key}`), {
    kind: 'switch',
    name: `${switchName(term)}, ${name}`,
    signal: [{ ...signalOf(term), not: false }],
    ratingA: 3,
  });

/** One output of the engine's controller for all terms it is told: the rule lives in its table. */
const driver = (
  d: Drawing,
  terms: readonly Term[],
  key: string,
  name: string,
  side: 'low' | 'high',
): string =>
  d.device(d.freeId(`ecu-${key}`), {
    kind: 'ecu-output',
    name: `Controller output, ${name}`,
    signal: terms.map(signalOf),
    side,
    ratingA: 1,
    clamped: false,
  });

const switchName = (term: Term): string =>
  term.kind === 'panel'
    ? `Panel switch ${term.name}`
    : term.kind === 'boost'
      ? 'Boost switch'
      : isLevel(term)
        ? 'Oil-pressure switch'
        : 'Switch';
