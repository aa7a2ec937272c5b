import {
  bypassRegulator,
  checkValve,
  filter,
  jobWith,
  pumpElement,
  rail,
  run,
  strainer,
  tank,
  tee,
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** Bypass regulator upstream, one line on to a rail with no outlet. */
export const regulatorBeforeRail: Pattern = {
  id: 'regulator-before-rail',
  name: 'Regulator before a capped rail',
  when: 'milder builds; one line fewer in the engine bay',
  watch: 'pulsation at the rail, pressure lag at high flow, no flow to carry heat and vapor away',
  job: (title) =>
    jobWith(title, {
      style: 'regulator-before-rail',
      junctions: { tank: tank(), tee: tee('Regulator tee', 0.2), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: pumpElement('T340', -0.1),
        check: checkValve(),
        filter: filter(),
        feed: run('Feed hose', 8, 4.2, 'under-body'),
        spur: run('Hose to the rail', 8, 0.5, 'engine-bay', 60),
        regulator: bypassRegulator(),
        return: run('Return hose', 8, 4.2, 'under-body'),
      },
      paths: {
        feed: {
          name: 'Feed',
          role: 'feed',
          from: 'tank',
          to: 'tee',
          order: ['strainer', 'pump', 'check', 'filter', 'feed'],
        },
        spur: { name: 'To the rail', role: 'feed', from: 'tee', to: 'rail', order: ['spur'] },
        return: { name: 'Return', role: 'return', from: 'tee', to: 'tank', order: ['regulator', 'return'] },
      },
    }),
};
