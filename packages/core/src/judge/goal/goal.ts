import { injectorDuty } from '../../demand/injectors.ts';
import type { Finding } from '../../outcome/finding.ts';
import { both, type FindingContext, type FindingRule } from '../context.ts';

/** What the brief looks forward to, and what it cannot change. */
export const goalFindings: FindingRule = (context) => [...laterGoal(context), ...mixture(context)];

/** The same plan at the later goal: demand grows with power, at the same boost. */
function laterGoal({ doc, tightest }: FindingContext): Finding[] {
  const later = doc.brief.laterPowerW;
  const peak = Math.max(...doc.brief.pull.map((p) => p.powerW));
  const available = tightest?.values?.available;
  if (later === undefined || later <= peak || !tightest || available === null || available === undefined)
    return [];
  const growth = later / peak;
  const margin = available / (tightest.state.draw * growth) - 1;
  const { injectors } = doc.brief;
  const duty = injectorDuty(
    { count: injectors.count, staticFlow: injectors.staticFlowM3s, ratedPa: injectors.ratedPa },
    tightest.state.draw * growth,
    tightest.values!.railDifferential,
  );
  const enough = margin >= doc.brief.designMargin && duty <= injectors.dutyLimit;
  const supply =
    margin < 0 ? `${(-margin * 100).toFixed(0)} % short` : `${(margin * 100).toFixed(0)} % in hand`;
  return [
    {
      code: 'LATER_GOAL',
      severity: 'note',
      stage: 'brief',
      place: { id: 'brief', name: 'Later goal' },
      stateId: tightest.state.id,
      title: `For ${both('power', later)} later this plan has ${supply}, injectors at ${(duty * 100).toFixed(0)} %.`,
      dimension: 'fraction',
      value: margin,
      limit: doc.brief.designMargin,
      why: {
        text: enough
          ? 'Nothing need change for it, at the same boost.'
          : 'Choose hose, pump and wire with it in mind now, or set the goal in the pull and see what changes in Parts.',
        formula: `${both('flow', available)} ÷ (${both('flow', tightest.state.draw)} × ${growth.toFixed(2)}) − 1 = ${(margin * 100).toFixed(0)} %`,
        source: 'same boost and mixture, demand in proportion to power',
      },
      fixes: [],
    },
  ];
}

/** A mixture change a fixed controller would not know of, that is worth a word. */
const MIXTURE_LIMIT = 0.03;

function mixture({ doc }: FindingContext): Finding[] {
  const tuned = doc.brief.controllerBasePa;
  if (tuned === undefined) return [];
  const change = Math.sqrt(doc.brief.basePressurePa / tuned) - 1;
  if (Math.abs(change) <= MIXTURE_LIMIT) return [];
  const richer = change > 0;
  return [
    {
      code: 'MIXTURE_SHIFT',
      severity: richer ? 'fix' : 'stop',
      stage: 'brief',
      place: { id: 'brief', name: 'Base pressure' },
      title: `The controller was tuned for ${both('pressure', tuned)}: injectors now give ${(Math.abs(change) * 100).toFixed(0)} % ${richer ? 'more' : 'less'} fuel.`,
      dimension: 'fraction',
      value: change,
      limit: richer ? MIXTURE_LIMIT : -MIXTURE_LIMIT,
      why: {
        text: richer
          ? 'The same pulse passes more fuel at a higher pressure: the mixture turns rich by that much until the controller is told.'
          : 'The same pulse passes less fuel at a lower pressure: the mixture turns lean by that much.',
        formula: `√(${both('pressure', doc.brief.basePressurePa)} ÷ ${both('pressure', tuned)}) − 1 = ${(change * 100).toFixed(1)} %`,
        source: 'orifice law: flow follows the square root of the differential',
      },
      fixes: [
        {
          label: `Set the base to ${both('pressure', tuned)}`,
          patch: [{ op: 'replace', path: '/brief/basePressurePa', value: tuned }],
        },
      ],
    },
  ];
}
