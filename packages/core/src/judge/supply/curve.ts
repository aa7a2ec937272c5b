import type { JobDocument } from '../../document/job-document.ts';
import { voltsCovered } from '../../kinds/plumbing/pump/pump-figures.ts';
import { pumpLaw } from '../../kinds/plumbing/pump/pump-model.ts';
import { findRoot } from '../../numerics/root.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type PumpBeyondCurve = Found<
  'PUMP_BEYOND_CURVE',
  {
    readonly state: StateName;
    readonly volts: number;
    /** The volts its data cover, where it gets others; else null: its pressure is what is beyond them. */
    readonly covers: { readonly least: number; readonly most: number } | null;
  }
>;

/** Is a pump asked for more than its curve covers? */
export const curveRule: FindingRule<PumpBeyondCurve> = (context) => {
  const seen = settled(context)
    .filter((s) => s.state.pumpsOn)
    .flatMap((s) => s.values.pumps.filter((p) => p.beyondCurve).map((p) => ({ s, p })))[0];
  if (!seen) return [];
  const { id, name, rise, volts } = seen.p;
  const pump = context.doc.plumbing.elements[id];
  const known = voltsCovered(pump?.kind === 'pump' ? [pump.curve, ...(pump.moreCurves ?? [])] : []);
  const byVolts = volts < known.least || volts > known.most;
  return [
    {
      code: 'PUMP_BEYOND_CURVE',
      severity: 'note',
      stage: 'plumb',
      place: { of: 'part', id, name },
      stateId: seen.s.state.id,
      dimension: byVolts ? 'volts' : 'pressure',
      value: byVolts ? volts : rise,
      limit: byVolts
        ? volts < known.least
          ? known.least
          : known.most
        : lastPressure(context.doc, id, volts),
      figures: { state: seen.s.state, volts, covers: byVolts ? known : null },
    },
  ];
};

/** Where its curve ends at these volts, Pa: a slower pump reaches the end of it at less. Outside the volts it is known for: as entered. */
function lastPressure(doc: JobDocument, id: string, volts: number): number {
  const e = doc.plumbing.elements[id];
  if (e?.kind !== 'pump') return 0;
  const last = e.curve.pressures.at(-1) ?? 0;
  const law = pumpLaw(e);
  const left = (rise: number): number => (law(rise, volts).beyondCurve ? -1 : 1);
  if (left(0) < 0 || left(last) > 0) return last;
  return findRoot(left, 0, last, 1).x;
}
