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
  portsOf,
  yFitting,
} from '../pieces.ts';
import type { JobDocument } from '../job-document.ts';
import type { Pattern } from './pattern.ts';

const supply = {
  strainer: strainer(),
  pump: pumpElement('T470', -0.1),
  check: checkValve(),
  filter: filter(),
  feed: run('Feed hose', 8, 4.2, 'under-body'),
  regulator: bypassRegulator(),
  return: run('Return hose', 8, 4.2, 'under-body'),
};
const feedOrder = ['strainer', 'pump', 'check', 'filter', 'feed'];
const eight = (job: JobDocument): JobDocument => ({
  ...job,
  brief: { ...job.brief, injectors: { ...job.brief.injectors, count: 8, staticFlowM3s: 550e-6 / 60 } },
});

/** A Y feeds both rails, both leave to a two-inlet regulator. */
export const railsParallel: Pattern = {
  id: 'rails-parallel',
  name: 'Two rails in parallel',
  when: 'V engines; better balance, and margin when one path is restricted',
  watch: 'more hose and joints; both legs alike',
  job: (title) =>
    eight(
      jobWith(title, {
        style: 'rails-parallel',
        junctions: {
          tank: tank(),
          split: yFitting('Y', 0.2),
          left: rail('Left rail'),
          right: rail('Right rail'),
          join: portsOf('Regulator inlets', 0.3),
        },
        elements: {
          ...supply,
          'left-in': run('Y to left rail', 6, 0.6, 'engine-bay', 90),
          'right-in': run('Y to right rail', 6, 0.6, 'engine-bay', 90),
          'left-out': run('Left rail to regulator', 6, 0.5, 'engine-bay', 90),
          'right-out': run('Right rail to regulator', 6, 0.5, 'engine-bay', 90),
        },
        paths: {
          feed: { name: 'Feed', role: 'feed', from: 'tank', to: 'split', order: feedOrder },
          left: { name: 'Left in', role: 'feed', from: 'split', to: 'left', order: ['left-in'] },
          right: { name: 'Right in', role: 'feed', from: 'split', to: 'right', order: ['right-in'] },
          'left-out': { name: 'Left out', role: 'feed', from: 'left', to: 'join', order: ['left-out'] },
          'right-out': { name: 'Right out', role: 'feed', from: 'right', to: 'join', order: ['right-out'] },
          return: {
            name: 'Return',
            role: 'return',
            from: 'join',
            to: 'tank',
            order: ['regulator', 'return'],
          },
        },
      }),
    ),
};

/** Feed enters one rail, crosses over, leaves from the other. */
export const railsSeries: Pattern = {
  id: 'rails-series',
  name: 'Two rails in series',
  when: 'V engines; less hose, tidier',
  watch: 'a cross-over smaller than the rest is the bottleneck; the far rail sees less',
  job: (title) =>
    eight(
      jobWith(title, {
        style: 'rails-series',
        junctions: { tank: tank(), left: rail('Left rail'), right: rail('Right rail') },
        elements: { ...supply, cross: run('Cross-over', 8, 0.7, 'engine-bay', 180) },
        paths: {
          feed: { name: 'Feed', role: 'feed', from: 'tank', to: 'left', order: feedOrder },
          cross: { name: 'Cross-over', role: 'feed', from: 'left', to: 'right', order: ['cross'] },
          return: {
            name: 'Return',
            role: 'return',
            from: 'right',
            to: 'tank',
            order: ['regulator', 'return'],
          },
        },
      }),
    ),
};
