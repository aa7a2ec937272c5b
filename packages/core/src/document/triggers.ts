import type { PatchOperation } from '../outcome/finding.ts';
import { signalKey, signalOf, type LevelTerm, type Signal } from '../trigger/rule.ts';
import { isFactoryFed } from './pump-feed.ts';
import type { ElectricLoad, JobDocument, PumpTrigger } from './job-document.ts';
import { PSI } from '../quantities/constants.ts';

export type Rules = Readonly<Record<string, PumpTrigger>>;

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

/** How far below its threshold a boost switch lets go, Pa: 1 psi (typical). */
export const SWITCH_HYSTERESIS = PSI;

/**
 * The plain rule of a staged pump: on at a boost and above.
 * @param loadId pump
 * @param abovePa Pa gauge
 * @returns rule with the usual hysteresis of a boost switch (1 psi, typical)
 * Validity: thresholds within what the format takes.
 * @throws nothing
 * @source common practice
 * @example boostRule('pump-2', 35e3).any[0].all[0].below // => 28105
 */
export function boostRule(loadId: string, abovePa: number): PumpTrigger {
  const below = abovePa - SWITCH_HYSTERESIS;
  return { ...ALWAYS, loadId, any: [{ all: [{ kind: 'boost', above: abovePa, below, not: false }] }] };
}

/**
 * The rule of one load: its own, or the plain one a pump without a rule has.
 * @param doc job document
 * @param loadId pump or other load
 * @returns the rule, and its id where it is the load’s own; times s
 * Validity: any id: a load that is not there has the plain rule.
 * @throws nothing
 * @source common practice
 * @example ruleOf(fullReturnJob('x'), 'pump').rule.needsIgnition // => true
 */
export function ruleOf(
  doc: JobDocument,
  loadId: string,
): { readonly id?: string; readonly rule: PumpTrigger } {
  const own = Object.entries(doc.wiring.triggers ?? {}).find(([, r]) => r.loadId === loadId);
  if (own) return { id: own[0], rule: own[1] };
  const load = doc.wiring.loads?.[loadId];
  return { rule: load ? withoutRule(loadId, load) : { ...ALWAYS, loadId } };
}

/**
 * The rule of every pump and every other load of a job: its own, or what it does without one.
 * @param doc job document
 * @returns rules by load id; times s, pressures Pa gauge, rpm
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source common practice
 * @example Object.keys(rulesOf(fullReturnJob('x'))).join() // => 'pump'
 */
export function rulesOf(doc: JobDocument): Rules {
  const rules: Record<string, PumpTrigger> = {};
  for (const [id, e] of Object.entries(doc.plumbing.elements)) {
    if (e.kind !== 'pump') continue;
    const { id: ruleId, rule } = ruleOf(doc, id);
    rules[ruleId ?? id] = rule;
  }
  for (const id of Object.keys(doc.wiring.loads ?? {})) {
    const { id: ruleId, rule } = ruleOf(doc, id);
    rules[ruleId ?? id] = rule;
  }
  return rules;
}

/**
 * The rules this plan’s own wiring has to bring about: of every load but what the factory’s driver module feeds.
 * @param doc job document
 * @returns rules by load id, as `rulesOf`
 * Validity: any job the checker accepts.
 * @throws nothing
 * @source own convention
 * @example Object.keys(wiredRulesOf(fullReturnJob('x'))).join() // => 'pump'
 */
export const wiredRulesOf = (doc: JobDocument): Rules =>
  Object.fromEntries(Object.entries(rulesOf(doc)).filter(([, rule]) => !isFactoryFed(doc, rule.loadId)));

/** What a load that is no pump does without a rule of its own: as it says itself. */
function withoutRule(loadId: string, load: ElectricLoad): PumpTrigger {
  const turning = { kind: 'engine-turning', not: false } as const;
  return {
    ...ALWAYS,
    loadId,
    any: [{ all: load.when === 'running' ? [turning] : [] }],
    needsIgnition: load.when !== 'always',
    needsInertia: false,
    overrideS: 0,
  };
}

/** The same plan with another rule for a load. */
export function withRule(doc: JobDocument, rule: PumpTrigger): JobDocument {
  const id = ruleOf(doc, rule.loadId).id ?? freeRuleId(doc);
  return { ...doc, wiring: { ...doc.wiring, triggers: { ...doc.wiring.triggers, [id]: rule } } };
}

/**
 * Patch that gives a load this rule, whether it has one already or not.
 * @param doc job document
 * @param rule the rule, naming its load
 * @returns RFC 6902 operations
 * Validity: a load that is in the job.
 * @throws nothing
 * @source own convention
 * @example setRule(fullReturnJob('x'), boostRule('pump', 35e3))[0].path // => '/wiring/triggers'
 */
export function setRule(doc: JobDocument, rule: PumpTrigger): PatchOperation[] {
  const id = ruleOf(doc, rule.loadId).id ?? freeRuleId(doc);
  return doc.wiring.triggers
    ? [{ op: 'add', path: `/wiring/triggers/${id}`, value: rule }]
    : [{ op: 'add', path: '/wiring/triggers', value: { [id]: rule } }];
}

/**
 * Takes a load’s own rule away: it then runs with the key on.
 * @param doc job document
 * @param loadId pump or other load
 * @returns patch; empty where it has no rule of its own
 * Validity: a load that is in the job.
 * @throws nothing
 * @source own convention
 * @example dropRule(fullReturnJob('x'), 'pump') // => []
 */
export function dropRule(doc: JobDocument, loadId: string): PatchOperation[] {
  const { id } = ruleOf(doc, loadId);
  return id === undefined ? [] : [{ op: 'remove', path: `/wiring/triggers/${id}` }];
}

/** The rule under which a load never runs: what a plan is without it. */
export const never = (loadId: string): PumpTrigger => ({ ...ALWAYS, loadId, any: [], overrideS: 0 });

/** A boost level a pump comes in at, where in its rule it stands. */
export interface Threshold {
  readonly ruleId: string;
  readonly clause: number;
  readonly index: number;
  readonly term: LevelTerm;
}

/**
 * The boost condition that stages a pump: the lowest of its rule, where every way on asks for a level.
 * @param doc job document
 * @param loadId pump
 * @returns where the threshold stands and its value, Pa gauge; undefined where none stages it
 * Validity: rules that stage by manifold pressure.
 * @throws nothing
 * @source common practice
 * @example stagingThreshold(fullReturnJob('x'), 'pump') // => undefined
 */
export function stagingThreshold(doc: JobDocument, loadId: string): Threshold | undefined {
  const { id, rule } = ruleOf(doc, loadId);
  if (id === undefined) return undefined;
  return rule.any
    .flatMap(({ all }, clause) =>
      all.flatMap((term, index): Threshold[] =>
        term.kind === 'boost' && !term.not ? [{ ruleId: id, clause, index, term }] : [],
      ),
    )
    .sort((a, b) => a.term.above - b.term.above)[0];
}

/**
 * Moves a threshold and keeps drawn switches on the same signal.
 * @param doc job document
 * @param at where the threshold stands (see stagingThreshold)
 * @param above new level, SI
 * @param below release level, SI; as far below as before where not given
 * @returns RFC 6902 operations
 * Validity: a threshold of a rule that is in the job.
 * @throws nothing
 * @source own convention
 * @example moveThreshold(PATTERNS.find((p) => p.id === 'twin-pump').job('x'), stagingThreshold(PATTERNS.find((p) => p.id === 'twin-pump').job('x'), 'pump-2'), 40e3).length // => 2
 */
export function moveThreshold(
  doc: JobDocument,
  at: Threshold,
  above: number,
  below = above - (at.term.above - at.term.below),
): PatchOperation[] {
  const path = `/wiring/triggers/${at.ruleId}/any/${at.clause}/all/${at.index}`;
  return [
    { op: 'replace', path: `${path}/above`, value: above },
    { op: 'replace', path: `${path}/below`, value: below },
    ...renamed(doc, at.term, { ...signalOf(at.term), above } as Signal),
  ];
}

/**
 * Has drawn devices follow a signal that got another name.
 * @param doc job document
 * @param before the signal
 * @param after what it is now
 * @returns patches; empty where nothing acts on it
 * Validity: signals of the rules.
 * @throws nothing
 * @source own convention
 * @example renamed(fullReturnJob('x'), { kind: 'starter', not: false }, { kind: 'panel', name: 'Prime', not: false }) // => []
 */
export function renamed(doc: JobDocument, before: Signal, after: Signal): PatchOperation[] {
  const key = signalKey(before);
  if (key === signalKey(after)) return [];
  return Object.entries(doc.wiring.harness?.devices ?? {}).flatMap(([id, d]): PatchOperation[] => {
    if (d.kind !== 'switch' && d.kind !== 'ecu-output') return [];
    if (!d.signal.some((s) => signalKey(s) === key)) return [];
    const value = d.signal.map((s) => (signalKey(s) === key ? { ...after, not: s.not } : s));
    return [{ op: 'replace', path: `/wiring/harness/devices/${id}/signal`, value }];
  });
}

/** An id no rule has yet. */
export function freeRuleId(doc: JobDocument): string {
  let n = 1;
  while (`rule-${n}` in (doc.wiring.triggers ?? {})) n += 1;
  return `rule-${n}`;
}
