import { highPressurePumps } from '../../document/consumers.ts';
import { highPressureCapacity } from '../../kinds/junctions/high-pressure-pump/index.ts';
import type { PowerBasis } from '../../quantities/power-place.ts';
import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';

export type HighPressureShort = Found<
  'HIGH_PRESSURE_SHORT',
  {
    readonly rpm: number;
    readonly draw: number;
    readonly capacity: number;
    readonly pumps: readonly {
      readonly name: string;
      readonly swept: number;
      readonly lobes: number;
      readonly efficiency: number;
    }[];
    /** Power they do, W, and what is wanted there. */
    readonly power: number;
    readonly wanted: number;
    readonly basis: PowerBasis;
  }
>;

/** Do the cam-driven pumps deliver what the engine takes? What the low side serves them is another matter. */
export const highPressureRule: FindingRule<HighPressureShort> = (context) => {
  const { doc } = context;
  const pumps = highPressurePumps(doc).map(([, j]) => j);
  if (pumps.length === 0) return [];
  const capacity = (rpm: number): number => pumps.reduce((sum, j) => sum + highPressureCapacity(j, rpm), 0);
  const worst = settled(context)
    .filter((s) => s.state.kind === 'pull' && s.state.draw > 0)
    .map(({ state }) => ({ state, margin: capacity(state.rpm) / state.draw - 1 }))
    .sort((a, b) => a.margin - b.margin)[0];
  if (!worst || worst.margin >= doc.brief.designMargin) return [];
  const { state, margin } = worst;
  return [
    {
      code: 'HIGH_PRESSURE_SHORT',
      severity: margin < 0 ? 'stop' : 'fix',
      stage: 'plumb',
      place: { of: 'junction', id: highPressurePumps(doc)[0]![0], name: pumps[0]!.name },
      stateId: state.id,
      dimension: 'fraction',
      value: margin,
      limit: doc.brief.designMargin,
      figures: {
        rpm: state.rpm,
        draw: state.draw,
        capacity: capacity(state.rpm),
        pumps: pumps.map((j) => ({
          name: j.name,
          swept: j.sweptM3,
          lobes: j.lobes,
          efficiency: j.efficiency,
        })),
        power: (state.powerW * capacity(state.rpm)) / state.draw,
        wanted: state.powerW,
        basis: doc.brief.powerBasis,
      },
    },
  ];
};
