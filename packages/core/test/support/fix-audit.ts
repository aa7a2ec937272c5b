import { evaluatePlan, type PlanResult, verdictOf } from '../../src/public/advise.ts';
import type { JobDocument } from '../../src/public/document.ts';
import type { Finding } from '../../src/public/outcome.ts';
import { applied } from './examples.ts';

/** What is wrong with the findings of a plan and with the changes they offer. */
export interface Trouble {
  readonly kind:
    | 'leaves it'
    | 'adds a stop'
    | 'does not apply'
    | 'same label'
    | 'same change'
    | 'contradiction'
    | 'headline'
    | 'not finite';
  readonly code: string;
  readonly words: string;
}

export interface Audit {
  readonly findings: number;
  readonly fixes: number;
  /** Stops and fixes by code that offer no change, and how many there are of each code. */
  readonly bare: readonly (readonly [code: string, bare: boolean])[];
  readonly troubles: readonly Trouble[];
}

const keyOf = (f: Finding): string => `${f.code}@${f.place.within ?? ''}/${f.place.id}`;

/** Pairs that cannot both be true where they name the same state, circuit or part. */
const FORBIDDEN: readonly (readonly [string, string, 'state' | 'place' | 'circuit' | 'plan'])[] = [
  ['RAIL_HIGH', 'RAIL_LOW', 'state'],
  ['RETURN_OVERRUN', 'RAIL_LOW', 'state'],
  ['RETURN_OVERRUN', 'RAIL_SAG', 'state'],
  ['RAIL_HIGH', 'RAIL_SAG', 'state'],
  ['RAIL_LOW', 'RAIL_SAG', 'state'],
  ['SUPPLEMENTARY_LOW', 'SUPPLEMENTARY_HIGH', 'plan'],
  ['NO_FUSE', 'FUSE_LOADED', 'circuit'],
  ['NO_FUSE', 'FUSE_INRUSH', 'circuit'],
  ['FUSE_LOADED', 'FUSE_INRUSH', 'place'],
  ['NO_PUMP', 'SUPPLY_SHORT', 'plan'],
  ['STAGING_LATE', 'STAGING_BY_BOOST', 'place'],
  ['STAGING_LATE', 'NEVER_STOPS_AT_IDLE', 'place'],
  ['WIRED_RUNS', 'WIRED_DEAD', 'state'],
  ['MAP_SENSOR_PROOF', 'MAP_SENSOR_SPAN', 'place'],
  ['FUEL_BOILS', 'SUCTION_VAPOR', 'plan'],
  ['WIRE_OVERLOADED', 'NO_PUMP', 'place'],
];

function contradictions(findings: readonly Finding[]): Trouble[] {
  return FORBIDDEN.flatMap(([one, other, where]) =>
    findings
      .filter((f) => f.code === one)
      .flatMap((f) =>
        findings
          .filter((g) => g.code === other)
          .filter((g) => {
            if (where === 'plan') return true;
            if (where === 'state') return f.stateId !== undefined && f.stateId === g.stateId;
            if (where === 'place') return f.place.id === g.place.id && f.place.within === g.place.within;
            return (f.place.within ?? f.place.id) === (g.place.within ?? g.place.id);
          })
          .map((g): Trouble => ({ kind: 'contradiction', code: one, words: `${f.title} | ${g.title}` })),
      ),
  );
}

const RANK = { stop: 0, fix: 1, good: 2 } as const;

/** A headline that is better than the findings under it. */
function tooGood(plan: PlanResult): Trouble[] {
  const { tone, sentence } = verdictOf(plan, 'us');
  const own = new Set(['plumb', 'parts', 'brief']);
  const worst = plan.findings.some((f) => f.severity === 'stop')
    ? 'stop'
    : plan.findings.some((f) => f.severity === 'fix' && own.has(f.stage))
      ? 'fix'
      : 'good';
  return RANK[tone] > RANK[worst] ? [{ kind: 'headline', code: worst, words: sentence }] : [];
}

/**
 * Judges a plan, then again after each change it offers: the finding must be gone, or milder, or (where another of its kind
 * stands at the place) less; no stop may come with it; no two changes of a finding may be called the same or be the same.
 */
export function auditFixes(doc: JobDocument): Audit {
  const plan = evaluatePlan(doc);
  const before = plan.findings;
  const stops = new Set(before.filter((f) => f.severity === 'stop').map(keyOf));
  const troubles: Trouble[] = [...contradictions(before), ...tooGood(plan)];
  let fixes = 0;
  for (const f of before) {
    const say = (kind: Trouble['kind'], words: string): void =>
      void troubles.push({ kind, code: f.code, words: `${f.place.name}: ${words}` });
    for (const text of [f.title, f.why.text, f.why.formula])
      if (/undefined|NaN|Infinity|\[object/.test(text)) say('not finite', text);
    const labels = f.fixes.map((x) => x.label);
    if (new Set(labels).size < labels.length) say('same label', labels.join(' | '));
    const patches = f.fixes.map((x) => JSON.stringify(x.patch));
    if (new Set(patches).size < patches.length) say('same change', labels.join(' | '));
    for (const fix of f.fixes) {
      fixes += 1;
      let after: readonly Finding[];
      try {
        after = evaluatePlan(applied(doc, fix.patch), 'none').findings;
      } catch (error) {
        say('does not apply', `${fix.label}: ${String(error).slice(0, 200)}`);
        continue;
      }
      const same = after.find((o) => keyOf(o) === keyOf(f));
      if (same?.severity === f.severity) say('leaves it', `${fix.label}: ${f.title} → ${same.title}`);
      const fresh = after.filter((o) => o.severity === 'stop' && !stops.has(keyOf(o)));
      if (fresh.length > 0)
        say('adds a stop', `${fix.label}: ${fresh.map((o) => `${o.code} ${o.title}`).join(' | ')}`);
    }
  }
  const bare = before
    .filter((f) => f.severity !== 'note')
    .map((f) => [f.code, f.fixes.length === 0] as const);
  return { findings: before.length, fixes, bare, troubles };
}
