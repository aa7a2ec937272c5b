import type { JobDocument } from '../../document/job-document.ts';
import { ruleOf, stagingThreshold } from '../../document/triggers.ts';
import type { Found } from '../../outcome/finding.ts';
import { comesInAt, STAGING_MARGIN, stagingAdvice, SWITCH_TOLERANCE } from '../../replay/staging.ts';
import type { FindingContext, FindingRule } from '../context.ts';
import { feedingPumps, hasSpareSupply } from './pumps.ts';

export type StagingLate = Found<
  'STAGING_LATE' | 'STAGING_BY_BOOST',
  {
    readonly needed: number;
    readonly latest: number;
    /** Margin of the others where they first fall short, and the boost there. */
    readonly short: number;
    readonly shortAt: number;
    readonly tolerance: number;
    readonly tooLate: boolean;
    /** Its boost condition is in time, another condition of the rule is not. */
    readonly heldBack: boolean;
  }
>;

/** Does a staged pump come in before the others run out? */
export const stagingRule: FindingRule<StagingLate> = (context) =>
  hasSpareSupply(context.doc) ? feedingPumps(context.doc).flatMap((id) => late(context, id)) : [];

function late({ doc }: FindingContext, id: string): StagingLate[] {
  const threshold = stagingThreshold(doc, id);
  if (!threshold) return [];
  const advice = stagingAdvice(doc, id);
  const { needed } = advice;
  if (needed === null) return [];
  const set = threshold.term.above;
  const { above, heldBack } = really(doc, id, set);
  if (above <= advice.latest) return [];
  const tooLate = above > needed;
  const first = advice.alone.find((p) => p.margin < STAGING_MARGIN)!;
  return [
    {
      code: advice.set ? 'STAGING_LATE' : 'STAGING_BY_BOOST',
      severity: tooLate && first.margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'part', id, name: doc.plumbing.elements[id]!.name },
      dimension: 'pressure',
      value: above,
      limit: tooLate ? needed : advice.latest,
      figures: {
        needed,
        latest: advice.latest,
        short: first.margin,
        shortAt: first.boost,
        tolerance: SWITCH_TOLERANCE,
        tooLate,
        heldBack,
      },
    },
  ];
}

/** A pump that comes in this near its boost setting comes in by it, Pa. */
const BY_BOOST = 2e3;

/** The boost a pump really comes in at: the rule may have other ways on, and other conditions. */
function really(doc: JobDocument, id: string, set: number): { above: number; heldBack: boolean } {
  const { rule } = ruleOf(doc, id);
  const at = comesInAt(doc, rule);
  const most = Math.max(...doc.brief.pull.map((p) => p.boostPa));
  if (at === null) return set > most ? { above: set, heldBack: false } : { above: most, heldBack: true };
  return Math.abs(at - set) < BY_BOOST ? { above: set, heldBack: false } : { above: at, heldBack: at > set };
}
