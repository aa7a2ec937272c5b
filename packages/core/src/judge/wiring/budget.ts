import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';
import { CRANKING_VOLTS } from '../limits.ts';

export type ChargingShort = Found<'CHARGING_SHORT', { readonly planned: number; readonly car: number }>;
export type CrankingDip = Found<
  'CRANKING_DIP',
  { readonly battery: number; readonly amps: number; readonly ohms: number }
>;

/** What the alternator gives against what everything takes. */
export const chargingRule: FindingRule<ChargingShort> = (context) => {
  const { alternatorIdleA, carLoadA = 0 } = context.doc.brief.electrical;
  const idle = settled(context).find((s) => s.state.kind === 'idle');
  if (alternatorIdleA === undefined || !idle) return [];
  const planned =
    idle.values.pumps.reduce((sum, p) => sum + p.current, 0) +
    idle.values.loads.reduce((sum, l) => sum + l.circuit.amps, 0);
  const total = planned + carLoadA;
  if (total <= alternatorIdleA) return [];
  return [
    {
      code: 'CHARGING_SHORT',
      severity: 'fix',
      stage: 'wire',
      place: { of: 'subject', id: 'charging', name: 'Charging at idle' },
      stateId: idle.state.id,
      dimension: 'amps',
      value: total,
      limit: alternatorIdleA,
      figures: { planned, car: carLoadA },
    },
  ];
};

/** What the starter leaves of the battery. */
export const crankingRule: FindingRule<CrankingDip> = ({ doc }) => {
  const { batteryV, sourceOhms, crankingA } = doc.brief.electrical;
  if (crankingA === undefined) return [];
  const left = batteryV - crankingA * sourceOhms;
  if (left >= CRANKING_VOLTS) return [];
  return [
    {
      code: 'CRANKING_DIP',
      severity: 'fix',
      stage: 'wire',
      place: { of: 'subject', id: 'cranking', name: 'Battery while cranking' },
      dimension: 'volts',
      value: left,
      limit: CRANKING_VOLTS,
      figures: { battery: batteryV, amps: crankingA, ohms: sourceOhms },
    },
  ];
};
