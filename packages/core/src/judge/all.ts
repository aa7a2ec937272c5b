import type { JobDocument } from '../document/job-document.ts';
import { applyPatch } from '../edit/apply-patch.ts';
import { openOverflow } from '../edit/open-overflow.ts';
import { findingKey, SEVERITY_ORDER, type Found } from '../outcome/finding.ts';
import type { FindingContext, FindingRule } from './context.ts';
import { contextOf } from './plan-context.ts';
import { goalRule } from './goal/goal.ts';
import { behindRule, turnedRelayRule } from './harness/as-drawn.ts';
import { mismatchRule } from './harness/mismatch.ts';
import { branchRule, unclampedRule } from './harness/protection.ts';
import { filterPlaceRule } from './hoses/filters.ts';
import { cabinRule, filterRule, hoseRule } from './hoses/hoses.ts';
import { madeRule } from './hoses/made.ts';
import { portRule } from './hoses/ports.ts';
import { lyingRule } from './route/lying.ts';
import { passingRule } from './route/passing.ts';
import { replacedRule } from './route/replaced.ts';
import { cappedRule } from './regulation/capped.ts';
import { contradictionRule } from './regulation/contradictions.ts';
import { regulationRule } from './regulation/regulation.ts';
import { railLowRule } from './regulation/low.ts';
import { referenceRule } from './regulation/reference.ts';
import { supplementaryRule } from './regulation/supplementary.ts';
import { valveCoreRule } from './regulation/valve-core.ts';
import { convergedRule } from './structure/converged.ts';
import { structureRule } from './structure/structure.ts';
import { unusablePumps, unusableRule } from './structure/unusable.ts';
import { curveRule } from './supply/curve.ts';
import { driverRule } from './supply/driver.ts';
import { dryRule } from './supply/dry.ts';
import { highPressureRule } from './supply/high-pressure.ts';
import { injectorRule } from './supply/injectors.ts';
import { mapSensorRule } from './supply/map-sensor.ts';
import { marginRule } from './supply/margin.ts';
import { primeHoldRule } from './supply/prime-hold.ts';
import { redundancyRule } from './supply/redundancy.ts';
import { pushesIntoSuctionRule } from './supply/pushes-into-suction.ts';
import { heldShut, runsBackRule } from './supply/runs-back.ts';
import { reliefRaised, reliefRule } from './supply/relief.ts';
import { sagRule } from './supply/sag.ts';
import { speedRule } from './supply/speed.ts';
import { stagingRule } from './supply/staging.ts';
import { boilingRule, suctionRule } from './supply/suction.ts';
import { surgeClosedRule, surgeRule } from './tanks/surge.ts';
import { jetRule, unevenRule } from './tanks/tanks.ts';
import { trappedRule } from './trapped/trapped.ts';
import { levelRule } from './tanks/level.ts';
import { ventRule } from './tanks/vents.ts';
import { triggerRule } from './trigger/trigger.ts';
import { outsideRule } from './validity/outside.ts';
import {
  chargingRule,
  chargingVoltsRule,
  crankFeedRule,
  crankingRule,
  starterCableRule,
} from './wiring/budget.ts';
import { contactRule, tappedFeedRule, terminalRule } from './wiring/contacts.ts';
import { fuseRule, noFuseRule } from './wiring/fuses.ts';
import { senderHeatRule } from './wiring/sender-heat.ts';
import { senderRule } from './wiring/senders.ts';
import { jointRule } from './wiring/joints.ts';
import { tapRule } from './wiring/taps.ts';
import { copperCladRule, dropRule, overloadedRule } from './wiring/wires.ts';

/** Rules that need no pump to be computed. */
const UNSOLVED = [
  structureRule,
  unusableRule,
  convergedRule,
  hoseRule,
  filterRule,
  ventRule,
  passingRule,
  lyingRule,
  replacedRule,
] as const;

/** Adding a rule is one file and one line here (and its words, one line in say/findings/all.ts). */
export const RULES = [
  structureRule,
  unusableRule,
  convergedRule,
  dryRule,
  runsBackRule,
  pushesIntoSuctionRule,
  reliefRule,
  marginRule,
  sagRule,
  boilingRule,
  suctionRule,
  // What the rail does comes before what the injectors make of it.
  regulationRule,
  railLowRule,
  injectorRule,
  highPressureRule,
  curveRule,
  primeHoldRule,
  referenceRule,
  cappedRule,
  contradictionRule,
  supplementaryRule,
  valveCoreRule,
  speedRule,
  mapSensorRule,
  driverRule,
  surgeClosedRule,
  surgeRule,
  jetRule,
  unevenRule,
  levelRule,
  ventRule,
  trappedRule,
  stagingRule,
  redundancyRule,
  hoseRule,
  cabinRule,
  portRule,
  madeRule,
  passingRule,
  lyingRule,
  replacedRule,
  filterRule,
  filterPlaceRule,
  copperCladRule,
  dropRule,
  overloadedRule,
  noFuseRule,
  fuseRule,
  contactRule,
  terminalRule,
  tappedFeedRule,
  tapRule,
  jointRule,
  chargingRule,
  chargingVoltsRule,
  crankingRule,
  crankFeedRule,
  starterCableRule,
  senderRule,
  senderHeatRule,
  triggerRule,
  mismatchRule,
  unclampedRule,
  branchRule,
  turnedRelayRule,
  behindRule,
  goalRule,
  outsideRule,
] as const;

/** Whatever any rule finds. */
export type AnyFound = ReturnType<(typeof RULES)[number]>[number];
export type FindingCode = AnyFound['code'];

/** What these find may follow from a cause that is named on its own: they judge the plan with that cause taken away. */
const FOLLOW: ReadonlySet<FindingRule> = new Set<FindingRule>([
  dryRule,
  marginRule,
  sagRule,
  injectorRule,
  highPressureRule,
  regulationRule,
  railLowRule,
  stagingRule,
  redundancyRule,
]);

/** The plan without fuel that runs back through a stopped pump, and without relief valves that open too early. */
function withoutCauses(context: FindingContext): FindingContext {
  const [back, relief] = [runsBackRule(context), reliefRule(context)];
  if (back.length + relief.length === 0) return context;
  return contextOf(reliefRaised(heldShut(context.doc, back), relief));
}

/** The plan with every closed surge tank opened: under its pressure no other figure is one to go by. */
function opened(context: FindingContext): FindingContext {
  const patch = surgeClosedRule(context).flatMap(({ place }) => openOverflow(context.doc, place.id));
  const changed = patch.length > 0 && applyPatch(context.doc, patch);
  return changed && changed.ok ? contextOf(changed.value) : context;
}

/** Parts and paths of one plan that another does not have. */
function addedTo({ plumbing: before }: JobDocument, { plumbing: after }: JobDocument): ReadonlySet<string> {
  const fresh = (was: object, is: object): string[] => Object.keys(is).filter((id) => !(id in was));
  return new Set([...fresh(before.elements, after.elements), ...fresh(before.paths, after.paths)]);
}

/** Every rule's findings, the worst first, each trouble at each place once. */
export function judge(context: FindingContext): AnyFound[] {
  const plan = opened(context);
  if (plan === context) return inOrder(judgeOpen(context));
  const added = addedTo(context.doc, plan.doc);
  const others = judgeOpen(plan).filter(({ place }) => !added.has(place.id));
  return inOrder([...surgeClosedRule(context), ...others]);
}

function judgeOpen(context: FindingContext): AnyFound[] {
  const seen = new Map<string, AnyFound>();
  // Where a pump cannot be computed nothing can: what other rules made of it would be noise.
  const rules: readonly FindingRule[] = unusablePumps(context.doc).length > 0 ? UNSOLVED : RULES;
  const held = rules === RULES ? withoutCauses(context) : context;
  const founds = rules.flatMap((rule): Found[] => rule(FOLLOW.has(rule) ? held : context));
  for (const found of founds as AnyFound[]) {
    const key = findingKey(found);
    const other = seen.get(key);
    if (!other || SEVERITY_ORDER[found.severity] < SEVERITY_ORDER[other.severity]) seen.set(key, found);
  }
  return [...seen.values()];
}

const inOrder = (founds: readonly AnyFound[]): AnyFound[] =>
  founds.toSorted((a, b) => SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity]);
