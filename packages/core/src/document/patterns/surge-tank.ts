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
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** A lift pump fills a small tank, the main pump draws from it, the rest goes back by the overflow. */
export const surgeTank: Pattern = {
  id: 'surge-tank',
  name: 'Surge tank with a lift pump',
  when: 'tracked cars that uncover the pick-up',
  watch: 'lift flow must exceed what the engine takes; the return goes to the surge tank and warms it',
  job: (title) =>
    jobWith(
      title,
      {
        style: 'surge-tank',
        junctions: {
          tank: tank(),
          surge: { kind: 'surge', name: 'Surge tank', elevationM: 0.2, volumeM3: 2.5e-3 },
          rail: rail(),
        },
        elements: {
          strainer: strainer(),
          lift: { ...pumpElement('T340', -0.1), name: 'Lift pump' },
          'lift-hose': run('Lift hose', 8, 1.2, 'under-body', 90),
          'main-strainer': { ...strainer(), name: 'Sock' },
          pump: { ...pumpElement('T340', 0), name: 'Main pump' },
          check: checkValve(),
          filter: filter(),
          feed: run('Feed hose', 8, 4, 'under-body'),
          regulator: bypassRegulator(),
          return: run('Return hose', 8, 4, 'under-body'),
          overflow: run('Overflow hose', 8, 1.2, 'under-body', 90),
        },
        paths: {
          lift: {
            name: 'Lift',
            role: 'feed',
            from: 'tank',
            to: 'surge',
            order: ['strainer', 'lift', 'lift-hose'],
          },
          feed: {
            name: 'Feed',
            role: 'feed',
            from: 'surge',
            to: 'rail',
            order: ['main-strainer', 'pump', 'check', 'filter', 'feed'],
          },
          return: {
            name: 'Return',
            role: 'return',
            from: 'rail',
            to: 'surge',
            order: ['regulator', 'return'],
          },
          overflow: { name: 'Overflow', role: 'return', from: 'surge', to: 'tank', order: ['overflow'] },
        },
      },
      {
        'lift-circuit': { ...pumpCircuit('lift'), name: 'Lift pump feed' },
        'pump-circuit': { ...pumpCircuit('pump'), name: 'Main pump feed' },
      },
    ),
};
