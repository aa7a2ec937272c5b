import { highPressurePumps } from '../../document/consumers.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';
import { waitsForRule } from './staging.ts';

export type SupplyShort = Found<
  'SUPPLY_SHORT',
  {
    readonly rpm: number;
    readonly required: number;
    readonly available: number;
    readonly draw: number;
    readonly asked: number;
    /** What the rail stands at, Pa gauge, and the share of its fuel the engine gets. */
    readonly rail: number;
    readonly delivered: number;
    /** The low side of direct injection, not a rail. */
    readonly lowSide: boolean;
  }
>;

/** Does the engine get its fuel at pressure? A pull that only lacks a pump its rule keeps off is told by that rule. */
export const marginRule: FindingRule<SupplyShort> = (context) => {
  const { doc } = context;
  const asked = doc.brief.designMargin;
  const short = settled(context)
    .flatMap((s) => {
      const { margin } = s.values;
      return s.state.kind === 'pull' && margin !== null && margin < asked ? [{ ...s, margin }] : [];
    })
    .sort((a, b) => a.margin - b.margin)
    .find((s) => !waitsForRule(context, s.state, asked));
  if (!short) return [];
  const { state, values, margin } = short;
  return [
    {
      code: 'SUPPLY_SHORT',
      severity: margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'subject', id: 'plumbing', name: 'Supply' },
      stateId: state.id,
      dimension: 'fraction',
      value: margin,
      limit: asked,
      figures: {
        rpm: state.rpm,
        required: values.least,
        available: values.available ?? 0,
        draw: state.draw,
        asked,
        rail: values.railGauge,
        delivered: values.delivered,
        lowSide: highPressurePumps(doc).length > 0,
      },
    },
  ];
};
