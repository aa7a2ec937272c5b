import { highPressurePumps } from '../../document/consumers.ts';
import { hasFactorySupply } from '../../document/feeding-pumps.ts';
import { setPressure } from '../../engine/required.ts';
import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { addOnSteps } from './add-on-pressure.ts';
import { gaugeHow, HIGH_PRESSURE, LOW_PRESSURE } from './gauge-words.ts';
import { solvedAt, type Car } from '../predict.ts';

export const basePressure: MeasuredProcedure = {
  id: 'base-pressure',
  name: 'Base pressure',
  // What becomes of a reference hose is said at the step: an add-on supply has none, and its vent stays open.
  intro: 'Read, adjust, lock, read again.',
  cautions: ['fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const forced = solvedAt(car, 'forced');
  const idle = solvedAt(car, 'idle');
  // The low side of direct injection is its high-pressure pump's supply: there is no base pressure to set.
  if (!forced?.v.regulator || highPressurePumps(car.doc).length > 0) return [];
  const regulator = car.doc.plumbing.elements[forced.v.regulator.id];
  if (regulator?.kind !== 'bypass-regulator') return [];
  if (hasFactorySupply(car.doc)) return addOnSteps(car, forced.v.railGauge);
  const group = 'Pump forced, engine off';
  const { referenced } = regulator;
  const set = setPressure(car.doc, regulator);
  const running = forced.v.pumps.filter((p) => p.flow > 0).length;
  const contains = [
    { what: 'set', value: set },
    {
      what: `from ${running > 1 ? (running === 2 ? 'both pumps’' : `${running} pumps’`) : 'the pump’s'} flow`,
      value: forced.v.railGauge - set,
    },
  ];
  return [
    {
      id: 'base:before',
      group,
      does: referenced ? 'As found, reference hose off' : 'As found',
      how: referenced
        ? `Take the reference hose off the regulator and plug it at the manifold. ${gaugeHow(car.doc)}`
        : gaugeHow(car.doc),
      unjudged: { dimension: 'pressure', value: forced.v.railGauge },
    },
    {
      id: 'base:set',
      group,
      does: 'Adjusted, before the lock nut',
      how: 'Turn the screw, wait, tap the gauge, read.',
      expects: within('pressure', forced.v.railGauge),
      contains,
      ifLow: LOW_PRESSURE,
      ifHigh: HIGH_PRESSURE,
    },
    {
      id: 'base:locked',
      group,
      does: 'Locked',
      how: 'Hold the screw while the nut goes tight: it likes to turn with it.',
      expects: within('pressure', forced.v.railGauge),
      contains,
      ifLow: 'The screw turned back with the nut: set it again.',
      ifHigh: 'The screw turned in with the nut: set it again.',
    },
    ...(idle && referenced
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
