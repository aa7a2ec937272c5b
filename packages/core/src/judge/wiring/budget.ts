import type { Found } from '../../outcome/finding.ts';
import { settled, type FindingRule } from '../context.ts';
import { CRANKING_VOLTS, STARTER_DROP } from '../limits.ts';
import { feedingPumps } from '../../document/feeding-pumps.ts';
import { ruleOf } from '../../document/triggers.ts';
import { crankingVolts, starterAmps, type OperatingState } from '../../engine/states.ts';
import { runsSteadily } from '../../engine/steady-trigger.ts';
import { wireResistance, wireSizeName } from '../../kinds/wiring/wire/wire.ts';

export type ChargingShort = Found<'CHARGING_SHORT', { readonly planned: number; readonly car: number }>;
export type ChargesTooLow = Found<'CHARGES_TOO_LOW', Record<string, never>>;
export type CrankingDip = Found<
  'CRANKING_DIP',
  { readonly battery: number; readonly amps: number; readonly ohms: number }
>;
export type StarterCable = Found<
  'STARTER_CABLE',
  {
    readonly amps: number;
    readonly ohms: number;
    readonly length: number;
    readonly size: string;
    readonly battery: number;
  }
>;

export type CrankFeedDrops = Found<'CRANK_FEED_DROPS', { readonly pumps: readonly string[] }>;

/** Pumps that should feed a cranking engine and hang on a feed that goes dead with the starter. */
export const crankFeedRule: FindingRule<CrankFeedDrops> = ({ doc, states }) => {
  const cranking = states.find((s) => s.state.keyDropped)?.state;
  if (!cranking) return [];
  const live = { ...cranking, keyDropped: false };
  const runs = (id: string, state: OperatingState): boolean => runsSteadily(ruleOf(doc, id).rule, state);
  const feeding = feedingPumps(doc);
  const lost = feeding.filter((id) => runs(id, live) && !runs(id, cranking));
  if (lost.length === 0 || feeding.some((id) => runs(id, cranking))) return [];
  return [
    {
      code: 'CRANK_FEED_DROPS',
      severity: 'stop',
      stage: 'wire',
      place: { of: 'subject', id: 'ignition', name: 'Ignition feed' },
      stateId: 'cranking',
      dimension: 'count',
      value: 0,
      limit: lost.length,
      figures: { pumps: lost.map((id) => doc.plumbing.elements[id]!.name) },
    },
  ];
};

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

/** Charging volts lie above those of the battery at rest, or nothing charges it. */
export const chargingVoltsRule: FindingRule<ChargesTooLow> = ({ doc }) => {
  const { batteryV, chargingV } = doc.brief.electrical;
  if (chargingV > batteryV) return [];
  return [
    {
      code: 'CHARGES_TOO_LOW',
      severity: 'fix',
      stage: 'brief',
      place: { of: 'subject', id: 'charging', name: 'Charging' },
      dimension: 'volts',
      value: chargingV,
      limit: batteryV,
      figures: {},
    },
  ];
};

/** What the starter leaves of the battery; only where its current is known. */
export const crankingRule: FindingRule<CrankingDip> = ({ doc }) => {
  const { batteryV, crankingA } = doc.brief.electrical;
  if (crankingA === undefined) return [];
  const left = crankingVolts(doc);
  if (left >= CRANKING_VOLTS) return [];
  return [
    {
      code: 'CRANKING_DIP',
      severity: 'fix',
      stage: 'wire',
      place: { of: 'subject', id: 'cranking', name: 'Battery while cranking' },
      stateId: 'cranking',
      dimension: 'volts',
      value: left,
      limit: CRANKING_VOLTS,
      figures: { battery: batteryV, amps: crankingA, ohms: (batteryV - left) / crankingA },
    },
  ];
};

/** Volts a starter's cables lose while it turns; battery sag is told apart. */
export const starterCableRule: FindingRule<StarterCable> = ({ doc }) => {
  const { starterCable: size, starterCableM: length } = doc.brief.electrical;
  if (size === undefined || length === undefined) return [];
  const amps = starterAmps(doc);
  const ohms = length * wireResistance(size, 'copper', doc.brief.electrical.engineBayK);
  const lost = amps * ohms;
  if (lost <= STARTER_DROP) return [];
  return [
    {
      code: 'STARTER_CABLE',
      severity: 'fix',
      stage: 'wire',
      place: { of: 'subject', id: 'starter', name: 'Starter cables' },
      stateId: 'cranking',
      dimension: 'volts',
      value: lost,
      limit: STARTER_DROP,
      figures: { amps, ohms, length, size: wireSizeName(size), battery: crankingVolts(doc) },
    },
  ];
};
