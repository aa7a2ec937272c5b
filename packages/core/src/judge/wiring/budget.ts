import type { Finding } from '../../outcome/finding.ts';
import { both, settled, type FindingContext } from '../context.ts';
import { CRANKING_VOLTS } from '../limits.ts';

/** What the alternator gives against what everything takes; what the starter leaves of the battery. */
export const budgetFindings = (context: FindingContext): Finding[] => [
  ...charging(context),
  ...cranking(context),
];

function charging(context: FindingContext): Finding[] {
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
      place: { id: 'charging', name: 'Charging at idle' },
      stateId: idle.state.id,
      title: `Everything together takes ${both('amps', total)} at idle; the alternator gives ${both('amps', alternatorIdleA)}.`,
      dimension: 'amps',
      value: total,
      limit: alternatorIdleA,
      why: {
        text: 'The battery pays the rest and its volts fall toward 12 V: the pumps slow down just as the tank of a hot car wants them. Slow or stage a pump at idle, or fit a larger alternator.',
        formula: `planned ${both('amps', planned)} + the car’s own ${both('amps', carLoadA)}`,
        source: 'charging budget at idle; common practice',
      },
      fixes: [],
    },
  ];
}

function cranking({ doc }: FindingContext): Finding[] {
  const { batteryV, sourceOhms, crankingA } = doc.brief.electrical;
  if (crankingA === undefined) return [];
  const left = batteryV - crankingA * sourceOhms;
  if (left >= CRANKING_VOLTS) return [];
  return [
    {
      code: 'CRANKING_DIP',
      severity: 'fix',
      stage: 'wire',
      place: { id: 'cranking', name: 'Battery while cranking' },
      title: `Cranking pulls the battery down to ${both('volts', left)}; it should keep ${both('volts', CRANKING_VOLTS)}.`,
      dimension: 'volts',
      value: left,
      limit: CRANKING_VOLTS,
      why: {
        text: 'Pump and controller get what is left. If the battery holds and the starter still sees 7–8 V, the missing volts are in the cable or its joints.',
        formula: `${both('volts', batteryV)} − ${both('amps', crankingA)} × ${both('resistance', sourceOhms)}`,
        source: 'common practice',
      },
      fixes: [],
    },
  ];
}
