import type { PowerBasis } from '../../quantities/power-place.ts';
import { injectorDuty } from '../../demand/injectors.ts';
import type { Found } from '../../outcome/finding.ts';
import type { FindingContext, FindingRule } from '../context.ts';
import { OWN_SETTING } from '../limits.ts';

export type LaterGoal = Found<
  'LATER_GOAL',
  {
    readonly power: number;
    readonly basis: PowerBasis;
    readonly available: number;
    readonly draw: number;
    readonly growth: number;
    readonly duty: number | null;
    readonly enough: boolean;
  }
>;

export type MixtureShift = Found<'MIXTURE_SHIFT', { readonly tuned: number; readonly base: number }>;

/** What the brief looks forward to, and what it cannot change. */
export const goalRule: FindingRule<LaterGoal | MixtureShift> = (context) => [
  ...laterGoal(context),
  ...mixture(context),
];

/** The same plan at the later goal: demand grows with power, at the same boost. */
function laterGoal({ doc, tightest }: FindingContext): LaterGoal[] {
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
  return [
    {
      code: 'LATER_GOAL',
      severity: 'note',
      stage: 'brief',
      place: { of: 'subject', id: 'brief', name: 'Later goal' },
      stateId: tightest.state.id,
      dimension: 'fraction',
      value: margin,
      limit: doc.brief.designMargin,
      figures: {
        power: later,
        basis: doc.brief.powerBasis,
        available,
        draw: tightest.state.draw,
        growth,
        duty,
        enough: margin >= doc.brief.designMargin && duty !== null && duty <= injectors.dutyLimit,
      },
    },
  ];
}

/** A mixture change a fixed controller would not know of, that is worth a word. */
const MIXTURE_LIMIT = 0.03;

function mixture({ doc }: FindingContext): MixtureShift[] {
  const tuned = doc.brief.controllerBasePa;
  if (tuned === undefined) return [];
  const base = doc.brief.basePressurePa;
  const change = Math.sqrt(base / tuned) - 1;
  if (Math.abs(change) <= MIXTURE_LIMIT) return [];
  const richer = change > 0;
  // Within a tenth of the base it is somebody's own decision: said, not held against the plan.
  const own = Math.abs(base / tuned - 1) <= OWN_SETTING + 1e-9;
  return [
    {
      code: 'MIXTURE_SHIFT',
      severity: own ? 'note' : richer ? 'fix' : 'stop',
      stage: 'brief',
      place: { of: 'subject', id: 'brief', name: 'Base pressure' },
      dimension: 'fraction',
      value: change,
      limit: richer ? MIXTURE_LIMIT : -MIXTURE_LIMIT,
      figures: { tuned, base },
    },
  ];
}
