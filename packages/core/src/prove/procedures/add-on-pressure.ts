import { PSI } from '../../quantities/constants.ts';
import type { OverReading, Step } from '../contract.ts';
import { solvedAt, type Car } from '../predict.ts';
import { gaugeHow, HIGH_PRESSURE, LOW_PRESSURE } from './gauge-words.ts';

/** How far over the factory figure an add-on supply is set: 0 to 2 psi (common practice; some aim on par). */
const MOST_OVER = 2 * PSI;
/** A gauge with 2 psi divisions is worth having for setting (common practice). */
const USUAL_DIVISION = 2 * PSI;

const OVER: OverReading = { stepId: 'base:factory', most: MOST_OVER, divisionStepId: 'base:division' };

/**
 * Base pressure of an add-on supply: read over what the car's own supply was measured to hold, not over what the plan has for it.
 * @param car the car
 * @param railPa rail with the add-on pump forced, by the plan, Pa gauge
 * @returns steps in the order they are done; empty where the car's own supply does not settle at idle
 */
export function addOnSteps(car: Car, railPa: number): Step[] {
  const factory = solvedAt(car, 'idle')?.v.railGauge;
  if (factory === undefined) return [];
  const alone = 'Add-on pump off';
  const forced = 'Add-on pump forced, engine off, factory pump stopped';
  const most = factory + MOST_OVER;
  const expects = {
    dimension: 'pressure' as const,
    value: Math.min(Math.max(railPa, factory), most),
    low: factory,
    high: most,
  };
  return [
    {
      id: 'base:division',
      group: alone,
      does: 'Smallest division of the gauge',
      how: 'Two marks next to each other: the gauge is read to half of that. Use the same gauge for all three readings.',
      unjudged: { dimension: 'pressure', value: USUAL_DIVISION },
      byHand: true,
    },
    {
      id: 'base:factory',
      group: alone,
      does: 'Factory rail',
      how: `At prime or idle, add-on pump off: the add-on supply is set over this reading. ${gaugeHow(car.doc)}`,
      unjudged: { dimension: 'pressure', value: factory },
    },
    {
      id: 'base:set',
      group: forced,
      does: 'Adjusted, before the lock nut',
      how: 'Key on, engine off, bridge the pressure switch. Vent open to air. Turn the screw, wait, tap the gauge, read.',
      expects,
      over: OVER,
      ifLow: `The add-on supply opens late or never: turn it up. ${LOW_PRESSURE}`,
      ifHigh: `Over the factory figure by too much: the factory regulator is overrun. ${HIGH_PRESSURE}`,
    },
    {
      id: 'base:locked',
      group: forced,
      does: 'Locked',
      how: 'Hold the screw while the nut goes tight. Then take the bridge off, see that the pump stops, and cap the gauge port.',
      expects,
      over: OVER,
      ifLow: 'The screw turned back with the nut: set it again.',
      ifHigh: 'The screw turned in with the nut: set it again.',
    },
  ];
}
