import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { gaugeHow, HIGH_PRESSURE, sideName } from './gauge-words.ts';
import { solvedAt, type Car } from '../predict.ts';

export const prime: MeasuredProcedure = {
  id: 'prime',
  name: 'Prime',
  intro: 'Several key cycles; listen for each pump; look for leaks before the pressure is judged.',
  cautions: ['fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const at = solvedAt(car, 'prime');
  return at
    ? [
        {
          id: 'prime:rail',
          group: 'Key on, engine not turning',
          does: `${sideName(car.doc)} at the end of the prime`,
          how: `${gaugeHow(car.doc)} Turn the key on several times until the reading is the same twice.`,
          expects: within('pressure', at.v.railGauge),
          ifLow: 'Air still in the line: prime again. Check valve leaking back; prime too short.',
          ifHigh: HIGH_PRESSURE,
        },
      ]
    : [];
}
