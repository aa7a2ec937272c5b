import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';
import { SUCTION_LIMITS } from '../limits.ts';

export type SuctionVapor = Found<
  'SUCTION_VAPOR',
  {
    readonly inlet: number;
    readonly vapor: number;
    readonly kelvin: number;
    readonly warmedBy: number;
    /** It boils and holds the pump back to this flow, m³/s; null: it does not. */
    readonly most: number | null;
  }
>;

export type FuelBoils = Found<'FUEL_BOILS', { readonly kelvin: number }>;

/** Does the fuel boil in the tank already? */
export const boilingRule: FindingRule<FuelBoils> = ({ doc: { brief }, fuel }) =>
  fuel.vapourPressure >= brief.barometricPa
    ? [
        {
          code: 'FUEL_BOILS',
          severity: 'stop',
          stage: 'brief',
          place: { of: 'subject', id: 'fuel', name: 'Fuel' },
          dimension: 'pressure',
          value: fuel.vapourPressure,
          limit: brief.barometricPa,
          figures: { kelvin: brief.fuelK },
        },
      ]
    : [];

/** Does a pump boil its inlet? Fuel that boils in the tank has a finding of its own. */
export const suctionRule: FindingRule<SuctionVapor> = (context) => {
  if (boilingRule(context).length > 0) return [];
  const worst = settled(context)
    .filter((s) => s.state.pumpsOn)
    .flatMap((s) => s.values.pumps.map((p) => ({ s, p })))
    .sort((a, b) => a.p.suctionMargin - b.p.suctionMargin)[0];
  if (!worst || worst.p.suctionMargin >= SUCTION_LIMITS.note) return [];
  const { s, p } = worst;
  const stop = p.suctionMargin < SUCTION_LIMITS.stop;
  return [
    {
      code: 'SUCTION_VAPOR',
      severity: stop ? 'stop' : 'note',
      stage: 'plumb',
      place: { of: 'part', id: p.id, name: p.name },
      stateId: s.state.id,
      dimension: 'pressure',
      value: p.suctionMargin,
      limit: stop ? SUCTION_LIMITS.stop : SUCTION_LIMITS.note,
      figures: {
        inlet: p.inlet,
        vapor: p.vapourPressure,
        kelvin: p.inletK,
        warmedBy: p.inletK - context.doc.brief.fuelK,
        most: p.cavitates ? p.flow : null,
      },
    },
  ];
};
