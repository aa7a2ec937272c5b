import { highPressurePumps } from '../../document/consumers.ts';
import { hasFactorySupply } from '../../document/feeding-pumps.ts';
import type { JobDocument } from '../../document/job-document.ts';
import { setPressure, heldPressure } from '../../engine/required.ts';
import type { StateName } from '../../engine/states.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule, type SettledState } from '../context.ts';
import { OWN_SETTING, RAIL_LOW_LIMIT, REFERENCE_BOOST } from '../limits.ts';
import { deafRegulators } from './reference.ts';

export type RailLow = Found<
  'RAIL_LOW',
  {
    readonly state: StateName;
    readonly rail: number;
    readonly wanted: number;
    /** What its diaphragm is set to there, and what stands at it. */
    readonly set: number;
    readonly inlet: number;
    /** The line between regulator and rail that loses most, where there is one. */
    readonly spur: { readonly id: string; readonly name: string; readonly loss: number } | null;
    /** The low side of direct injection, not a rail. */
    readonly lowSide: boolean;
  }
>;

/** What the rail should hold, Pa gauge: a setting a little off the base is somebody's own decision. */
export function wantedRail(doc: JobDocument, regulatorId: string, required: number): number {
  const e = doc.plumbing.elements[regulatorId];
  // What a line to a high-pressure pump loses under its set pressure is no matter as long as the floor is kept.
  const floors = highPressurePumps(doc).map(([, j]) => j.floorPa);
  if (floors.length > 0) return Math.max(...floors) + RAIL_LOW_LIMIT;
  if (e?.kind !== 'bypass-regulator') return required;
  const base = doc.brief.basePressurePa;
  const off = setPressure(doc, e) - base;
  return Math.abs(off) <= OWN_SETTING * base ? required + off : required;
}

/** Fuel goes home past the regulator while the rail is short: it is no lack of supply, the pressure is let go or lost. */
export const railLowRule: FindingRule<RailLow> = (context) => {
  const { doc } = context;
  // Beside a factory supply the rail is that one's; without a reference boost itself is what is missing.
  if (hasFactorySupply(doc)) return [];
  const deaf = deafRegulators(doc).length > 0;
  const worst = settled(context)
    .filter((s) => s.state.pumpsOn && s.values.regulator?.valve === 'regulating')
    .filter((s) => !deaf || s.state.manifold <= REFERENCE_BOOST)
    .sort((a, b) => short(doc, b) - short(doc, a))[0];
  const regulator = worst?.values.regulator;
  const e = regulator && doc.plumbing.elements[regulator.id];
  if (!worst || e?.kind !== 'bypass-regulator' || short(doc, worst) <= RAIL_LOW_LIMIT) return [];
  const { values, state } = worst;
  return [
    {
      code: 'RAIL_LOW',
      severity: 'fix',
      stage: 'plumb',
      place: { of: 'part', id: regulator!.id, name: regulator!.name },
      stateId: state.id,
      dimension: 'pressure',
      value: short(doc, worst),
      limit: RAIL_LOW_LIMIT,
      figures: {
        state,
        rail: values.railGauge,
        wanted: wantedRail(doc, regulator!.id, values.required),
        set: heldPressure(doc, e, state),
        lowSide: highPressurePumps(doc).length > 0,
        inlet: values.stations.find((s) => s.elementId === regulator!.id)?.pUp ?? values.railGauge,
        spur: spurOf(doc, values, regulator!.id),
      },
    },
  ];
};

/** Where a regulator sits ahead of the rail: the hose behind its branch that loses most. */
function spurOf(
  doc: JobDocument,
  { stations }: SettledState['values'],
  regulatorId: string,
): RailLow['figures']['spur'] {
  const { paths } = doc.plumbing;
  const own = Object.values(paths).find((p) => p.order.includes(regulatorId));
  const lost = stations
    .filter((s) => s.run && own && paths[s.pathId]?.from === own.from && paths[s.pathId] !== own)
    .map((s) => ({ id: s.elementId, name: s.name, loss: s.run!.loss }));
  return lost.sort((a, b) => b.loss - a.loss)[0] ?? null;
}

const short = (doc: JobDocument, { values }: SettledState): number =>
  wantedRail(doc, values.regulator!.id, values.required) - values.railGauge;
