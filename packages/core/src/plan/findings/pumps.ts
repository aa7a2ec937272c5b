import { elementPath } from '../../design/edit.ts';
import type { JobDocument } from '../../design/job-document.ts';
import type { Finding } from '../../outcome/finding.ts';
import { CoupledSolver } from '../coupled.ts';
import { both, settled, type FindingContext, type FindingRule } from './context.ts';

/** Margin the running pumps must still have when the next one comes in. */
export const STAGING_MARGIN = 0.1;

const pumpIds = (doc: JobDocument): string[] =>
  Object.entries(doc.plumbing.elements).flatMap(([id, e]) => (e.kind === 'pump' ? [id] : []));

/** The same plan with one pump that never runs. */
const without = (doc: JobDocument, id: string): JobDocument => {
  const e = doc.plumbing.elements[id]!;
  return e.kind === 'pump'
    ? {
        ...doc,
        plumbing: {
          ...doc.plumbing,
          elements: { ...doc.plumbing.elements, [id]: { ...e, onAboveBoostPa: 400e3 } },
        },
      }
    : doc;
};

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

function staging(context: FindingContext, id: string): Finding[] {
  const e = context.doc.plumbing.elements[id]!;
  if (e.kind !== 'pump' || e.onAboveBoostPa === undefined) return [];
  const solver = new CoupledSolver(without(context.doc, id));
  const alone = settled(context)
    .filter((s) => s.state.kind === 'pull')
    .flatMap((s) => {
      const best = solver.available(s.state);
      return best ? [{ boost: s.state.manifold, margin: best.flow / s.state.draw - 1 }] : [];
    })
    .sort((a, b) => a.boost - b.boost);
  const short = alone.findIndex((p) => p.margin < STAGING_MARGIN);
  if (short < 0) return [];
  const first = alone[short]!;
  const before = alone[short - 1];
  // Straight between the last point that still had the margin and the first that has not.
  const share = before ? (before.margin - STAGING_MARGIN) / (before.margin - first.margin) : 0;
  const needed = before ? before.boost + share * (first.boost - before.boost) : first.boost;
  if (e.onAboveBoostPa <= needed) return [];
  const value = Math.max(0, Math.floor((needed * 0.9) / 1000) * 1000);
  return [
    {
      code: 'STAGING_LATE',
      severity: first.margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { id, name: e.name },
      title: `${e.name} comes in at ${both('pressure', e.onAboveBoostPa)}; it must be on before ${both('pressure', needed)}.`,
      dimension: 'pressure',
      value: e.onAboveBoostPa,
      limit: needed,
      why: {
        text: 'Without it the others fall below their 10 % staging margin there. A mixture that goes lean just before the second pump starts means its threshold is too high.',
        formula: `available without it ÷ demand − 1 = ${(first.margin * 100).toFixed(0)} % at ${both('pressure', first.boost)}`,
        source: 'joint solve with that pump off; 10 % staging margin is common practice',
      },
      fixes: [
        {
          label: `Bring it in at ${both('pressure', value)}`,
          patch: [{ op: 'replace', path: elementPath(id, 'onAboveBoostPa'), value }],
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
      title: `With ${name.split(',')[0]!.toLowerCase()} dead the rest still feeds ${both('power', worst.power)}.`,
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
