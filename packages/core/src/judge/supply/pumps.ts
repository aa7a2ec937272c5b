import type { JobDocument } from '../../document/job-document.ts';
import { moveThreshold, never, stagingThreshold, withRule, type Threshold } from '../../document/triggers.ts';
import type { Finding, FindingFix } from '../../outcome/finding.ts';
import { CoupledSolver } from '../../engine/engine.ts';
import { STAGING_MARGIN, stagingAdvice, SWITCH_TOLERANCE, type StagingAdvice } from '../../advise/staging.ts';
import { both, type FindingContext, type FindingRule } from '../context.ts';

const pumpIds = (doc: JobDocument): string[] =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]) => (e.kind === 'pump' ? [id] : []));

/** The same plan with one pump that never runs. */
const without = (doc: JobDocument, id: string): JobDocument => withRule(doc, never(id));

/** Pumps that feed rails: one that only fills a surge tank is no second one. */
function feedingPumps(doc: JobDocument): string[] {
  const { junctions, paths } = doc.plumbing;
  const lifting = Object.values(paths).filter((p) => junctions[p.to]?.kind === 'surge');
  return pumpIds(doc).filter((id) => !lifting.some((p) => p.order.includes(id)));
}

/** More than one way in: is the second early enough, and what is left when one dies? */
export const pumpFindings: FindingRule = (context) => {
  const ids = feedingPumps(context.doc);
  const factories = Object.values(context.doc.plumbing.junctions).filter((j) => j.kind === 'factory');
  return ids.length + factories.length < 2
    ? []
    : [...ids.flatMap((id) => staging(context, id)), ...redundancy(context, ids)];
};

function staging({ doc }: FindingContext, id: string): Finding[] {
  const e = doc.plumbing.elements[id]!;
  const threshold = stagingThreshold(doc, id);
  if (!threshold) return [];
  const { above } = threshold.term;
  const advice = stagingAdvice(doc, id);
  const { needed } = advice;
  if (needed === null || above <= advice.latest) return [];
  const tooLate = above > needed;
  const first = advice.alone.find((p) => p.margin < STAGING_MARGIN)!;
  return [
    {
      code: advice.set ? 'STAGING_LATE' : 'STAGING_BY_BOOST',
      severity: tooLate && first.margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { id, name: e.name },
      title: tooLate
        ? `${e.name} comes in at ${both('pressure', above)}; it must be on before ${both('pressure', needed)}.`
        : `${e.name} is set to ${both('pressure', above)}, on full only after ${both('pressure', needed)}.`,
      dimension: 'pressure',
      value: above,
      limit: tooLate ? needed : advice.latest,
      why: {
        text: advice.set
          ? 'Without it the others fall below their 10 % staging margin there. A mixture that goes lean just before the second pump starts means its threshold is too high.'
          : 'The others run out before boost leaves the range of cruise, so a boost switch cannot tell the two apart. Use engine speed.',
        formula: `available without it ÷ demand − 1 = ${(first.margin * 100).toFixed(0)} % at ${both('pressure', first.boost)}; ${both('pressure', needed)} − ${both('pressure', SWITCH_TOLERANCE)} switch − ${both('pressure', needed - SWITCH_TOLERANCE - advice.latest)} while it starts = ${both('pressure', advice.latest)}`,
        source: 'joint solve with that pump off; 10 % staging margin and 0.2 s of start are common practice',
      },
      fixes: stagingFixes(doc, threshold, advice),
    },
  ];
}

function stagingFixes(doc: JobDocument, threshold: Threshold, advice: StagingAdvice): FindingFix[] {
  if (advice.set) {
    const { above, below } = advice.set;
    return [
      {
        label: `Bring it in at ${both('pressure', above)}`,
        patch: moveThreshold(doc, threshold, above, below),
      },
    ];
  }
  if (advice.rpm === null) return [];
  const value = { kind: 'rpm', above: advice.rpm, below: Math.max(0, advice.rpm - 300), not: false } as const;
  return [
    {
      label: `Bring it in at ${advice.rpm} rpm instead`,
      patch: [
        {
          op: 'replace',
          path: `/wiring/triggers/${threshold.ruleId}/any/${threshold.clause}/all/${threshold.index}`,
          value,
        },
      ],
    },
  ];
}

function redundancy({ doc, tightest }: FindingContext, ids: readonly string[]): Finding[] {
  if (!tightest || tightest.state.draw <= 0) return [];
  const left = ids.flatMap((id) => {
    const best = new CoupledSolver(without(doc, id)).available(tightest.state);
    return best ? [{ id, power: (tightest.state.powerW * best.flow) / tightest.state.draw }] : [];
  });
  const worst = [...left].sort((a, b) => a.power - b.power)[0];
  if (!worst) return [];
  const name = doc.plumbing.elements[worst.id]!.name;
  return [
    {
      code: 'ONE_PUMP_DEAD',
      severity: 'note',
      stage: 'plumb',
      place: { id: worst.id, name },
      stateId: tightest.state.id,
      title:
        worst.power > 0
          ? `With ${name.split(',')[0]!.toLowerCase()} dead the rest still feeds ${both('power', worst.power)}.`
          : `With ${name.split(',')[0]!.toLowerCase()} dead nothing feeds the engine: the others wait for their trigger.`,
      dimension: 'power',
      value: worst.power,
      limit: tightest.state.powerW,
      why: {
        text: 'At the pressure of the tightest point of the pull, with no margin left. The tuner should know it.',
        formula: `${both('power', tightest.state.powerW)} × available ÷ demand`,
        source: 'joint solve with that pump off',
      },
      fixes: [],
    },
  ];
}
