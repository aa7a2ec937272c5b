import type { JobDocument, PumpTrigger } from '../../document/job-document.ts';
import { stagingMarginOf } from '../../document/shop-limits.ts';
import { ruleOf, stagingThreshold } from '../../document/triggers.ts';
import { Engine } from '../../engine/engine.ts';
import type { OperatingState } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { missedBy, stagingAdvice, SWITCH_TOLERANCE, type Missed } from '../../replay/staging.ts';
import type { FindingContext, FindingRule } from '../context.ts';
import { feedingPumps, hasSpareSupply } from '../../document/feeding-pumps.ts';

export type StagingLate = Found<
  'STAGING_LATE' | 'STAGING_BY_BOOST',
  {
    /** Boost and engine speed at which the others fall below their staging margin, Pa gauge and 1/min. */
    readonly needed: number;
    readonly neededRpm: number;
    readonly latest: number;
    readonly missed: Missed;
    readonly tolerance: number;
    /** Set above where it is needed; else only its tolerance and the pump's start make it late. */
    readonly tooLate: boolean;
    readonly blames:
      'threshold' | 'never reached' | 'another condition' | 'no boost condition' | 'needed at cruise';
    /** The most boost of the pull, Pa gauge. */
    readonly most: number;
  }
>;

/** A margin at which the others give nothing. */
const NOTHING = -0.999;

const judged = new WeakMap<FindingContext, StagingLate[]>();

/** Does a staged pump come in before the others run out? Worked out once a judging: the margin asks too. */
export const stagingRule: FindingRule<StagingLate> = (context) => {
  let known = judged.get(context);
  if (!known) {
    const { doc } = context;
    known = hasSpareSupply(doc) ? feedingPumps(doc).flatMap((id) => late(doc, id)) : [];
    judged.set(context, known);
  }
  return [...known];
};

function late(doc: JobDocument, id: string): StagingLate[] {
  const { id: ruleId, rule } = ruleOf(doc, id);
  // Without a rule, or with a way on that asks for nothing, it runs whenever the key is on.
  if (ruleId === undefined || rule.any.some(({ all }) => all.length === 0)) return [];
  const missed = missedBy(doc, rule, SWITCH_TOLERANCE);
  if (!missed) return [];
  const advice = stagingAdvice(doc, id);
  const { needed, neededRpm, latest } = advice;
  if (needed === null || neededRpm === null) return [];
  const [cruise] = advice.alone;
  const throughout = cruise !== undefined && cruise.margin < stagingMarginOf(doc);
  // Nothing else moves fuel at all: that is told as a dry rail.
  if (throughout && cruise.margin <= NOTHING) return [];
  const nominal = missedBy(doc, rule);
  const threshold = stagingThreshold(doc, id);
  const most = Math.max(...doc.brief.pull.map((p) => p.boostPa));
  const blames = throughout ? 'needed at cruise' : blamed(doc, rule, threshold?.term.above, most);
  const byBoost = blames === 'threshold' || blames === 'never reached';
  const value = byBoost ? threshold!.term.above : (nominal ?? missed).cameIn?.rpm;
  const tooLate = byBoost ? threshold!.term.above > needed : nominal !== null;
  return [
    {
      code: throughout || (byBoost && !advice.set) ? 'STAGING_BY_BOOST' : 'STAGING_LATE',
      severity: nominal && nominal.least < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: doc.plumbing.elements[id]!.name },
      dimension: byBoost ? 'pressure' : 'engineSpeed',
      value: value ?? Math.max(...doc.brief.pull.map((p) => p.rpm)),
      limit: byBoost ? (tooLate ? needed : latest) : neededRpm,
      figures: {
        needed,
        neededRpm,
        latest,
        missed: nominal ?? missed,
        tolerance: SWITCH_TOLERANCE,
        tooLate,
        blames,
        most,
      },
    },
  ];
}

/** What of a rule is to blame: its boost threshold, or something else that holds the pump back. */
function blamed(
  doc: JobDocument,
  rule: PumpTrigger,
  above: number | undefined,
  most: number,
): StagingLate['figures']['blames'] {
  if (above === undefined) return 'no boost condition';
  if (above > most) return 'never reached';
  const boostAlone = rule.any.flatMap(({ all }) => {
    const boost = all.filter((t) => t.kind === 'boost');
    return boost.length > 0 ? [{ all: boost }] : [];
  });
  const others = rule.any.some(({ all }) => all.some((t) => t.kind !== 'boost'));
  return others && !missedBy(doc, { ...rule, any: boostAlone }, SWITCH_TOLERANCE)
    ? 'another condition'
    : 'threshold';
}

/**
 * Whether what a state lacks is a pump that its rule keeps off there: with every pump on, the rail would have its flow. Then
 * the rule is the trouble, and no larger pump is.
 */
export function waitsForRule(context: FindingContext, state: OperatingState, asked: number): boolean {
  if (state.draw <= 0 || stagingRule(context).length === 0) return false;
  const { doc } = context;
  const running = new Set([...feedingPumps(doc), ...Object.keys(doc.wiring.loads ?? {})]);
  for (const [id, e] of Object.entries(doc.plumbing.elements)) if (e.kind === 'pump') running.add(id);
  const best = new Engine(doc).available({ ...state, running });
  return best !== null && best.flow / state.draw - 1 >= asked;
}
