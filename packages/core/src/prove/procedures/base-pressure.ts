import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { GAUGE_HOW, HIGH_PRESSURE, LOW_PRESSURE } from './gauge-words.ts';
import { solvedAt, type Car } from '../predict.ts';

export const basePressure: MeasuredProcedure = {
  id: 'base-pressure',
  name: 'Base pressure',
  intro: 'Hose off and plugged, read, adjust, lock, read again, hose on, read.',
  cautions: ['fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const forced = solvedAt(car, 'forced');
  const idle = solvedAt(car, 'idle');
  if (!forced?.v.regulator) return [];
  const group = 'Pump forced, engine off';
  return [
    {
      id: 'base:before',
      group,
      does: 'As found, reference hose off',
      how: `Take the reference hose off the regulator and plug it at the manifold. ${GAUGE_HOW}`,
      unjudged: { dimension: 'pressure', value: forced.v.railGauge },
    },
    {
      id: 'base:set',
      group,
      does: 'Adjusted, before the lock nut',
      how: 'Turn the screw, wait, tap the gauge, read.',
      expects: within('pressure', forced.v.railGauge),
      ifLow: LOW_PRESSURE,
      ifHigh: HIGH_PRESSURE,
    },
    {
      id: 'base:locked',
      group,
      does: 'Locked',
      how: 'Hold the screw while the nut goes tight: it likes to turn with it.',
      expects: within('pressure', forced.v.railGauge),
      ifLow: 'The screw turned back with the nut: set it again.',
      ifHigh: 'The screw turned in with the nut: set it again.',
    },
    ...(idle
      ? [
          {
            id: 'base:hose-on',
            group: 'Engine idling hot',
            does: 'Reference hose back on',
            how: 'It must fall by the manifold vacuum. Tie the hose after this reading, not before.',
            expects: within('pressure', idle.v.railGauge),
            ifLow: 'More vacuum than the plan has at idle; regulator set low.',
            ifHigh:
              'Reference hose not on, split, or before the throttle; return too small, so that it cannot fall further.',
          },
        ]
      : []),
  ];
}
