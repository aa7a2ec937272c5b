import { findingKey, SEVERITY_ORDER, type Finding } from '../outcome/finding.ts';
import type { FindingContext, FindingRule } from './context.ts';
import { goalFindings } from './goal/goal.ts';
import { hoseFindings } from './hoses/hoses.ts';
import { pumpFindings } from './supply/pumps.ts';
import { regulationFindings } from './regulation/regulation.ts';
import { regulatorFindings } from './regulation/regulators.ts';
import { speedFindings } from './supply/speed.ts';
import { structureFindings, unusablePumps } from './structure/structure.ts';
import { supplyFindings } from './supply/supply.ts';
import { tankFindings } from './tanks/tanks.ts';
import { trappedFindings } from './trapped/trapped.ts';
import { triggerFindings } from './trigger/trigger.ts';
import { harnessFindings } from './harness/all.ts';
import { wiringFindings } from './wiring/all.ts';

/** Adding a rule is one file and one line here. */
const RULES: readonly FindingRule[] = [
  structureFindings,
  supplyFindings,
  regulationFindings,
  regulatorFindings,
  speedFindings,
  tankFindings,
  trappedFindings,
  pumpFindings,
  hoseFindings,
  wiringFindings,
  triggerFindings,
  harnessFindings,
  goalFindings,
];

/** Every rule's findings, the worst first, each trouble at each place once. */
export function allFindings(context: FindingContext): Finding[] {
  const seen = new Map<string, Finding>();
  // Where a pump cannot be computed nothing can: what other rules made of it would be noise.
  const rules = unusablePumps(context.doc).length > 0 ? [structureFindings, hoseFindings] : RULES;
  for (const finding of rules.flatMap((rule) => rule(context))) {
    const key = findingKey(finding);
    const other = seen.get(key);
    if (!other || SEVERITY_ORDER[finding.severity] < SEVERITY_ORDER[other.severity]) seen.set(key, finding);
  }
  return [...seen.values()].sort((a, b) => SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity]);
}
