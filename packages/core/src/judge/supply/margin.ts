import type { Found } from '../../outcome/finding.ts';
import type { FindingRule } from '../context.ts';
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
  }
>;

/** Does the engine get its fuel at pressure? */
export const marginRule: FindingRule<SupplyShort> = (context) => {
  const { doc, tightest } = context;
  const margin = tightest?.values?.margin;
  if (!tightest?.values || margin === null || margin === undefined || margin >= doc.brief.designMargin)
    return [];
  const { state, values } = tightest;
  if (waitsForRule(context, state, doc.brief.designMargin)) return [];
  return [
    {
      code: 'SUPPLY_SHORT',
      severity: margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'subject', id: 'plumbing', name: 'Supply' },
      stateId: state.id,
      dimension: 'fraction',
      value: margin,
      limit: doc.brief.designMargin,
      figures: {
        rpm: state.rpm,
        required: values.required,
        available: values.available ?? 0,
        draw: state.draw,
        asked: doc.brief.designMargin,
        rail: values.railGauge,
        delivered: values.delivered,
      },
    },
  ];
};
