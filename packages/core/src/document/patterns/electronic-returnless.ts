import { USUAL_DRIVER } from '../../kinds/plumbing/pump/shape.ts';
import { driverCircuit, filter, jobWith, pumpElement, rail, run, strainer, tank } from '../pieces.ts';
import type { JobDocument } from '../job-document.ts';
import type { Pattern } from './pattern.ts';
import { PSI } from '../../quantities/constants.ts';

/** The engine's controller drives the pump from a rail-pressure sensor: one line, no regulator, no return. */
export const electronicReturnless: Pattern = {
  id: 'electronic-returnless',
  name: 'Electronic returnless, controller drives the pump',
  when: 'many factory cars since the 2000s',
  watch:
    'the driver is a limit of its own, in amperes and in duty; a second pump beside it needs its own check valve; a bypass regulator added here fights the controller',
  job: (title) => {
    const plumbing: JobDocument['plumbing'] = {
      style: 'electronic-returnless',
      junctions: { tank: tank(), rail: rail() },
      elements: {
        strainer: strainer(),
        pump: { ...pumpElement('T255', -0.1), name: 'Driven pump', driver: USUAL_DRIVER },
        filter: filter(),
        feed: { ...run('Line forward', 6, 4, 'under-body'), hose: 'hard-steel', ends: ['quick', 'quick'] },
        'last-hose': run('Hose to the rail', 6, 0.5, 'engine-bay', 90),
      },
      paths: {
        feed: {
          name: 'Feed',
          role: 'feed',
          from: 'tank',
          to: 'rail',
          order: ['strainer', 'pump', 'filter', 'feed', 'last-hose'],
        },
      },
    };
    const job = jobWith(title, plumbing, { 'pump-circuit': driverCircuit('pump') });
    const pull = job.brief.pull.map((p) => ({ ...p, powerW: p.powerW * 0.8, boostPa: p.boostPa * 0.6 }));
    return { ...job, brief: { ...job.brief, pull, basePressurePa: 55 * PSI } };
  },
};
