import type { JobDocument } from '../../document/job-document.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type PumpBeyondCurve = Found<
  'PUMP_BEYOND_CURVE',
  { readonly state: StateName; readonly volts: number }
>;

/** Is a pump asked for more than its curve covers? */
export const curveRule: FindingRule<PumpBeyondCurve> = (context) => {
  const seen = settled(context)
    .filter((s) => s.state.pumpsOn)
    .flatMap((s) => s.values.pumps.filter((p) => p.beyondCurve).map((p) => ({ s, p })))[0];
  if (!seen) return [];
  return [
    {
      code: 'PUMP_BEYOND_CURVE',
      severity: 'note',
      stage: 'plumb',
      place: { of: 'part', id: seen.p.id, name: seen.p.name },
      stateId: seen.s.state.id,
      dimension: 'pressure',
      value: seen.p.rise,
      limit: lastPressure(context.doc, seen.p.id),
      figures: { state: seen.s.state, volts: seen.p.volts },
    },
  ];
};

const lastPressure = (doc: JobDocument, id: string): number => {
  const e = doc.plumbing.elements[id];
  return e?.kind === 'pump' ? (e.curve.pressures.at(-1) ?? 0) : 0;
};
