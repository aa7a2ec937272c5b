import {
  bypassRegulator,
  checkValve,
  controllerCircuit,
  filter,
  jobWith,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
} from '../pieces.ts';
import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { inKeyOrder } from '../../fields/key-order.ts';
import type { Pattern } from './pattern.ts';
import { HP, PSI, LPH } from '../../quantities/constants.ts';

/** One big brushless pump whose speed follows a 0–5 V signal. */
export const speedControlled: Pattern = {
  id: 'speed-controlled',
  name: 'Speed-controlled single pump',
  when: 'one big pump in a street car',
  watch: 'lowest speed must still hold idle pressure; full speed must come before the demand peaks',
  job: (title) => {
    const job = jobWith(title, {
      style: 'speed-controlled',
      junctions: { tank: tank(), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: {
          ...pumpElement('B1100', -0.1),
          name: 'Brushless pump',
          speed: {
            sensorLowPa: 0,
            sensorHighPa: 30 * PSI,
            sensorLowV: 0.5,
            sensorHighV: 4.5,
            lowV: 0.5,
            lowSpeed: 0.45,
            fullV: 2.1,
          },
        },
        check: { ...checkValve(), boreM: 0.0127 },
        filter: { ...filter(), lossAt400Pa: 4000 },
        feed: run('Feed hose', 10, 4.5, 'under-body'),
        regulator: { ...bypassRegulator(), cv: REGULATORS.large.cv, droop: REGULATORS.large.droop },
        return: run('Return hose', 10, 4.5, 'under-body'),
      },
      paths: {
        feed: {
          name: 'Feed',
          role: 'feed',
          from: 'tank',
          to: 'rail',
          order: ['strainer', 'pump', 'check', 'filter', 'feed'],
        },
        return: { name: 'Return', role: 'return', from: 'rail', to: 'tank', order: ['regulator', 'return'] },
      },
    });
    return inKeyOrder({
      ...job,
      brief: {
        ...job.brief,
        fuel: { ...job.brief.fuel, ethanol: 0.85 },
        pull: [
          { rpm: 2800, powerW: 200 * HP, boostPa: 4 * PSI },
          { rpm: 4000, powerW: 520 * HP, boostPa: 16 * PSI },
          { rpm: 5500, powerW: 800 * HP, boostPa: 22 * PSI },
          { rpm: 6500, powerW: 900 * HP, boostPa: 22 * PSI },
          { rpm: 7200, powerW: 860 * HP, boostPa: 21 * PSI },
        ],
        injectors: { ...job.brief.injectors, count: 8, staticFlowM3s: 1700e-6 / 60 },
        idle: { ...job.brief.idle, drawM3s: 8 * LPH },
      },
      wiring: {
        circuits: {
          'pump-circuit': controllerCircuit('pump', { size: 'awg-6', fuseA: 50, controllerA: 50 }),
        },
      },
    });
  },
};
