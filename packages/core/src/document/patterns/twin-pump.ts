import { boostRule } from '../triggers.ts';
import {
  bypassRegulator,
  checkValve,
  filter,
  jobWith,
  pumpCircuit,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
  yFitting,
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';
import { PSI } from '../../quantities/constants.ts';

/** Two pumps in one hanger, the second staged by boost; each with its check valve, fuse and relay. */
export const twinPump: Pattern = {
  id: 'twin-pump',
  name: 'Two pumps in one hanger, second staged',
  when: 'ethanol conversions; what one big pump cannot, or so that one may die',
  watch:
    'each pump wants its own check valve, fuse and relay; the second must be on before the first runs out',
  job: (title) =>
    jobWith(
      title,
      {
        style: 'twin-pump',
        junctions: { tank: tank(), hanger: yFitting('Hanger Y', 0), rail: rail() },
        elements: {
          'strainer-1': { ...strainer(), name: 'Strainer 1' },
          'pump-1': { ...pumpElement('T255', -0.1), name: 'Pump 1, always on' },
          'check-1': { ...checkValve(), name: 'Check valve 1', boreM: 0.0079 },
          'strainer-2': { ...strainer(), name: 'Strainer 2' },
          'pump-2': { ...pumpElement('T255', -0.1), name: 'Pump 2, staged' },
          'check-2': { ...checkValve(), name: 'Check valve 2', boreM: 0.0079 },
          filter: filter(),
          feed: run('Feed hose', 8, 4.5, 'under-body'),
          regulator: bypassRegulator(),
          return: run('Return hose', 8, 4.5, 'under-body'),
        },
        paths: {
          'lift-1': {
            name: 'Pump 1',
            role: 'feed',
            from: 'tank',
            to: 'hanger',
            order: ['strainer-1', 'pump-1', 'check-1'],
          },
          'lift-2': {
            name: 'Pump 2',
            role: 'feed',
            from: 'tank',
            to: 'hanger',
            order: ['strainer-2', 'pump-2', 'check-2'],
          },
          feed: { name: 'Feed', role: 'feed', from: 'hanger', to: 'rail', order: ['filter', 'feed'] },
          return: {
            name: 'Return',
            role: 'return',
            from: 'rail',
            to: 'tank',
            order: ['regulator', 'return'],
          },
        },
      },
      {
        'circuit-1': pumpCircuit('pump-1', ' 1'),
        'circuit-2': pumpCircuit('pump-2', ' 2'),
      },
      { 'rule-1': boostRule('pump-2', 5 * PSI) },
    ),
};
