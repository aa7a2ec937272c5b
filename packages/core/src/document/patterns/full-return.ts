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
import type { JobDocument } from '../job-document.ts';
import type { Pattern } from './pattern.ts';

/**
 * An unnamed job in the full-return style with one pump, its wiring and a pull worth changing: every figure is a
 * default the technician is expected to look at.
 * @param title what the job is called
 * @returns a complete job document, version 1
 * Validity: any title.
 * @throws nothing
 * @source defaults are common practice (base 43.5 psi, 0.60 lb/hp·h mild boost, 15 % margin)
 * @example fullReturnJob('Test').plumbing.style // => 'full-return'
 */
export function fullReturnJob(title: string): JobDocument {
  return jobWith(title, {
    style: 'full-return',
    junctions: { tank: tank(), rail: rail() },
    elements: {
      strainer: strainer(),
      pump: pumpElement('T340', -0.1),
      check: checkValve(),
      filter: filter(),
      feed: run('Feed hose', 8, 4.5, 'under-body'),
      regulator: bypassRegulator(),
      return: run('Return hose', 8, 4.5, 'under-body'),
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
}

export const fullReturn: Pattern = {
  id: 'full-return',
  name: 'Full return, regulator after the rail',
  when: 'boosted and high power; the default recommendation',
  watch: 'regulator and return must carry all pump flow at idle, or the rail climbs',
  job: fullReturnJob,
};
