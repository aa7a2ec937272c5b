import { within } from '../bands.ts';
import type { MeasuredProcedure, Step } from '../contract.ts';
import { gaugeHow, HIGH_PRESSURE, LOW_PRESSURE, sideName } from './gauge-words.ts';
import { solvedAt, type Car } from '../predict.ts';

export const flowCatch: MeasuredProcedure = {
  id: 'flow-catch',
  name: 'Flow catch',
  intro: 'The return run into a can for a measured time, at pressure.',
  cautions: ['fuel'],
  steps,
};

function steps(car: Car): Step[] {
  const forced = solvedAt(car, 'forced');
  if (!forced || !(forced.v.bypassFlow > 0)) return [];
  const flow = forced.v.bypassFlow;
  return [
    {
      id: 'catch:return',
      group: 'Return into a measured can, pump forced',
      does: 'Flow out of the return',
      how: `Fuel-rated can on the ground and bonded, return end below the tank’s level. Time a gallon, or catch for 15 seconds. Note the ${sideName(car.doc).toLowerCase()} pressure meanwhile.`,
      expects: within('flow', flow),
      ifLow: 'Pump worn or short of volts; strainer or filter blocked; suction drawing air.',
      ifHigh: 'Pressure lower than set; a larger pump than planned.',
    },
    {
      id: 'catch:rail',
      group: 'Return into a measured can, pump forced',
      does: `${sideName(car.doc)} meanwhile`,
      how: gaugeHow(car.doc),
      expects: within('pressure', forced.v.railGauge),
      ifLow: LOW_PRESSURE,
      ifHigh: HIGH_PRESSURE,
    },
  ];
}
