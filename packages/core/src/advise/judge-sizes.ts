import { injectorDuty } from '../demand/injectors.ts';
import { highPressurePumps } from '../document/consumers.ts';
import { feedingPumps, hasSpareSupply } from '../document/feeding-pumps.ts';
import type { JobDocument } from '../document/job-document.ts';
import { ruleOf } from '../document/triggers.ts';
import { wayDrop } from '../engine/electric/circuit-elements.ts';
import { Engine } from '../engine/engine.ts';
import { railStanding } from '../engine/observe/rail.ts';
import { AS_PLANNED } from '../engine/parameters.ts';
import { RailDemand } from '../engine/required.ts';
import type { OperatingState } from '../engine/states.ts';
import { DROP_LIMITS, RAIL_HIGH_LIMIT, RAIL_LOW_LIMIT, REFERENCE_BOOST } from '../judge/limits.ts';
import { wantedRail } from '../judge/regulation/low.ts';
import { deafRegulators } from '../judge/regulation/reference.ts';
import { isOverrun, lowBackPressure } from '../judge/regulation/regulation.ts';
import { missedBy, SWITCH_TOLERANCE } from '../replay/staging.ts';

/** What a combination of sizes comes to. */
export interface Judged {
  readonly margin: number;
  readonly amps: number;
  /** Everything in the loop but the motor where it draws most, Ω. */
  readonly loopOhms: number;
  readonly fails: string | null;
}

/** Against every check a choice of sizes can fail, the dearest last. */
export function judgeSizes(doc: JobDocument, states: readonly OperatingState[], base: Engine): Judged {
  const engine = new Engine(doc, AS_PLANNED, base);
  let margin = Infinity;
  let amps = 0;
  let loopOhms = 0;
  let drop = 0;
  for (const state of states) {
    if (state.kind !== 'pull') continue;
    const best = engine.available(state);
    if (!best) return { margin: NaN, amps, loopOhms, fails: 'no steady state' };
    margin = Math.min(margin, best.flow / state.draw - 1);
    for (const p of best.solution.pumps.values()) {
      if (p.current >= amps) loopOhms = (p.circuit?.loopOhms ?? 0) + doc.brief.electrical.sourceOhms;
      amps = Math.max(amps, p.current);
      drop = Math.max(drop, p.circuit ? wayDrop(p.circuit) : 0);
    }
  }
  const fail = (reason: string) => ({ margin, amps, loopOhms, fails: reason });
  if (margin < doc.brief.designMargin && comesLate(doc)) return fail('second pump comes in too late');
  if (margin < doc.brief.designMargin) return fail('too little supply');
  if (drop > DROP_LIMITS.pump) return fail('too much drop in the wiring');
  const pull = states.filter((s) => s.kind === 'pull');
  if (deafRegulators(doc).length > 0 && pull.some((s) => s.manifold > REFERENCE_BOOST))
    return fail('regulator does not feel the boost');
  if (pull.some((s) => (dutyAt(doc, s) ?? 0) > doc.brief.injectors.dutyLimit))
    return fail('injectors too small');
  const hardest = pull.reduce<OperatingState | undefined>(
    (m, s) => (m && m.draw >= s.draw ? m : s),
    undefined,
  );
  const pulling = hardest && railStanding(engine, hardest);
  const ruling = engine.model.demand.ruling?.[0];
  if (
    pulling?.regulator?.valve === 'regulating' &&
    ruling !== undefined &&
    wantedRail(doc, ruling, pulling.required) - pulling.railGauge > RAIL_LOW_LIMIT
  )
    return fail('rail too low');
  for (const state of states) {
    if (state.kind !== 'idle' && state.kind !== 'lift-off') continue;
    const standing = railStanding(engine, state);
    if (!standing) return fail('no steady state');
    if (isOverrun(standing)) return fail('return overrun');
    if (standing.railGauge - standing.required > RAIL_HIGH_LIMIT) return fail('rail too high');
    // As the finding has it: where it is met every day.
    if (state.kind === 'idle' && standing.regulator && !lowBackPressure(standing))
      return fail('return back-pressure');
  }
  if (comesLate(doc)) return fail('second pump comes in too late');
  return { margin, amps, loopOhms, fails: null };
}

/** Whether a staged pump is needed along the pull before its rule has it run. */
const comesLate = (doc: JobDocument): boolean =>
  hasSpareSupply(doc) &&
  feedingPumps(doc).some((id) => {
    const { id: ruleId, rule } = ruleOf(doc, id);
    if (ruleId === undefined || rule.any.some(({ all }) => all.length === 0)) return false;
    return missedBy(doc, rule, SWITCH_TOLERANCE) !== null;
  });

/** Duty of the injectors in a state at the pressure the rail should have; null: they are no part of the low side, or pass nothing. */
export function dutyAt(doc: JobDocument, state: OperatingState): number | null {
  if (state.kind !== 'pull' || highPressurePumps(doc).length > 0) return null;
  const { count, staticFlowM3s, ratedPa } = doc.brief.injectors;
  const meant = new RailDemand(doc).at(state) - state.manifold;
  return injectorDuty({ count, staticFlow: staticFlowM3s, ratedPa }, state.draw, meant);
}
