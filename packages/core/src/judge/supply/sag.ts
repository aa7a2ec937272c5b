import { highPressurePumps } from '../../document/consumers.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule, type SettledState } from '../context.ts';
import { waitsForRule } from './staging.ts';

export type RailSag = Found<
  'RAIL_SAG',
  { readonly short: number; readonly delivered: number; readonly state: StateName; readonly lowSide: boolean }
>;

/** Bypass shut and rail below what the regulator would hold: pressure is really lost, not just droop. */
export const sagRule: FindingRule<RailSag> = (context) => {
  const { junctions } = context.doc.plumbing;
  // A factory supply within its capacity holds its own pressure; what its line loses is its maker's business.
  const holds = (s: SettledState): boolean =>
    Object.entries(junctions).some(
      ([id, j]) => j.kind === 'factory' && (s.values.balance.out[id] ?? 0) < 0.999 * j.capacityM3s,
    );
  const low = settled(context)
    .filter((s) => s.state.pumpsOn && s.values.regulator?.valve === 'closed' && s.state.draw > 0 && !holds(s))
    // In the pull a supply that is too small is told as that (SUPPLY_SHORT), with what the rail then does.
    .filter((s) => !(s.state.kind === 'pull' && s.values.margin !== null && s.values.margin < 0))
    .map((s) => ({ s, short: s.values.least - s.values.railGauge }))
    .filter(({ short }) => short > 0)
    .sort((a, b) => b.short - a.short)[0];
  if (!low) return [];
  const { s, short } = low;
  if (waitsForRule(context, s.state, 0)) return [];
  return [
    {
      code: 'RAIL_SAG',
      severity: 'stop',
      stage: 'plumb',
      place: { of: 'subject', id: 'rail', name: 'Rail' },
      stateId: s.state.id,
      dimension: 'pressure',
      value: s.values.railGauge,
      limit: s.values.least,
      figures: {
        short,
        delivered: s.values.delivered,
        state: s.state,
        lowSide: highPressurePumps(context.doc).length > 0,
      },
    },
  ];
};
