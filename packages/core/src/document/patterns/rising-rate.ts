import { REGULATORS } from '../../kinds/plumbing/bypass-regulator/seats.ts';
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
} from '../pieces.ts';
import type { Pattern } from './pattern.ts';

/** A second regulator in the return raises pressure several psi for each psi of boost. */
export const risingRate: Pattern = {
  id: 'rising-rate',
  name: 'Rising-rate unit behind a fixed regulator',
  when: 'budget boosted cars whose small injectors stay',
  watch: 'the pump must deliver at far higher pressure; injectors must still open against it',
  job: (title) => {
    const job = jobWith(title, {
      style: 'rising-rate',
      junctions: { tank: tank(), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: pumpElement('T340', -0.1),
        check: checkValve(),
        filter: filter(),
        feed: run('Feed hose', 8, 4.5, 'under-body'),
        regulator: {
          ...bypassRegulator(),
          name: 'Fixed regulator',
          referenced: false,
          cv: 2.6,
          droop: REGULATORS.large.droop,
        },
        rising: {
          kind: 'rising-rate',
          name: 'Rising-rate unit',
          ratio: 8,
          startPa: 0,
          droop: REGULATORS.large.droop,
          cv: 2.6,
        },
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
        return: {
          name: 'Return',
          role: 'return',
          from: 'rail',
          to: 'tank',
          order: ['regulator', 'rising', 'return'],
        },
      },
    });
    // Mild boost on small injectors: what the style is chosen for.
    const pull = job.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 0.6, boostPa: p.boostPa * 0.5 }));
    return {
      ...job,
      brief: { ...job.brief, pull, injectors: { ...job.brief.injectors, staticFlowM3s: 450e-6 / 60 } },
    };
  },
};
