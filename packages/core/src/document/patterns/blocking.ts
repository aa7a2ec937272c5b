import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
import { checkValve, filter, jobWith, pumpElement, rail, run, strainer, tank } from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** The pump feeds a reducing regulator that passes only what the engine takes. No return. */
export const blocking: Pattern = {
  id: 'blocking',
  name: 'Blocking regulator, no return',
  when: 'older and simple systems',
  watch: 'the pump sits at its relief pressure; the rail side has no relief when hot',
  job: (title) =>
    jobWith(title, {
      style: 'blocking',
      junctions: { tank: tank(), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: pumpElement('T340', -0.1),
        check: checkValve(),
        filter: filter(),
        feed: run('Feed hose', 8, 4.2, 'under-body'),
        regulator: {
          kind: 'blocking-regulator',
          name: 'Blocking regulator',
          referenced: true,
          ratio: 1,
          droop: REGULATORS.medium.droop,
          cv: REGULATORS.medium.cv,
        },
        spur: run('Hose to the rail', 8, 0.5, 'engine-bay', 60),
      },
      paths: {
        feed: {
          name: 'Feed',
          role: 'feed',
          from: 'tank',
          to: 'rail',
          order: ['strainer', 'pump', 'check', 'filter', 'feed', 'regulator', 'spur'],
        },
      },
    }),
};
